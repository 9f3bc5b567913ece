/** Slow flight: down the back of the power curve, straight and turning, and out again. */
import {
  type Cockpit,
  flapsOf,
  hold,
  level,
  nearestHeading,
  type Script,
  until,
} from '../../flight/pilot/cockpit.ts';
import { leadIn, settle } from '../../flight/pilot/entry.ts';
import { lookAway } from '../../kits/straight/pilot.ts';
import { warningAtStage } from '../../performance/warning.ts';
import { TRANSITION } from './transition.ts';

export function* slowFlight(c: Cockpit): Script {
  yield* leadIn(c);
  const { card } = c;
  const { airplane } = c.flight.airframe;
  const target = card.entry.airspeedKias ?? 1.15 * card.stallKias.level;
  const flapsDeg = flapsOf(c, card.stage);
  const kias = target + 3 + (c.habit('too-fast') ? 15 : 0);

  c.mark('entry');
  const balloons = c.habit('balloon-on-flap');
  const entryThrottle = Math.max(0.12, c.throttleFor(target + 8) - (balloons ? 0.03 : 0.3));
  level(c, target);
  c.aim.power = { by: 'throttle', throttle: entryThrottle };
  if (c.habit('altitude-loss-entry')) c.aim.pitch = { by: 'climb', fpm: -420 };
  if (c.habit('not-trimmed')) c.aim.trims = false;
  if (card.variant === TRANSITION) yield* cleanSlow(c);
  let sinkingS = 0;
  for (let stage = 1; stage <= card.stage; stage++) {
    const limit = Math.min(airplane.flaps[stage - 1].vfeKias - 5, target + (balloons ? 36 : 24) - 6 * stage);
    yield* until(
      c,
      40,
      () => c.seen.kias < limit,
      (sinceS) => {
        sinkingS = sinceS;
        if (c.habit('altitude-loss-entry') && sinkingS > 12)
          c.aim.pitch = { by: 'altitude', altitudeFt: c.altitudeFt };
      },
    );
    c.mark('flaps-out');
    c.aim.flapsDeg = flapsOf(c, c.habit('flaps-all-at-once') ? card.stage : stage);
    if (balloons && stage === 1) yield* lookAway(c, 9, 0.02);
    else if (stage < card.stage) yield* hold(c, card.variant === TRANSITION ? 9 : 4);
    if (c.habit('flaps-all-at-once')) break;
  }
  yield* until(c, 16, () => c.seen.kias < kias + 5);
  if (c.habit('altitude-loss-entry')) yield* hold(c, 4);
  if (c.habit('sink-before-power')) {
    // Nose held up, power forgotten: the energy goes, then the altitude.
    c.aim.pitch = { by: 'speed', kias: target + 1.5 };
    yield* hold(c, 24);
  }
  level(c, kias);
  slow(c, kias, flapsDeg);
  yield* hold(c, 14);
  // Established is at its speed.
  yield* until(c, 12, () => c.seen.kias < kias + 1.5);

  c.mark('established');
  if (c.habit('heading-drift-left')) {
    const heading = nearestHeading(c);
    yield* until(
      c,
      28,
      () => false,
      (sinceS) => {
        c.aim.bank = { by: 'heading', deg: heading - Math.min(19, 0.9 * sinceS) };
      },
    );
    c.headingDeg -= 19;
  } else if (c.habit('stall-warning')) {
    c.aim.heedsWarning = false;
    slow(c, (card.warningKias ?? target) - 3, flapsDeg);
    yield* until(
      c,
      25,
      () => false,
      () => {
        if (c.seen.warning && !c.events.some(({ name }) => name === 'warned')) c.mark('warned');
      },
    );
    slow(c, kias, flapsDeg);
    yield* hold(c, 6);
    c.aim.heedsWarning = true;
    yield* hold(c, 4);
  } else yield* hold(c, 26);

  c.mark('turn');
  const bankDeg = c.habit('too-much-bank') ? 28 : 12;
  c.aim.rollDegPerS = 6;
  const from = c.seen.headingDeg;
  c.aim.bank = { by: 'bank', deg: -bankDeg };
  yield* until(c, 60, () => Math.abs(c.seen.headingDeg - from) > 78);
  c.headingDeg = from - 90;
  c.aim.bank = { by: 'heading', deg: from - 90, mostDeg: 10 };
  yield* hold(c, 24);

  c.mark('recovery');
  yield* recover(c);
}

/** Slow with the flaps up, and held there: the flaps go out from it. */
function* cleanSlow(c: Cockpit): Script {
  const { airplane } = c.flight.airframe;
  const { kias: warning } = warningAtStage(airplane, { weightLb: c.card.weightLb, stage: 0 });
  const kias = warning + 4;
  yield* until(c, 40, () => c.seen.kias < kias + 4);
  slow(c, kias, 0);
  yield* hold(c, 26);
}

/** Speed by pitch, altitude by power. */
function slow(c: Cockpit, kias: number, flapsDeg: number): void {
  c.aim.pitch = { by: 'speed', kias };
  c.aim.power = { by: 'altitude', throttle: c.throttleFor(kias, { flapsDeg }), altitudeFt: c.altitudeFt };
}

/** Full power, the nose comes down to hold altitude, flaps a stage at a time as the speed builds. */
function* recover(c: Cockpit): Script {
  const climbs = c.habit('climb-on-recovery') ? 190 : 0;
  c.aim.power = { by: 'throttle', throttle: 1 };
  c.aim.pitch = { by: 'altitude', altitudeFt: c.altitudeFt + climbs, mostFpm: climbs > 0 ? 900 : 500 };
  c.aim.pull = 1;
  const { airplane } = c.flight.airframe;
  for (let stage = c.card.stage; stage > 0; stage--) {
    const above = c.card.stallKias.level * (1.2 + 0.12 * (c.card.stage - stage));
    yield* until(c, 20, () => c.seen.kias > above);
    c.mark('flaps-in');
    c.aim.flapsDeg = flapsOf(c, stage - 1);
    yield* hold(c, 4);
  }
  yield* until(c, 45, () => c.seen.kias > Math.min(c.entryKias - 4, airplane.vaKiasAtMax));
  yield* settle(c);
}
