/** Findings about flaps, for whichever maneuver moves them. */
import type { None } from '../../coded.ts';
import { meanOver, rowOfMax } from '../../recording/columns/span.ts';
import { rowBefore } from '../../signals/columns.ts';
import { openFlapMoves } from '../../signals/flaps.ts';
import { limitsOf } from '../../units/figures.ts';
import { between, type Case, type Check, flapMoves } from './case.ts';
import { fault, type Seen } from './fault.ts';
import { findingsOf } from './finding.ts';
import { FLAP_LIMITS } from './tables.ts';

/** What the words of each need besides its size. */
export interface FlapParams {
  'balloon-on-flap': None;
  'sink-on-flap-retraction': None;
  'flaps-all-at-once': { fromDeg: number; toDeg: number };
}
const find = findingsOf<FlapParams>();

/** Altitude change after a move of the flaps, most in one direction, from the second before it. */
function changeAfter(c: Case, atS: number, side: 1 | -1): { ft: number; atS: number } {
  const { track, context } = c;
  const altitude = track.altitudeFt.values;
  const from = meanOver(altitude, between(c, atS - 1.2, atS));
  const row = rowOfMax(
    between(c, atS, atS + limitsOf(context, FLAP_LIMITS).withinS),
    (i) => side * altitude[i],
  );
  return row < 0 ? { ft: 0, atS } : { ft: side * (altitude[row] - from), atS: track.timeS[row] };
}

interface FlapMove {
  name: 'balloon-on-flap' | 'sink-on-flap-retraction';
  /** Which moves count: out 1, in −1; the altitude is looked at on the same side. */
  side: 1 | -1;
  moreThanFt(c: Case): number;
}

/** The worst change of altitude that a move of the flaps one way brought. */
const onFlapMove =
  ({ name, side, moreThanFt }: FlapMove): Check =>
  (c) => {
    const worst = flapMoves(c, c.rows)
      .filter(({ fromDeg, toDeg }) => side * (toDeg - fromDeg) > 0)
      .map(({ atS }) => ({ startS: atS, ...changeAfter(c, atS, side) }))
      .sort((a, b) => b.ft - a.ft)[0];
    if (!worst || !(worst.ft > moreThanFt(c))) return undefined;
    const span = { startS: worst.startS, endS: worst.atS };
    return find(c, name, 'fault', span, [worst.ft, 'ft']);
  };

/** Altitude gone to one side since the flaps last moved that way, ft, for as long as it is looked at. */
const sinceFlapMove =
  (side: 1 | -1): Seen['watch'] =>
  ({ columns, startRow, ...flying }) => {
    const { withinS } = limitsOf(flying, FLAP_LIMITS);
    const movesAt = openFlapMoves(columns);
    let known = 0;
    let moved: { atS: number; fromFt: number } | undefined;
    return ({ row, timeS }) => {
      if (row <= startRow) return Number.NaN;
      const moves = movesAt?.(row) ?? [];
      const last = moves.at(-1);
      const altitudeFt = columns.altitudeFt.values;
      if (last && moves.length > known && side * (last.toDeg - last.fromDeg) > 0) {
        const rows = { from: rowBefore(columns, row - 1, BEFORE_S, startRow), to: row };
        moved = { atS: last.atS, fromFt: meanOver(altitudeFt, rows) };
      }
      known = moves.length;
      return moved && timeS - moved.atS <= withinS ? side * (altitudeFt[row] - moved.fromFt) : Number.NaN;
    };
  };
const BEFORE_S = 1.2;

export const balloonOnFlap = fault({
  name: 'balloon-on-flap',
  seen: { watch: sinceFlapMove(1), edge: (flying) => limitsOf(flying, FLAP_LIMITS).balloonFt },
  find: onFlapMove({
    name: 'balloon-on-flap',
    side: 1,
    moreThanFt: (c) => limitsOf(c.context, FLAP_LIMITS).balloonFt,
  }),
});

export const sinkOnFlapRetraction = fault({
  name: 'sink-on-flap-retraction',
  seen: { watch: sinceFlapMove(-1), edge: (flying) => limitsOf(flying, FLAP_LIMITS).sinkFt },
  find: onFlapMove({
    name: 'sink-on-flap-retraction',
    side: -1,
    moreThanFt: (c) => limitsOf(c.context, FLAP_LIMITS).sinkFt,
  }),
});

/** Two stages or more at once, over the rows of the case. */
export const movedAllAtOnce: Check = (c) => {
  const stages = c.context.airplane?.flaps.map(({ deg }) => deg) ?? [];
  const full = c.scene.fullFlapsDeg;
  const passed = (fromDeg: number, toDeg: number) =>
    stages.length > 0
      ? stages.filter((deg) => deg > Math.min(fromDeg, toDeg) + 1 && deg <= Math.max(fromDeg, toDeg) + 1)
          .length
      : Math.abs(toDeg - fromDeg) > 0.55 * full
        ? 2
        : 1;
  const moves = flapMoves(c, c.rows).filter(({ fromDeg, toDeg }) => passed(fromDeg, toDeg) >= 2);
  // Raised at once they cost lift: that is the one to speak of.
  const move = moves.find(({ fromDeg, toDeg }) => toDeg < fromDeg) ?? moves[0];
  if (!move) return undefined;
  const size = passed(move.fromDeg, move.toDeg);
  return find(c, 'flaps-all-at-once', 'note', { startS: move.atS, endS: move.endS }, [size, 'stages'], {
    fromDeg: move.fromDeg,
    toDeg: move.toDeg,
  });
};

export const flapsAllAtOnce = fault({
  name: 'flaps-all-at-once',
  seen: { afterwards: 'a stage and the next are one move only once the flaps have stopped' },
  find: movedAllAtOnce,
});
