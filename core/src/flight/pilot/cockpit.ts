/** A pilot at work: looks, decides by the maneuver's script, moves the controls; with a skill and perhaps a habit. */
import type { TargetCard } from '../../card/card.ts';
import { rollOutLeadFor } from '../../mechanics/turning.ts';
import { flapDegrees } from '../../performance/model.ts';
import { clamp } from '../../units/numbers.ts';
import { type Flight, STEP_HZ, stepFlight } from '../model/flight.ts';
import { trimFlight } from '../model/trim.ts';
import { type Random, seededRandom } from '../random.ts';
import { openEyes, type Seen } from './eyes.ts';
import { type Aim, type Hands, moveControls, restingHands } from './hands.ts';

/** A script yields whenever it waits for the next look. */
export type Script = Generator<void, void, void>;

export const LOOKS_PER_S = 30;
const STEPS_PER_LOOK = STEP_HZ / LOOKS_PER_S;
const LOOK_S = 1 / LOOKS_PER_S;

export interface Event {
  name: string;
  atS: number;
  /** Which of the legs of a lesson, from 0. */
  leg: number;
}

/** What a script is told and may do. */
export interface Cockpit {
  flight: Flight;
  seen: Seen;
  aim: Aim;
  card: TargetCard;
  altitudeFt: number;
  headingDeg: number;
  /** The speed of the entry, cruise for maneuvers that begin by slowing down. */
  entryKias: number;
  /** +1 to the right, −1 to the left. */
  side: number;
  random: Random;
  events: Event[];
  leg: number;
  /** Steady seconds before and after the maneuver. */
  leadInS: number;
  settleS: number;
  /** The finding's name without its maneuver, or none; and how far it goes, 1 for its usual size. */
  habitName: string;
  habitScale: number;
  /** Whether this is the pilot's habit in this maneuver. */
  habit(name: string): boolean;
  mark(name: string): unknown;
  /** Throttle that holds a speed, as the pilot knows it by heart. */
  throttleFor(kias: number, at?: { flapsDeg?: number; bankDeg?: number; fpm?: number }): number;
}

export interface PilotSettings {
  card: TargetCard;
  /** The finding's name without its maneuver, or none. */
  habit?: string;
  habitScale?: number;
  seed?: number;
  /** 0 to 1: how little the hands wander. */
  skill?: number;
  entryKias: number;
  altitudeFt: number;
  headingDeg: number;
}

export interface Pilot {
  cockpit: Cockpit;
  hands: Hands;
  /** Moves the flight on by one look; false once the script has ended. */
  look(step: (flight: Flight) => void): boolean;
}

const USUAL_SKILL = 0.85;
export const LEAD_IN_S = 22;
export const SETTLE_S = 24;

export function pilotFor(flight: Flight, settings: PilotSettings, script: (c: Cockpit) => Script): Pilot {
  const { card, habit = 'none', seed = 1, skill = USUAL_SKILL } = settings;
  const eyes = openEyes();
  const random = seededRandom(seed ^ 0x1107);
  const seen = eyes(flight);
  const cockpit: Cockpit = {
    flight,
    seen,
    aim: restingAim(flight, settings),
    card,
    altitudeFt: settings.altitudeFt,
    headingDeg: settings.headingDeg,
    entryKias: settings.entryKias,
    side: card.variant === 'right' ? 1 : -1,
    random,
    events: [],
    leg: 0,
    leadInS: LEAD_IN_S,
    settleS: SETTLE_S,
    habitName: habit,
    habitScale: settings.habitScale ?? 1,
    habit: (name) => name === cockpit.habitName,
    mark: (name) => cockpit.events.push({ name, atS: cockpit.seen.timeS, leg: cockpit.leg }),
    throttleFor: (kias, at = {}) => throttleByHeart(flight, cockpit.altitudeFt, kias, at),
  };
  const hands = restingHands(flight, seen);
  const wander = wandering(random, 1 - skill);
  const running = script(cockpit);
  return {
    cockpit,
    hands,
    look(step) {
      cockpit.seen = eyes(flight);
      if (running.next().done) return false;
      moveControls(hands, wander(cockpit.aim, cockpit.seen.bankDeg), cockpit.seen, flight, LOOK_S);
      for (let i = 0; i < STEPS_PER_LOOK; i++) step(flight);
      return true;
    },
  };
}

/** Flies to the script's end, at most `mostS` seconds. */
export function flyOut(pilot: Pilot, mostS: number, keep: (flight: Flight) => void): void {
  const { flight } = pilot.cockpit;
  const endS = flight.state.timeS + mostS;
  while (flight.state.timeS < endS) {
    const going = pilot.look((f) => {
      stepFlight(f);
      keep(f);
    });
    if (!going || (flight.state.altitudeM < 0 && !flight.air.surface)) return;
  }
}

