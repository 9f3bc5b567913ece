/** Columns that grow by doubling, so that a reader need not know the number of rows beforehand. */
export class GrowingColumns {
  private capacity = 4096;
  rows = 0;
  /** One array a column; replaced by longer ones as rows are added. */
  data: Float64Array[];

  constructor(count: number) {
    this.data = Array.from({ length: count }, () => new Float64Array(this.capacity));
  }

  /** Begins a row and gives its index. Whoever begins a row writes all of its columns. */
  beginRow(): number {
    if (this.rows === this.capacity) this.grow();
    return this.rows++;
  }

  /** The finished columns, each of its own exact length. */
  finish(): Float64Array[] {
    return this.data.map((column) => column.slice(0, this.rows));
  }

  private grow(): void {
    this.capacity *= 2;
    this.data = this.data.map((column) => {
      const longer = new Float64Array(this.capacity);
      longer.set(column);
      return longer;
    });
  }
}
