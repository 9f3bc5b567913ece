/** Where a recording falls apart: no attempt spans a break. */

/** Rows [from, to) without a break. */
export interface Segment {
  from: number;
  to: number;
}

const LONGEST_GAP_S = 3;

/** The longest step that is no gap: 3 s, or three steps of a recording slower than 1 Hz. */
export const longestStepS = (stepS: number): number => (stepS > 1.05 ? 3 * stepS : LONGEST_GAP_S) + 1e-6;

/** Splits at long steps and at rows where `usable` says that something essential is missing. */
export function splitSegments(
  timeS: Float64Array,
  maxStepS: number,
  usable: (row: number) => boolean,
): Segment[] {
  const segments: Segment[] = [];
  let from = -1;
  for (let i = 0; i < timeS.length; i++) {
    const broken = i > 0 && timeS[i] - timeS[i - 1] > maxStepS;
    if (from >= 0 && (broken || !usable(i))) {
      segments.push({ from, to: i });
      from = -1;
    }
    if (from < 0 && usable(i)) from = i;
  }
  if (from >= 0) segments.push({ from, to: timeS.length });
  return segments.filter(({ from, to }) => to - from >= 2);
}
