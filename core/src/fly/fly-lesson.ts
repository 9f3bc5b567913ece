/** A whole lesson by a synthetic pilot: up from the field, one maneuver after the other by its card, and down again. */
import type { Airplane } from '../airplane/schema.ts';
import type { TargetCard } from '../card/card.ts';
import type { Weather } from '../flight/model/flight.ts';
import { flightRecorder, type RecorderOptions } from '../flight/model/flight-recorder.ts';
import {
  type Cockpit,
  type Event,
  flyOut,
  hold,
  LEAD_IN_S,
  level,
  pilotFor,
  type Script,
  SETTLE_S,
  until,
} from '../flight/pilot/cockpit.ts';
import type { Recording } from '../recording/columns/recording.ts';
import { type Airfield, stand } from './airfield.ts';
import { type Circuit, circuit, climbOut, crosswind, joinDownwind } from './circuit.ts';
import { airframeFor, pieceFor, settingsFor, trimmedFlight } from './fly.ts';
import { takeOff, taxiOut } from './ground-run.ts';
import { climbKiasOf } from './speeds.ts';

export interface Leg {
  card: TargetCard;
  /** A finding's id of the card's maneuver, or none. */
  habit?: string;
  habitScale?: number;
  leadInS?: number;
  settleS?: number;
}

interface LessonFlight extends Weather {
  airplane: Airplane;
  weightLb: number;
  legs: readonly Leg[];
  /** It begins in the climb from here and ends in the descent; left out, at the first entry and the last settling. */
  fieldFt?: number;
  /** From the apron and back to it: taxi, takeoff, the lesson, a go-around, a touch-and-go and a landing. */
  runwayDeg?: number;
  /** The circuits at the end, one after another; the last is to a full stop. A go-around, a touch-and-go, a landing. */
  circuits?: readonly Circuit[];
  groundFt: number;
  seed?: number;
  skill?: number;
  recorder?: Omit<RecorderOptions, 'seed'>;
  date?: string;
  note?: string;
}

const USUAL_CIRCUITS: readonly Circuit[] = [
  { ending: 'go-around' },
  { ending: 'touch-and-go' },
  { ending: 'full-stop' },
];

/** The recording begins in the climb and ends in the descent, this far above the field, ft. */
const ABOVE_FIELD_FT = 600;
const LONGEST_S = 3 * 3600;

/** @throws InputError for a maneuver or habit that is not flown. */
export function flyLesson(options: LessonFlight): { recording: Recording; events: Event[] } {
  const { airplane, weightLb, legs, fieldFt, groundFt, seed = 1, skill } = options;
  const airframe = airframeFor(airplane, weightLb);
  const pieces = legs.map(({ card, habit }) =>
    pieceFor({ maneuver: card.maneuver, habit, variant: card.variant }),
  );
  const climbKias = climbKiasOf(airplane);
  const first = settingsFor(legs[0].card, pieces[0].piece, airframe, { seed, skill, habit: pieces[0].habit });
  const settings = {
    ...first,
    habit: 'none',
    ...(fieldFt !== undefined && { entryKias: climbKias, altitudeFt: fieldFt + ABOVE_FIELD_FT }),
  };
  const flight = trimmedFlight(airframe, settings, options, seed);
  const field =
    fieldFt !== undefined && options.runwayDeg !== undefined
      ? { fieldFt, runwayDeg: options.runwayDeg, northM: 0, eastM: 0 }
      : undefined;
  if (field) stand(flight, field, field.runwayDeg + 90);
  const recorder = flightRecorder({ ...options.recorder, seed });
  const pilot = pilotFor(flight, settings, function* (c) {
    if (field) yield* outbound(c, field);
    for (const [i, leg] of legs.entries()) {
      const { piece, habit } = pieces[i];
      const wanted = settingsFor(leg.card, piece, airframe, { habit });
      c.leg = i;
      c.card = leg.card;
      c.habitName = 'none';
      yield* reposition(c, wanted, climbKias);
      c.side = leg.card.variant === 'right' ? 1 : -1;
      c.habitName = habit;
      c.habitScale = leg.habitScale ?? 1;
      c.leadInS = leg.leadInS ?? LEAD_IN_S;
      c.settleS = leg.settleS ?? SETTLE_S;
      yield* piece.script(c);
    }
    c.habitName = 'none';
    if (field) yield* inbound(c, field, options.circuits ?? USUAL_CIRCUITS);
    else if (fieldFt !== undefined) yield* descend(c, fieldFt + ABOVE_FIELD_FT);
  });
  flyOut(pilot, LONGEST_S, recorder.keep);
  return {
    events: pilot.cockpit.events,
    recording: recorder.recording({
      airplane: airplane.id,
      ...(options.date && { date: options.date }),
      groundFt,
      weightLb,
      note: options.note ?? `a lesson flown by a synthetic pilot, seed ${seed}`,
    }),
  };
}

/** To the next maneuver's altitude, speed and heading; nothing at all when it is there already. */
export function* reposition(
  c: Cockpit,
  wanted: { altitudeFt: number; entryKias: number; headingDeg: number },
  climbKias: number,
): Script {
  const away = wanted.altitudeFt - c.seen.altitudeFt;
  c.altitudeFt = wanted.altitudeFt;
  c.entryKias = wanted.entryKias;
  c.headingDeg = wanted.headingDeg;
  resetAim(c);
  if (away > 150) {
    c.aim.power = { by: 'throttle', throttle: 1 };
    c.aim.pitch = { by: 'speed', kias: climbKias };
    yield* until(c, 900, () => c.altitudeFt - c.seen.altitudeFt < 0.1 * Math.abs(c.seen.verticalFpm));
  } else if (away < -150) yield* descend(c, wanted.altitudeFt + 60);
  level(c);
  const off = () => Math.abs(((c.seen.headingDeg - c.headingDeg + 540) % 360) - 180);
  yield* until(
    c,
    120,
    () => Math.abs(c.seen.kias - c.entryKias) < 2 && off() < 3 && Math.abs(c.seen.verticalFpm) < 150,
  );
}

/** A habit of the maneuver before must not linger. */
function resetAim(c: Cockpit): void {
  level(c);
  Object.assign(c.aim, { rollDegPerS: 10, trims: true, heedsWarning: true, flapsDeg: 0 });
}

const DESCENT_FPM = -600;

function* descend(c: Cockpit, toFt: number): Script {
  resetAim(c);
  const kias = c.entryKias;
  c.aim.power = { by: 'throttle', throttle: Math.max(0, c.throttleFor(kias, { fpm: DESCENT_FPM })) };
  c.aim.pitch = { by: 'climb', fpm: DESCENT_FPM };
  yield* until(c, 900, () => c.seen.altitudeFt < toFt);
  yield* hold(c, 1);
}

function* outbound(c: Cockpit, field: Airfield): Script {
  yield* taxiOut(c, field);
  yield* takeOff(c, field);
  yield* climbOut(c, field);
}

function* inbound(c: Cockpit, field: Airfield, circuits: readonly Circuit[]): Script {
  resetAim(c);
  yield* joinDownwind(c, field);
  for (const [i, { ending, habit = 'none' }] of circuits.entries()) {
    if (i > 0) yield* crosswind(c, field);
    c.habitName = habit;
    yield* circuit(c, field, ending);
    c.habitName = 'none';
  }
}
