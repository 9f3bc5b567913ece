/** The rows of the last half minute, and what changes in them. */

export interface Recent {
  t: number;
  kias: number;
  alt: number;
  /** By its size. */
  bank: number;
  pitch: number;
  /** Continuous. */
  heading: number;
  verticalFpm: number;
}

const KEPT_S = 30;
const MOST_ROWS = 1500;

export interface Window {
  push(row: Recent): void;
  last(): Recent;
  /** The row so many seconds ago, or the oldest that there is. */
  ago(seconds: number): Recent;
  /** Change a second by least squares through the last seconds; NaN where there are too few rows. */
  slope(of: Exclude<keyof Recent, 't'>, overS: number): number;
  meanAltFt(): number;
}

export function openWindow(): Window {
  const rows: Recent[] = [];
  let altSum = 0;
  return {
    push(row) {
      rows.push(row);
      altSum += row.alt;
      while (rows.length > MOST_ROWS || rows[0].t < row.t - KEPT_S) altSum -= rows.shift()!.alt;
      // What was not measured must not stay in the sum for ever.
      if (Number.isNaN(altSum)) altSum = rows.reduce((sum, { alt }) => sum + alt, 0);
    },
    last: () => rows[rows.length - 1],
    ago(seconds) {
      const t = rows[rows.length - 1].t - seconds;
      let i = rows.length - 1;
      while (i > 0 && rows[i].t > t) i--;
      return rows[i];
    },
    slope(of, overS) {
      const end = rows[rows.length - 1].t;
      let [n, st, sv, stt, stv] = [0, 0, 0, 0, 0];
      for (let i = rows.length - 1; i >= 0; i--) {
        const t = rows[i].t - end;
        if ((t < -overS - 1e-6 && n >= 3) || t < -3 * overS) break;
        const v = rows[i][of];
        n++;
        st += t;
        sv += v;
        stt += t * t;
        stv += t * v;
      }
      const spread = n * stt - st * st;
      return n < 3 || spread <= 0 ? Number.NaN : (n * stv - st * sv) / spread;
    },
    meanAltFt: () => altSum / rows.length,
  };
}
