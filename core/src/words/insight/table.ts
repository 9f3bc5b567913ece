/** A table in words: one source for the page, the file and the paper of a meeting. */
export interface TableRow {
  cells: string[];
  /** The page that it opens. */
  to?: string;
  /** Ought to be seen first. */
  told?: boolean;
}

export interface Table {
  title: string;
  /** What is counted, and what it cannot say. */
  note: string;
  columns: string[];
  rows: TableRow[];
  /** Said in place of rows. */
  none: string;
}
