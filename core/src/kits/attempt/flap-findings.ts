/** Findings about flaps, for whichever maneuver moves them. */
import type { None } from '../../coded.ts';
import { meanOver, rowOfMax } from '../../recording/columns/span.ts';
import { between, type Case, type Check, flapMoves } from './case.ts';
import { limitsOf } from './figures.ts';
import { findingsOf } from './finding.ts';
import { FLAP_LIMITS } from './tables.ts';

/** What can go wrong wherever flaps move. */
export const FLAP_FINDINGS = [
  'balloon-on-flap',
  'sink-on-flap-retraction',
  'flap-overspeed',
  'flaps-all-at-once',
] as const;

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

export const balloonOnFlap = onFlapMove({
  name: 'balloon-on-flap',
  side: 1,
  moreThanFt: (c) => limitsOf(c.context, FLAP_LIMITS).balloonFt,
});

export const sinkOnFlapRetraction = onFlapMove({
  name: 'sink-on-flap-retraction',
  side: -1,
  moreThanFt: (c) => limitsOf(c.context, FLAP_LIMITS).sinkFt,
});

/** Two stages or more within three seconds. */
export const flapsAllAtOnce: Check = (c) => {
  const stages = c.context.airplane?.flaps.map(({ deg }) => deg) ?? [];
  const full = c.scene.fullFlapsDeg;
  const passed = (fromDeg: number, toDeg: number) =>
    stages.length > 0
      ? stages.filter((deg) => deg > Math.min(fromDeg, toDeg) + 1 && deg <= Math.max(fromDeg, toDeg) + 1)
          .length
      : Math.abs(toDeg - fromDeg) > 0.55 * full
        ? 2
        : 1;
  const move = flapMoves(c, c.rows).find(({ fromDeg, toDeg }) => passed(fromDeg, toDeg) >= 2);
  if (!move) return undefined;
  const size = passed(move.fromDeg, move.toDeg);
  return find(c, 'flaps-all-at-once', 'note', { startS: move.atS, endS: move.endS }, [size, 'stages'], {
    fromDeg: move.fromDeg,
    toDeg: move.toDeg,
  });
};
