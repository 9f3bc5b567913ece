/** What every reading has before it: what was briefed, and the columns of the flight. */
import type { Columns, Stretch } from './series.ts';

/** What was briefed, in knots, feet and degrees. */
export interface Briefed {
  maneuver: string;
  variant: string;
  altitudeFt: number;
  kias: number;
  headingDeg: number;
  bankDeg: number;
  stallKias: number;
  warningKias: number;
  vaKias: number;
  floorFt: number;
  vxKias: number;
  vyKias: number;
  flaps: readonly { deg: number; vfeKias: number }[];
}

/** What every reading looks at: columns of one second, headings without jumps. */
export interface Page {
  columns: Columns;
  brief: Briefed;
  alt: number[];
  ias: number[];
  bank: number[];
  heading: number[];
  pitch: number[];
  sink: number[];
  power: number[];
}

export const lowest = ({ columns, alt }: Page, { fromS, toS }: Stretch): number => {
  let low = Number.POSITIVE_INFINITY;
  for (let i = 0; i < alt.length; i++)
    if (columns.timeS[i] >= fromS && columns.timeS[i] <= toS) low = Math.min(low, alt[i]);
  return low;
};
