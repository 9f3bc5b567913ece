/** A row of the table of what is never said, and what is. */
import type { CoachRow } from '../../../kits/coach/quantities.ts';
import type { NeverAsked } from '../reads.ts';

export interface TableRow {
  row: number;
  maneuver: string;
  variant?: string;
  /** The step that it is met in, by its id. */
  step: string;
  about: string;
  /** What differs from steady flight on the card's figures, by seconds since the step began. */
  drawn: (t: number) => Partial<CoachRow> & { aboveAltFt?: number; aboveKt?: number };
  never: readonly NeverAsked[] | 'all';
  /** One of these; null for silence. */
  says: string | readonly string[] | null;
  card?: Record<string, unknown>;
  forS?: number;
  lowFt?: number;
  by?: 'instructor' | null;
  where?: 'airplane';
  /** From when on the sign stands, s; half a second where it is left out. */
  fromS?: number;
}

/** What nobody says near the stall. */
export const SAFETY_NEVER: NeverAsked[] = ['PULL', 'STEEP', 'P-', 'FL-', 'ROLL', 'ALT', 'HDG', 'TRIM', 'OK'];

/** So much more every second, up to so many seconds. */
export const ramp = (perS: number, t: number, mostS = 60) => perS * Math.min(t, mostS);