function restingAim(flight: Flight, { altitudeFt, headingDeg }: PilotSettings): Aim {
  return {
    pitch: { by: 'altitude', altitudeFt },
    bank: { by: 'heading', deg: headingDeg },
    rudder: { by: 'ball' },
    power: { by: 'throttle', throttle: flight.controls.throttle },
    flapsDeg: flight.controls.flapsDeg,
    rollDegPerS: 10,
    pull: 1,
    attention: 1,
    heedsWarning: true,
    trims: true,
    roll: { deg: headingDeg, mostDegPerS: 12, taxiKt: null, brakes: 0 },
  };
}

const known = new WeakMap<object, Map<string, number>>();

function throttleByHeart(
  flight: Flight,
  altitudeFt: number,
  kias: number,
  at: { flapsDeg?: number; bankDeg?: number; fpm?: number },
): number {
  const { airframe, air } = flight;
  const memory = known.get(airframe) ?? new Map<string, number>();
  known.set(airframe, memory);
  const key = JSON.stringify([Math.round(altitudeFt), kias, at, air.warmerC]);
  const remembered = memory.get(key);
  if (remembered !== undefined) return remembered;
  let throttle = 1;
  try {
    throttle = trimFlight(airframe, {
      altitudeFt,
      kias,
      flapsDeg: at.flapsDeg,
      bankDeg: at.bankDeg,
      verticalFpm: at.bankDeg ? 0 : at.fpm,
      warmerC: air.warmerC,
    }).controls.throttle;
  } catch {
    // What cannot be held takes all there is.
  }
  memory.set(key, throttle);
  return throttle;
}

/** Slow wandering of what the hands aim at: bank, altitude and speed, more with less skill. */
function wandering(random: Random, clumsiness: number): (aim: Aim, bankDeg: number) => Aim {
  const lagS = 7;
  const sizes = [6 * clumsiness, 55 * clumsiness, 6 * clumsiness];
  const now = [0, 0, 0];
  return (aim, bankDeg) => {
    for (let k = 0; k < 3; k++)
      now[k] += (LOOK_S / lagS) * -now[k] + sizes[k] * Math.sqrt((2 * LOOK_S) / lagS) * random.gaussian();
    const { pitch, bank } = aim;
    return {
      ...aim,
      pitch:
        pitch.by === 'altitude'
          ? { ...pitch, altitudeFt: pitch.altitudeFt + now[1] }
          : pitch.by === 'speed'
            ? { ...pitch, kias: pitch.kias + now[2] }
            : pitch,
      // Level wings are easy to see; a bank wanders with its size.
      bank:
        bank.by === 'bank' ? { ...bank, deg: bank.deg + now[0] * clamp(Math.abs(bankDeg) / 40, 0, 1) } : bank,
    };
  };
}

/** Degrees of flap at a stage. */
export const flapsOf = (c: Cockpit, stage: number): number => flapDegrees(c.flight.airframe.airplane, stage);

/** Goes on with the same aim for a time. */
export function* hold(c: Cockpit, seconds: number): Script {
  const untilS = c.seen.timeS + seconds;
  while (c.seen.timeS < untilS) yield;
}

/** Goes on until something is so, at most for a time; `each` is done at every look with the seconds gone. */
export function* until(
  c: Cockpit,
  mostS: number,
  so: () => boolean,
  each?: (sinceS: number) => void,
): Script {
  const beganS = c.seen.timeS;
  while (c.seen.timeS - beganS < mostS && !so()) {
    each?.(c.seen.timeS - beganS);
    yield;
  }
}

/** Level, on heading, at a speed. */
export function level(c: Cockpit, kias = c.entryKias): void {
  c.aim.pitch = { by: 'altitude', altitudeFt: c.altitudeFt };
  c.aim.bank = { by: 'heading', deg: nearestHeading(c) };
  c.aim.rudder = { by: 'ball' };
  c.aim.power = { by: 'speed', throttle: c.throttleFor(kias, { flapsDeg: c.aim.flapsDeg }), kias };
  c.aim.pull = 1;
  c.aim.attention = 1;
}

/** Level for good. */
export function* holdLevel(c: Cockpit): Script {
  for (;;) {
    level(c);
    yield;
  }
}

/** The wanted heading as the nearest one to the airplane's continuous heading. */
export const nearestHeading = (c: Cockpit): number =>
  c.headingDeg + 360 * Math.round((c.seen.headingDeg - c.headingDeg) / 360);

/** Degrees of heading that go by while rolling level from a bank at the aim's rate. */
export const leadDeg = (c: Cockpit, bankDeg: number): number =>
  rollOutLeadFor(bankDeg, c.seen.tasKt, c.aim.rollDegPerS);

export const sineOf = (sinceS: number, periodS: number): number => Math.sin((2 * Math.PI * sinceS) / periodS);
