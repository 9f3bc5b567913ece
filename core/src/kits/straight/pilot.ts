/** Straight flight: level, climbing, descending, and changes of speed and flaps. */
import { type Cockpit, hold, nearestHeading, type Script, until } from '../../flight/pilot/cockpit.ts';
import { settle } from '../../flight/pilot/entry.ts';

/** Level off this share of the vertical speed before the altitude [common practice: a tenth]. */
const LEAD = 0.1;

export const CLIMB_FT = 700;

export function* verticalLeg(
  c: Cockpit,
  leg: { kias: number | ((sinceS: number) => number); throttle: number; byFt: number },
): Script {
  const { kias, throttle, byFt } = leg;
  const side = Math.sign(byFt);
  c.mark(side > 0 ? 'climb' : 'descent');
  c.altitudeFt += byFt;
  c.aim.power = { by: 'throttle', throttle };
  const heading = nearestHeading(c);
  const late = c.habit('level-off-overshoot') ? 215 : 0;
  yield* until(
    c,
    240,
    () => side * (c.altitudeFt - c.seen.altitudeFt) < LEAD * Math.abs(c.seen.verticalFpm) - late,
    (sinceS) => {
      const drifting = c.habit('speed-not-settled') ? -Math.min(13, 0.25 * Math.max(0, sinceS - 12)) : 0;
      c.aim.pitch = { by: 'speed', kias: (typeof kias === 'number' ? kias : kias(sinceS)) - drifting };
      if (c.habit('heading-drift'))
        c.aim.bank = { by: 'heading', deg: heading - Math.min(20, 0.35 * sinceS) };
    },
  );
  c.mark('level-off');
  yield* settle(c);
}

/** The stick stays where it is while the flaps move. */
export function* lookAway(c: Cockpit, seconds = 7.5, pull = 0): Script {
  const { pitch } = c.aim;
  c.aim.pitch = { by: 'stick', elevator: c.flight.controls.elevator + pull };
  c.aim.trims = false;
  yield* hold(c, seconds);
  c.aim.pitch = pitch;
  c.aim.trims = true;
}
