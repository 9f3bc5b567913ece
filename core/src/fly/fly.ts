/** A synthetic pilot flies a maneuver from its card, and a recorder writes it down. */
import type { Configuration } from '../airplane/configuration.ts';
import type { Airplane } from '../airplane/schema.ts';
import { targetCard } from '../brief/target-card.ts';
import type { TargetCard } from '../card/card.ts';
import { InputError } from '../errors.ts';
import { type Airframe, airframeOf } from '../flight/model/airframe.ts';
import { beginFlight, type Flight, type Weather } from '../flight/model/flight.ts';
import { flightRecorder, type RecorderOptions } from '../flight/model/flight-recorder.ts';
import { rigged, trimFlight } from '../flight/model/trim.ts';
import { type Event, flyOut, type Pilot, type PilotSettings, pilotFor } from '../flight/pilot/cockpit.ts';
import type { Piece } from '../kits/attempt/room.ts';
import { requireRoom } from '../maneuvers/registry.ts';
import type { Recording } from '../recording/columns/recording.ts';
import { DEFAULT_STANDARD_ID, findStandard, SCHOOL_STANDARD_ID } from '../standards/standards.ts';

interface FlyOptions extends Weather {
  airplane: Airplane;
  maneuver: string;
  variant?: string;
  configuration?: Configuration;
  /** A finding's id of this maneuver, or none; and how far it goes, 1 for its usual size, where it has one. */
  habit?: string;
  habitScale?: number;
  seed?: number;
  skill?: number;
  /** Maximum if left out. */
  weightLb?: number;
  /** Highest ground below, ft. */
  groundFt?: number;
  headingDeg?: number;
  recorder?: Omit<RecorderOptions, 'seed'>;
  /** A lesson's card, in place of one worked out here. */
  card?: TargetCard;
  note?: string;
  date?: string;
}

export interface FlownManeuver {
  recording: Recording;
  card: TargetCard;
  /** What the pilot did when: the truth that finding and scoring are held against. Seconds of the recording. */
  events: Event[];
}

/** Ground below the demo's training area, ft. */
export const AREA_GROUND_FT = 1900;
/** No maneuver takes longer. */
const LONGEST_S = 600;

/** @throws InputError for a maneuver, variant or habit that is not flown. */
export function flyManeuver(options: FlyOptions): FlownManeuver {
  const { seed = 1, airplane } = options;
  const { piece, habit, variant } = pieceFor(options);
  const groundFt = options.groundFt ?? AREA_GROUND_FT;
  const weightLb = options.weightLb ?? airplane.maxWeightLb;
  const card =
    options.card ??
    targetCard({
      airplane,
      standard: findStandard(DEFAULT_STANDARD_ID)!,
      schoolStandard: findStandard(SCHOOL_STANDARD_ID),
      maneuver: options.maneuver,
      variant,
      configuration: options.configuration,
      weightLb,
      groundFt,
      headingDeg: options.headingDeg ?? 360,
    });
  const airframe = airframeFor(airplane, weightLb);
  const settings = settingsFor(card, piece, airframe, {
    habit,
    habitScale: options.habitScale,
    seed,
    skill: options.skill,
  });
  const flight = trimmedFlight(airframe, settings, options, seed);
  const recorder = flightRecorder({ ...options.recorder, seed });
  const pilot = pilotFor(flight, settings, piece.script);
  flyOut(pilot, LONGEST_S, recorder.keep);
  return {
    card,
    events: pilot.cockpit.events,
    recording: recorder.recording({
      airplane: airplane.id,
      ...(options.date && { date: options.date }),
      groundFt,
      weightLb,
      note: options.note ?? `flown by a synthetic pilot, seed ${seed}, habit ${options.habit ?? 'none'}`,
    }),
  };
}

/** @throws InputError for a maneuver or a habit that is not flown. */
export function pieceFor({
  maneuver,
  habit: habitId = 'none',
  variant,
}: Pick<FlyOptions, 'maneuver' | 'habit' | 'variant'>): {
  piece: Piece;
  habit: string;
  variant: string | undefined;
} {
  const { pilot: piece, unrecorded = [] } = requireRoom(maneuver);
  if (habitId === 'none') return { piece, habit: 'none', variant };
  const habit = habitId.startsWith(`${maneuver}/`) ? habitId.slice(maneuver.length + 1) : '';
  if (unrecorded.includes(habit)) throw new InputError('fly/habit-unrecorded', { habit: habitId });
  if (!piece.habits.includes(habit))
    throw new InputError('fly/habit', {
      habit: habitId,
      known: piece.habits.map((h) => `${maneuver}/${h}`).join(', '),
    });
  return { piece, habit, variant: variant ?? piece.habitVariants?.[habit] };
}

const airframes = new Map<string, Airframe>();
const AIRFRAMES_KEPT = 12;

/** The rigged airframe at a weight, worked out once. */
export function airframeFor(airplane: Airplane, weightLb: number): Airframe {
  const key = `${JSON.stringify(airplane)} ${weightLb}`;
  const known = airframes.get(key);
  if (known) return known;
  const airframe = rigged(airframeOf(airplane, weightLb));
  if (airframes.size >= AIRFRAMES_KEPT) airframes.delete(airframes.keys().next().value as string);
  airframes.set(key, airframe);
  return airframe;
}

/** Below the floor by this much is a habit. */
const BELOW_FLOOR_FT = 120;

/** What the pilot sets out from: the card's altitude and heading, its speed or cruise. */
export function settingsFor(
  card: TargetCard,
  piece: Piece,
  { airplane }: Airframe,
  more: { habit?: string; habitScale?: number; seed?: number; skill?: number },
): PilotSettings {
  const cruise = Math.min(0.88 * card.vaKias, airplane.steepTurnKias ?? Number.POSITIVE_INFINITY);
  return {
    card,
    ...more,
    entryKias: piece.from === 'cruise' ? Math.round(cruise) : (card.entry.airspeedKias ?? Math.round(cruise)),
    altitudeFt: more.habit === 'below-floor' ? card.entry.floorFt - BELOW_FLOOR_FT : card.entry.altitudeFt,
    headingDeg: card.entry.headingDeg,
  };
}

export function trimmedFlight(
  airframe: Airframe,
  settings: PilotSettings,
  weather: Weather,
  seed: number,
): Flight {
  const { altitudeFt, entryKias: kias, headingDeg } = settings;
  const start = trimFlight(airframe, { altitudeFt, kias, headingDeg, warmerC: weather.warmerC });
  return beginFlight(airframe, start, weather, seed);
}

export type { Event, Pilot };
