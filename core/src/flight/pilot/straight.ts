/** Straight flight: level, climbing, descending, and changes of speed and flaps. */
import { type Cockpit, flapsOf, hold, level, nearestHeading, type Script, sineOf, until } from './cockpit.ts';
import { leadIn, settle } from './entry.ts';

const BEFORE_S = 12;
const FLOWN_S = 95;

export function* straightAndLevel(c: Cockpit): Script {
  level(c);
  if (c.habit('speed-not-settled')) {
    c.aim.power = { by: 'throttle', throttle: c.throttleFor(c.entryKias + 14) };
  }
  yield* hold(c, BEFORE_S);
  c.mark('straight');
  if (c.habit('speed-not-settled')) {
    c.aim.power = { by: 'throttle', throttle: c.throttleFor(c.entryKias - 12) };
  }
  if (c.habit('chasing')) c.aim.pitch = { by: 'climb', fpm: 0 };
  const heading = nearestHeading(c);
  yield* until(
    c,
    FLOWN_S,
    () => false,
    (sinceS) => {
      if (c.habit('chasing')) c.aim.pitch = { by: 'climb', fpm: 520 * sineOf(sinceS, 13) };
      else if (c.habit('out-of-trim'))
        c.aim.pitch = { by: 'altitude', altitudeFt: c.altitudeFt + 62 * sineOf(sinceS, 27) };
      else if (c.habit('altitude-offset')) c.aim.pitch = { by: 'altitude', altitudeFt: c.altitudeFt + 85 };
      if (c.habit('heading-drift')) c.aim.bank = { by: 'heading', deg: heading - Math.min(18, 0.3 * sinceS) };
    },
  );
}

/** Level off this share of the vertical speed before the altitude [common practice: a tenth]. */
const LEAD = 0.1;
const CLIMB_FT = 700;

export function* climb(c: Cockpit): Script {
  yield* leadIn(c);
  const kias = c.card.entry.airspeedKias ?? c.entryKias;
  yield* verticalLeg(c, { kias, throttle: 1, byFt: CLIMB_FT });
}

export function* descent(c: Cockpit): Script {
  yield* leadIn(c);
  const kias = c.card.entry.airspeedKias ?? c.entryKias;
  yield* verticalLeg(c, { kias, throttle: c.throttleFor(kias, { fpm: -500 }), byFt: -CLIMB_FT });
}

function* verticalLeg(c: Cockpit, leg: { kias: number; throttle: number; byFt: number }): Script {
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
      c.aim.pitch = { by: 'speed', kias: kias - drifting };
      if (c.habit('heading-drift'))
        c.aim.bank = { by: 'heading', deg: heading - Math.min(20, 0.35 * sinceS) };
    },
  );
  c.mark('level-off');
  yield* settle(c);
}

/** Slows down, flaps out a stage at a time, flaps in again, faster: the altitude stays. */
export function* configurationChange(c: Cockpit): Script {
  yield* leadIn(c);
  c.mark('slowing');
  const { airplane } = c.flight.airframe;
  const stages = airplane.flaps.length;
  const fast = c.habit('flap-overspeed');
  const slowKias = c.card.entry.airspeedKias ?? 1.4 * airplane.vs1Kias;
  if (fast) {
    level(c, (airplane.flaps[1]?.vfeKias ?? c.entryKias) + 9);
    yield* hold(c, 22);
  } else {
    level(c, slowKias + 6);
    c.aim.power = { by: 'throttle', throttle: c.throttleFor(slowKias + 6) - 0.12 };
    yield* until(c, 40, () => c.seen.kias < Math.min(slowKias + 8, airplane.flaps[0]?.vfeKias ?? 999));
  }
  for (let stage = 1; stage <= stages; stage++) {
    // Held fast, the second stage goes out above its limit.
    if (fast && stage > 2) break;
    c.mark('flaps-out');
    const kias = fast ? (airplane.flaps[1]?.vfeKias ?? c.entryKias) + 9 : slowKias + 5 - 2 * stage;
    level(c, kias);
    c.aim.flapsDeg = flapsOf(c, stage);
    c.aim.power = { by: 'speed', throttle: c.throttleFor(kias, { flapsDeg: c.aim.flapsDeg }), kias };
    if (c.habit('balloon-on-flap')) yield* lookAway(c);
    yield* hold(c, fast ? 5 : 16);
  }
  yield* hold(c, 8);
  for (let stage = (fast ? 2 : stages) - 1; stage >= 0; stage--) {
    c.mark('flaps-in');
    const kias = stage === 0 ? c.entryKias : slowKias + 4;
    level(c, kias);
    c.aim.flapsDeg = flapsOf(c, stage);
    c.aim.power = { by: 'speed', throttle: c.throttleFor(kias, { flapsDeg: c.aim.flapsDeg }), kias };
    if (c.habit('sink-on-flap-retraction')) yield* lookAway(c);
    yield* hold(c, 16);
  }
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

/** Speed first, then the field: a glide at the best speed, and power again. */
export function* bestGlide(c: Cockpit): Script {
  yield* leadIn(c);
  c.mark('power-off');
  const kias = c.card.entry.airspeedKias ?? c.entryKias;
  c.aim.power = { by: 'throttle', throttle: 0 };
  const off = c.habit('too-fast-for-glide') ? 15 : c.habit('too-slow-for-glide') ? -12 : 0;
  if (c.habit('too-slow-for-glide')) c.aim.heedsWarning = false;
  if (c.habit('slow-to-glide-speed')) {
    c.aim.pitch = { by: 'climb', fpm: -500 };
    yield* hold(c, 12);
  } else {
    // Speed becomes height: the nose comes up at once.
    c.aim.pitch = { by: 'climb', fpm: 500 };
    yield* until(c, 14, () => c.seen.kias < kias + off + 7);
  }
  c.aim.pitch = { by: 'speed', kias: kias + off };
  yield* until(c, 70, () => c.seen.altitudeFt < c.altitudeFt - 900);
  c.mark('power-on');
  c.altitudeFt = c.seen.altitudeFt;
  yield* settle(c);
}
