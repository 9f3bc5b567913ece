/** Stalls: power off, power on, several in a row; entry, the break, and the recovery with what can go wrong in it. */
import {
  type Cockpit,
  flapsOf,
  hold,
  nearestHeading,
  type Script,
  until,
} from '../../flight/pilot/cockpit.ts';
import { settle } from '../../flight/pilot/entry.ts';

/** The seat falls away with the warner going: it has stalled. */
export const breaks = ({ seen }: Cockpit): boolean => seen.warning && (seen.stalled || seen.loadG < 0.87);

/** With power the climb has to give way too, the nose still held: a wing let go in a climb had not stalled for sure. */
const POWERED_BREAK_FPM = 250;
/** A strong climb gives way by more before it is one: so much of its best. */
const POWERED_BREAK_SHARE = 0.3;

/** Until an engine that was throttled back has come up. */
const POWER_COMES_S = 3.5;

/** Slow, the nose well up, and nothing has said anything yet. */
const tooEarly = ({ seen, card }: Cockpit, risingS: number, powered: boolean): boolean =>
  seen.kias < (card.warningKias ?? card.stallKias.level + 6) + 6 &&
  (!powered || (seen.pitchDeg > 11 && risingS > POWER_COMES_S));

/** Raises the nose until it stalls; turning stalls bank first. */
/** `powered`: the power is up before the nose is. */
export function* pitchUp(
  c: Cockpit,
  { mostDeg, degPerS, powered }: { mostDeg: number; degPerS: number; powered: boolean },
): Script {
  const { card } = c;
  c.mark('pitch-up');
  c.aim.trims = false;
  c.aim.heedsWarning = false;
  c.aim.rollDegPerS = 5;
  if (card.variant === 'turning') c.aim.bank = { by: 'bank', deg: -card.bankDeg };
  const heading = nearestHeading(c);
  c.aim.pitch = { by: 'attitude', deg: mostDeg, degPerS };
  const early = c.habit('wrong-cue');
  let risingS = 0;
  let mostFpm = Number.NEGATIVE_INFINITY;
  const gaveWay = () =>
    c.seen.verticalFpm < mostFpm - Math.max(POWERED_BREAK_FPM, POWERED_BREAK_SHARE * mostFpm);
  const broken = () => breaks(c) && (!powered || gaveWay());
  yield* until(
    c,
    35,
    () => (early ? tooEarly(c, risingS, powered) : broken()),
    (sinceS) => {
      risingS = sinceS;
      mostFpm = Math.max(mostFpm, c.seen.verticalFpm);
      if (c.habit('heading-drift'))
        c.aim.bank = { by: 'heading', deg: heading - Math.min(40, 3 * sinceS), mostDeg: 6 };
      // Once the nose is where it goes, the pull goes on: the stall must come.
      if (c.seen.pitchDeg > mostDeg - 2 && !early) {
        c.aim.pitch = { by: 'attitude', deg: mostDeg + 8, degPerS: degPerS * 0.8 };
      }
      if (c.seen.warning && c.habit('wing-drop')) c.aim.rudder = { by: 'pedal', rudder: -0.9 };
      // With power the stream over the rudder makes much of a little.
      if (c.seen.warning && c.habit('aileron-in-stall'))
        c.aim.rudder = { by: 'pedal', rudder: powered ? -0.2 : -0.9 };
      if (c.seen.warning && c.habit('spin-entry')) c.aim.rudder = { by: 'pedal', rudder: -1 };
    },
  );
  c.mark('break');
}

/** Lets a wing go, then catches it: the pull released well, and rudder against the yaw until it stops. */
export function* dropAndCatch(c: Cockpit, caughtDeg = 14): Script {
  yield* until(c, 2.6, () => Math.abs(c.seen.bankDeg) > caughtDeg);
  c.aim.pitch = { by: 'stick', elevator: -0.25 };
  c.aim.rudder = { by: 'pedal', rudder: 0.8 * Math.sign(-c.seen.r) };
  yield* until(c, 2, () => Math.abs(c.seen.r) < 8);
}

/** Pulled up before it flies well, and on until it falls away again. */
export function* pulledAgain(c: Cockpit): Script {
  c.mark('secondary');
  c.aim.heedsWarning = false;
  c.aim.pitch = { by: 'attitude', deg: 26, degPerS: 9 };
  yield* until(c, 9, () => c.seen.warning);
  c.aim.pitch = { by: 'stick', elevator: 0.8 };
  yield* until(c, 3, () => c.seen.stalled);
  yield* hold(c, 0.7);
}

