/** Findings about flaps, for whichever maneuver moves them. */

import { meanOver, rowOfMax } from '../../recording/columns/span.ts';
import { between, type Case, type Check, flapMoves } from './case.ts';
import { limitsOf } from './figures.ts';
import { finding, idsOf, numberText } from './finding.ts';
import { FLAP_LIMITS } from './tables.ts';

/** What can go wrong wherever flaps move. */
export const FLAP_FINDINGS = [
  'balloon-on-flap',
  'sink-on-flap-retraction',
  'flap-overspeed',
  'flaps-all-at-once',
] as const;
const ID = idsOf(FLAP_FINDINGS);

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
  name: (typeof FLAP_FINDINGS)[number];
  /** Which moves count: out 1, in −1; the altitude is looked at on the same side. */
  side: 1 | -1;
  moreThanFt(c: Case): number;
  says: { what: (ft: string) => string; why: string; tryNext: string };
}

/** The worst change of altitude that a move of the flaps one way brought. */
const onFlapMove =
  ({ name, side, moreThanFt, says }: FlapMove): Check =>
  (c) => {
    const worst = flapMoves(c, c.rows)
      .filter(({ fromDeg, toDeg }) => side * (toDeg - fromDeg) > 0)
      .map(({ atS }) => ({ startS: atS, ...changeAfter(c, atS, side) }))
      .sort((a, b) => b.ft - a.ft)[0];
    if (!worst || !(worst.ft > moreThanFt(c))) return undefined;
    const span = { startS: worst.startS, endS: worst.atS };
    return finding(ID(c, name), 'fault', span, worst.ft, 'ft', {
      ...says,
      what: says.what(numberText(worst.ft)),
    });
  };

export const balloonOnFlap = onFlapMove({
  name: 'balloon-on-flap',
  side: 1,
  moreThanFt: (c) => limitsOf(c.context, FLAP_LIMITS).balloonFt,
  says: {
    what: (ft) => `Rose ${ft} ft as the flaps went out.`,
    why: 'Flaps lift before they drag, and the nose comes up with them; nobody pushed.',
    tryNext: 'A firm hand forward as they move, then power and trim as the drag takes the speed.',
  },
});

export const sinkOnFlapRetraction = onFlapMove({
  name: 'sink-on-flap-retraction',
  side: -1,
  moreThanFt: (c) => limitsOf(c.context, FLAP_LIMITS).sinkFt,
  says: {
    what: (ft) => `Sank ${ft} ft as the flaps came in.`,
    why: 'The lift of the flaps went and no pull took its place.',
    tryNext: 'Raise the nose as they move, a stage at a time, with the speed for it.',
  },
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
  return finding(ID(c, 'flaps-all-at-once'), 'note', { startS: move.atS, endS: move.endS }, size, 'stages', {
    what: `Flaps from ${numberText(move.fromDeg)}° to ${numberText(move.toDeg)}° in one go.`,
    why: 'Several stages at once change trim and lift faster than most hands follow.',
    tryNext: 'One stage, hold, trim; then the next.',
  });
};
