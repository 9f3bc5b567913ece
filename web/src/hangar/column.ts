/** A column of a book's table. */
export interface Column {
  /** The key of the row's object, or the place in its pair. */
  key: string | number;
  label: string;
  kind?: 'number' | 'speed' | 'text';
}
