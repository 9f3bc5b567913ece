/** The instructor who shows: each of the shown stalls, recovered at once. */
import { type Cockpit, hold, level, type Script, sineOf, until } from '../../flight/pilot/cockpit.ts';
import { leadIn, settle } from '../../flight/pilot/entry.ts';
import { breaks, dropAndCatch, gainSpeed, pulledAgain } from '../../kits/stalls/pilot.ts';

export function* stallDemonstration(c: Cockpit): Script {
  yield* leadIn(c);
  c.mark('setup');
  c.aim.heedsWarning = false;
  const { variant } = c.card;
  if (variant === 'accelerated') yield* pulledInABank(c);
  else if (variant === 'feet-alone') yield* warnerOn(c);
  else {
    yield* slowed(c);
    if (variant === 'skidding' || variant === 'slipping') yield* ballOut(c, variant);
    else yield* straightUp(c);
    if (variant === 'falling-leaf') yield* leaf(c);
  }
  yield* released(c);
  if (variant === 'secondary') {
    yield* pulledAgain(c);
    yield* released(c);
  }
  yield* away(c);
}

/** Level, the power off, slowing. */
function* slowed(c: Cockpit): Script {
  const kias = c.card.entry.airspeedKias ?? 1.35 * c.card.stallKias.level;
  level(c, kias);
  c.aim.power = { by: 'throttle', throttle: 0 };
  yield* until(c, 40, () => c.seen.kias < kias + 3);
  c.aim.trims = false;
}

function* straightUp(c: Cockpit): Script {
  c.mark('pitch-up');
  c.aim.bank = { by: 'bank', deg: 0 };
  c.aim.pitch = { by: 'attitude', deg: 22, degPerS: 2 };
  yield* until(c, 25, () => breaks(c));
  c.mark('break');
}

/** A gentle turn to the left with too much foot, either way, up to the break; the wing that goes is caught. */
function* ballOut(c: Cockpit, variant: 'skidding' | 'slipping'): Script {
  c.mark('pitch-up');
  c.aim.rollDegPerS = 6;
  c.aim.bank = { by: 'bank', deg: -c.card.bankDeg };
  yield* hold(c, 4);
  c.aim.pitch = { by: 'attitude', deg: 20, degPerS: 2 };
  c.aim.rudder = { by: 'ball', offG: variant === 'skidding' ? -0.1 : 0.08 };
  yield* until(c, 25, () => breaks(c));
  c.mark('break');
  c.aim.bank = { by: 'stick', aileron: 0 };
  yield* dropAndCatch(c);
}

const LEAF_S = 14;
const ROCK_S = 4;

/** Stick back, feet alone: a foot lets a wing begin to go, the other brings it back. */
function* leaf(c: Cockpit): Script {
  c.aim.bank = { by: 'stick', aileron: 0 };
  c.aim.pitch = { by: 'stick', elevator: 0.45 };
  yield* until(
    c,
    LEAF_S,
    () => Math.abs(c.seen.bankDeg) > 40,
    (sinceS) => {
      const against = 0.03 * c.seen.bankDeg + 0.035 * c.seen.p + 0.02 * c.seen.r;
      const rudder = 0.45 * sineOf(sinceS, ROCK_S) - against;
      c.aim.rudder = { by: 'pedal', rudder: Math.max(-1, Math.min(1, rudder)) };
    },
  );
}

const WARNED_S = 28;

/** The yoke held where the warner sounds; the wings are the feet's. */
function* warnerOn(c: Cockpit): Script {
  yield* slowed(c);
  c.mark('pitch-up');
  const warning = c.card.warningKias ?? c.card.stallKias.level + 6;
  c.aim.power = { by: 'throttle', throttle: c.throttleFor(warning, { fpm: -300 }) };
  c.aim.pitch = { by: 'speed', kias: warning - 2.5 };
  yield* until(c, 30, () => c.seen.warning);
  c.aim.bank = { by: 'stick', aileron: 0 };
  yield* until(
    c,
    WARNED_S,
    () => Math.abs(c.seen.bankDeg) > 30,
    () => {
      const against = 0.03 * c.seen.bankDeg + 0.03 * c.seen.p + 0.02 * c.seen.r;
      c.aim.rudder = { by: 'pedal', rudder: Math.max(-1, Math.min(1, 0.15 - against)) };
    },
  );
}

/** Steep, slow, and pulled to the warning. */
function* pulledInABank(c: Cockpit): Script {
  yield* slowed(c);
  c.mark('pitch-up');
  c.aim.rollDegPerS = 12;
  c.aim.bank = { by: 'bank', deg: -c.card.bankDeg };
  c.aim.pitch = { by: 'altitude', altitudeFt: c.altitudeFt };
  yield* until(c, 8, () => Math.abs(c.seen.bankDeg) > c.card.bankDeg - 4);
  const from = c.flight.controls.elevator;
  let elevator = from;
  yield* until(
    c,
    6,
    () => c.seen.warning,
    (sinceS) => {
      elevator = Math.min(1, from + 0.25 * sinceS);
      c.aim.pitch = { by: 'stick', elevator };
    },
  );
  c.aim.pitch = { by: 'stick', elevator };
  yield* hold(c, 1.2);
  c.mark('break');
}

function* released(c: Cockpit): Script {
  c.mark('unload');
  c.aim.rudder = { by: 'ball' };
  c.aim.pitch = { by: 'stick', elevator: -0.1 };
  yield* until(c, 5, () => !c.seen.stalled && !c.seen.warning);
  yield* gainSpeed(c, false);
}

function* away(c: Cockpit): Script {
  const { aim } = c;
  c.mark('climb');
  aim.power = { by: 'throttle', throttle: 1 };
  aim.bank = { by: 'bank', deg: 0 };
  aim.rollDegPerS = 20;
  aim.pitch = { by: 'climb', fpm: 200 };
  aim.heedsWarning = true;
  aim.trims = true;
  yield* until(c, 20, () => c.seen.verticalFpm > 150 && Math.abs(c.seen.bankDeg) < 5);
  aim.pitch = { by: 'speed', kias: c.flight.airframe.airplane.vyKias ?? 1.5 * c.card.stallKias.level };
  yield* until(c, 150, () => c.seen.altitudeFt > c.altitudeFt - 50);
  yield* settle(c);
}
