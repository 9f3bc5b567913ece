/** Takeoffs and landings: when the wheels left, when they came back, and what was made of it. */
import { longestStretch, type Rows } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import type { GroundMotion } from './motion.ts';
import { WHEELS } from './tables.ts';
import type { Field, OnGround } from './wheels.ts';

type LandingKind = 'full-stop' | 'touch-and-go' | 'stop-and-go';

export interface Landing {
  atS: number;
  /** Null where no ground speed tells whether it stopped. */
  kind: LandingKind | null;
}

/** In the air between two stretches of ground; open where the recording begins or ends there. */
export interface Airborne {
  offS: number | null;
  onS: number | null;
  rows: Rows;
  from?: OnGround;
  to?: OnGround;
}

export function airborneSpans(track: Track, ground: readonly OnGround[]): Airborne[] {
  const spans: Airborne[] = [];
  const last = track.timeS.length;
  for (let i = 0; i <= ground.length; i++) {
    const [from, to] = [ground[i - 1], ground[i]];
    const rows = { from: from?.rows.to ?? 0, to: to?.rows.from ?? last };
    if (rows.to - rows.from < 2) continue;
    spans.push({
      offS: from ? liftOffS(track, from, rows) : null,
      onS: to ? touchDownS(track, to, rows) : null,
      rows,
      from,
      to,
    });
  }
  for (const { from, to, offS, onS } of spans) {
    if (from && offS !== null) from.field.runwaysDeg.push(directionAt(track, offS));
    if (to && onS !== null) to.field.runwaysDeg.push(directionAt(track, onS));
  }
  return spans;
}

const directionAt = ({ timeS, headingDeg }: Track, atS: number): number => {
  let row = 0;
  while (row < timeS.length - 1 && timeS[row] < atS) row++;
  return headingDeg.values[row];
};

/** Back from where it was surely up to where it began to rise. */
function liftOffS({ timeS, altitudeFt }: Track, { rows: ground, field }: OnGround, rows: Rows): number {
  let row = Math.min(rows.from, timeS.length - 1);
  while (row > ground.from && altitudeFt.values[row] > field.altitudeFt + WHEELS.liftedFt) row--;
  return timeS[row];
}

function touchDownS({ timeS, altitudeFt }: Track, { rows: ground, field }: OnGround, rows: Rows): number {
  let row = Math.max(0, rows.to);
  while (row < ground.to - 1 && altitudeFt.values[row] > field.altitudeFt + WHEELS.liftedFt) row++;
  return timeS[Math.min(row, timeS.length - 1)];
}

/** What a touch became, by what happened until the next takeoff, or the end. */
export function landingOf(
  track: Track,
  motion: GroundMotion,
  ground: OnGround,
  onS: number,
  offAgainS: number | null,
): Landing {
  const { speedKt } = motion;
  if (!speedKt) return { atS: onS, kind: null };
  const { timeS } = track;
  const rows = {
    from: ground.rows.from,
    to: ground.rows.to,
  };
  const stop = longestStretch(timeS, rows, (i) => timeS[i] > onS && speedKt[i] < WHEELS.stoppedKt);
  const stopped = stop !== undefined && stop.endS - stop.startS >= WHEELS.stoppedS - track.stepS;
  if (offAgainS === null) return { atS: onS, kind: 'full-stop' };
  if (taxiedBack(track, motion, rows, onS)) return { atS: onS, kind: 'full-stop' };
  return { atS: onS, kind: stopped ? 'stop-and-go' : 'touch-and-go' };
}

/** Turned round, slow: off the runway, and to its beginning again. */
function taxiedBack(track: Track, { speedKt }: GroundMotion, { from, to }: Rows, onS: number): boolean {
  const { timeS, headingDeg } = track;
  let began = Number.NaN;
  for (let i = from; i < to; i++) {
    if (timeS[i] < onS || !(speedKt![i] < WHEELS.taxiKt)) continue;
    if (Number.isNaN(began)) began = headingDeg.values[i];
    if (Math.abs(headingDeg.values[i] - began) >= WHEELS.taxiBackDeg) return true;
  }
  return false;
}

export type { Field };
