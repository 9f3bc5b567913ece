/** Columns that grow by doubling, so that a reader need not know the number of rows beforehand. */
export class GrowingColumns {
  private capacity: number;
  rows = 0;
  /** One array a column; replaced by longer ones as rows are added. */
  data: Float64Array[];

  /** @param expectedRows a guess, so that most files never have to grow. */
  constructor(count: number, expectedRows = 4096) {
    this.capacity = Math.max(64, expectedRows);
    this.data = Array.from({ length: count }, () => new Float64Array(this.capacity));
  }

  /** Begins a row and gives its index. Whoever begins a row writes all of its columns. */
  beginRow(): number {
    if (this.rows === this.capacity) this.grow();
    return this.rows++;
  }

  /** The finished columns, each of its own exact length; copied only where the guess was far too large. */
  finish(): Float64Array[] {
    const wasteful = this.capacity > 1.5 * this.rows;
    return this.data.map((column) => (wasteful ? column.slice(0, this.rows) : column.subarray(0, this.rows)));
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
