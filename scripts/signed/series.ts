/** Plain arithmetic over the columns of a recording: nothing of the computation that is held against it is used here. */

export interface Columns {
  timeS: ArrayLike<number>;
  /** By the names of the recording format. */
  of: Readonly<Record<string, ArrayLike<number> | undefined>>;
}

export interface Stretch {
  fromS: number;
  toS: number;
}

export const rowsIn = ({ timeS }: Columns, { fromS, toS }: Stretch): number[] => {
  const rows: number[] = [];
  for (let i = 0; i < timeS.length; i++) if (timeS[i] >= fromS && timeS[i] <= toS) rows.push(i);
  return rows;
};

export const mean = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length;

export const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN;

/** A moving mean over so many seconds, centred. */
export function smooth(columns: Columns, name: string, overS: number): number[] {
  const { timeS } = columns;
  const values = columns.of[name];
  if (!values) return Array.from(timeS, () => Number.NaN);
  let [from, to, sum] = [0, 0, 0];
  return Array.from(timeS, (t) => {
    while (to < timeS.length && timeS[to] <= t + overS / 2) sum += values[to++];
    while (timeS[from] < t - overS / 2) sum -= values[from++];
    return sum / (to - from);
  });
}

/** A heading without its jumps at north. */
export function unwrapped(heading: ArrayLike<number>): number[] {
  const out: number[] = [];
  for (let i = 0; i < heading.length; i++) {
    const step = i === 0 ? 0 : heading[i] - heading[i - 1];
    const turn = ((((step + 180) % 360) + 360) % 360) - 180;
    out.push(i === 0 ? heading[0] : out[i - 1] + turn);
  }
  return out;
}

/** From −180 to 180. */
export const around = (deg: number): number => ((((deg + 180) % 360) + 360) % 360) - 180;

/** Stretches of rows for which something holds; what is apart by less than `mergeS` is one. */
export function stretches(
  { timeS }: Columns,
  rows: readonly number[],
  holds: (row: number) => boolean,
  mergeS = 0,
): Stretch[] {
  const found: Stretch[] = [];
  for (const i of rows) {
    if (!holds(i)) continue;
    const last = found.at(-1);
    const stepS = i > 0 ? timeS[i] - timeS[i - 1] : 0;
    if (last && timeS[i] - last.toS <= Math.max(mergeS, 1.5 * stepS)) last.toS = timeS[i];
    else found.push({ fromS: timeS[i], toS: timeS[i] });
  }
  return found;
}

export const lasting = ({ fromS, toS }: Stretch): number => toS - fromS;
