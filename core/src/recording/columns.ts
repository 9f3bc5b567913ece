/** Columns that grow by doubling, so that a reader need not know the number of rows beforehand. */
export class GrowingColumns {
  private capacity = 4096;
  private columns: Float64Array[];
  rows = 0;

  constructor(private readonly count: number) {
    this.columns = Array.from({ length: count }, () => new Float64Array(this.capacity));
  }

  /** Begins a row and gives its index; every cell starts as NaN. */
  beginRow(): number {
    if (this.rows === this.capacity) this.grow();
    for (let c = 0; c < this.count; c++) this.columns[c][this.rows] = Number.NaN;
    return this.rows++;
  }

  set(column: number, row: number, value: number): void {
    this.columns[column][row] = value;
  }

  get(column: number, row: number): number {
    return this.columns[column][row];
  }

  /** The finished columns, each of its own exact length. */
  finish(): Float64Array[] {
    return this.columns.map((column) => column.slice(0, this.rows));
  }

  private grow(): void {
    this.capacity *= 2;
    this.columns = this.columns.map((column) => {
      const larger = new Float64Array(this.capacity);
      larger.set(column);
      return larger;
    });
  }
}