export function* recovery(c: Cockpit, powered: boolean): Script {
  const { aim, card } = c;
  aim.bank = { by: 'stick', aileron: 0 };
  const dropped = () => Math.sign(c.seen.bankDeg || -1);
  if (c.habit('late-recovery')) {
    aim.pitch = { by: 'stick', elevator: c.flight.controls.elevator };
    yield* hold(c, 4.6);
  }
  if (c.habit('wing-drop')) yield* dropAndCatch(c, powered ? undefined : 20);
  if (c.habit('aileron-in-stall')) {
    aim.pitch = { by: 'stick', elevator: c.flight.controls.elevator };
    yield* until(c, 2, () => Math.abs(c.seen.bankDeg) > 9);
    aim.bank = { by: 'stick', aileron: -0.7 * dropped() };
    yield* hold(c, 1.5);
  }
  if (c.habit('spin-entry')) yield* spin(c);
  if (c.habit('power-before-pitch')) {
    aim.power = { by: 'throttle', throttle: 1 };
    aim.pitch = { by: 'stick', elevator: c.flight.controls.elevator };
    yield* hold(c, 2.2);
  }

  c.mark('unload');
  aim.rudder = { by: 'ball' };
  const low = c.habit('nose-too-low');
  // The pull goes, and a little more: the wing flies before anything else is asked of it.
  aim.pitch = { by: 'stick', elevator: low ? -0.3 : -0.08 };
  aim.attention = 1;
  if (!c.habit('excess-altitude-loss')) aim.power = { by: 'throttle', throttle: 1 };
  yield* until(c, 4, () => !c.seen.stalled && !c.seen.warning);
  aim.bank = { by: 'bank', deg: 0 };
  aim.rollDegPerS = 4;
  if (low) yield* until(c, 5, () => c.seen.pitchDeg < -24);
  // Recovering from nothing, the push is as firm as from a stall.
  if (c.habit('wrong-cue')) {
    aim.pitch = { by: 'stick', elevator: -0.2 };
    yield* until(c, 3, () => c.seen.pitchDeg < -5);
  }
  if (low) aim.pitch = { by: 'attitude', deg: -25, degPerS: 10 };
  else if (!c.habit('secondary-stall')) yield* gainSpeed(c, powered);
  aim.heedsWarning = true;
  if (c.habit('secondary-stall')) {
    yield* hold(c, powered ? 1.4 : 2.2);
    yield* pulledAgain(c);
    aim.pitch = { by: 'stick', elevator: -0.08 };
    yield* until(c, 4, () => !c.seen.stalled && !c.seen.warning);
    yield* gainSpeed(c, powered);
  }
  if (c.habit('excess-altitude-loss')) {
    aim.pitch = { by: 'attitude', deg: -11, degPerS: 8 };
    yield* hold(c, 17);
    aim.power = { by: 'throttle', throttle: 1 };
  }
  if (c.habit('flaps-up-without-climb') && card.stage > 0) {
    aim.pitch = { by: 'attitude', deg: -6, degPerS: 6 };
    c.mark('flaps-in');
    aim.flapsDeg = 0;
    yield* hold(c, 5);
  }
  yield* climbAway(c);
}

/** Hardly any pull until there is speed to pull with. */
export function* gainSpeed(c: Cockpit, powered: boolean): Script {
  // With power on the trim is for less speed, and asks for less pull.
  c.aim.pitch = { by: 'stick', elevator: powered ? 0 : 0.12 };
  const enough = (c.card.warningKias ?? c.card.stallKias.level + 6) + 7;
  yield* until(c, 7, () => c.seen.kias > enough);
}

/** The usual order: idle, neutral ailerons, rudder against, stick forward, neutral when it stops, ease out. */
function* spin(c: Cockpit): Script {
  const { aim } = c;
  aim.pitch = { by: 'stick', elevator: 1 };
  aim.rudder = { by: 'pedal', rudder: -1 };
  yield* until(c, 6, () => Math.abs(c.seen.bankDeg) > 75 && Math.abs(c.seen.r) > 34);
  yield* hold(c, 0.6);
  c.mark('spin-recovery');
  aim.power = { by: 'throttle', throttle: 0 };
  aim.rudder = { by: 'pedal', rudder: Math.sign(-c.seen.r) };
  aim.pitch = { by: 'stick', elevator: -0.35 };
  yield* until(c, 5, () => Math.abs(c.seen.r) < 12 && !c.seen.stalled);
  aim.rudder = { by: 'ball' };
  aim.bank = { by: 'bank', deg: 0 };
  aim.rollDegPerS = 30;
  aim.pitch = { by: 'stick', elevator: 0 };
  yield* until(c, 6, () => Math.abs(c.seen.bankDeg) < 10);
}

const CLIMBS_AWAY_S = 3.5;

/** Out of the dive gently, a climb at best rate, flaps a stage at a time, back to the altitude. */
function* climbAway(c: Cockpit): Script {
  const { aim, card } = c;
  const { airplane } = c.flight.airframe;
  const climbKias = airplane.vyKias ?? 1.5 * card.stallKias.level;
  c.mark('climb');
  aim.pitch = { by: 'climb', fpm: 280 };
  aim.bank = { by: 'heading', deg: nearestHeading(c), mostDeg: 15 };
  aim.trims = true;
  aim.heedsWarning = true;
  aim.attention = 1.1;
  // Flying speed first: with flaps out and slow it climbs only a little.
  yield* until(c, 12, () => c.seen.verticalFpm > 170 && c.seen.kias > 1.12 * card.stallKias.level);
  const bestAngleKias = airplane.vxKias ?? 1.3 * card.stallKias.level;
  const climbing = () => c.seen.verticalFpm > 150 && c.seen.kias > bestAngleKias - 1;
  let stage = c.habit('flaps-up-without-climb') ? 0 : card.stage;
  if (c.habit('flaps-all-at-once')) {
    yield* until(c, 25, climbing);
    c.mark('flaps-in');
    aim.flapsDeg = 0;
    stage = 0;
  }
  for (; stage > 0; stage--) {
    // All of them hold it back: the drag stage goes first, the rest as it climbs.
    if (stage < airplane.flaps.length) yield* until(c, 25, climbing);
    c.mark('flaps-in');
    aim.flapsDeg = flapsOf(c, stage - 1);
    yield* hold(c, 5);
  }
  // Without flaps to raise it is seen to climb all the same, even where it broke well above the altitude.
  if (card.stage === 0) {
    yield* until(c, 12, climbing);
    yield* hold(c, CLIMBS_AWAY_S);
  }
  aim.attention = 1;
  aim.pitch = { by: 'speed', kias: climbKias };
  // A spin takes long to climb back from.
  yield* until(c, 240, () => c.seen.altitudeFt > c.altitudeFt - 50);
  yield* settle(c);
}
