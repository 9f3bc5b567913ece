/** An attempt of a flight under way that has just ended. */
export interface Ended {
  schoolId: string;
  flightId: string;
  /** The batch in which it ended. */
  seq: number;
  fromS: number;
  toS: number;
}
