/** An archive on its way to the thread that takes it in, and why it may be refused there. */

export interface NewArchive {
  /** Where it lies. */
  path: string;
  /** Who sends it. */
  by: { schoolId: string; id: string; session: string };
}

export interface RefusedArchive {
  refused: string;
  status: number;
}
