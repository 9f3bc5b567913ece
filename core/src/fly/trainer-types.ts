/** What goes into the trainer and what comes out of it. */

import type { Airplane } from '../airplane/schema.ts';
import type { TargetCard } from '../card/card.ts';
import type { CoachLook } from '../coach/coach.ts';
import type { CoachWords } from '../coach/coach-words.ts';
import type { FieldRules } from '../field/field-rules.ts';
import type { Weather } from '../flight/model/flight.ts';
import type { Reading } from '../flight/model/instruments.ts';
import type { FieldRow } from '../kits/coach/quantities.ts';
import type { Recording } from '../recording/columns/recording.ts';
import type { Holder } from './exchange.ts';
import type { Lane } from './lanes.ts';
import type { PatternFigures } from './pattern/figures.ts';
import type { LandingShown } from './pattern/landing-log.ts';
import type { TrapKind } from './traps/coach.ts';

/** Deviations of the demonstration from the same lanes, by seconds from the beginning of the maneuver. */
export interface Demonstration {
  stepS: number;
  lanes: number[][];
  /** The attitude held in the middle of it: where the horizon met the cowling. */
  attitude: { pitchDeg: number; bankDeg: number };
}

/** Where the student's hands are: stick right and back, right pedal and trim back positive. */
export interface StudentInput {
  aileron: number;
  elevator: number;
  rudder: number;
  throttle: number;
  trim: number;
  flapsDeg: number;
  /** 0 to 1. */
  brakes: number;
}

export interface Assistance {
  /** Feet that keep the ball in the middle, for those without pedals. */
  rudder: boolean;
  /** The stick asks for a rate of roll and pitch, and what was reached stays when it is let go. */
  steady: boolean;
}

/** What the instructor takes on while the student flies the rest. */
export const SHARED_AXES = ['rudder', 'throttle', 'bank'] as const;
export type SharedAxis = (typeof SHARED_AXES)[number];

/** A field and its pattern on the day. */
export interface PatternOptions {
  fieldFt: number;
  runwayDeg: number;
  rules: FieldRules;
  gustKt?: number;
  from: 'runway' | 'final';
}

export interface TrainerOptions extends Weather {
  airplane: Airplane;
  card: TargetCard;
  groundFt: number;
  /** The pattern at a field in place of the card's maneuver. */
  pattern?: PatternOptions;
  /** One of the ways into a spin in its place. */
  trap?: TrapKind;
  seed?: number;
  assistance?: Assistance;
  /** The school's own words for what the coach says. */
  words?: CoachWords;
}

export interface TrainerSnapshot {
  timeS: number;
  reading: Reading;
  northM: number;
  eastM: number;
  holder: Holder;
  exchange: { by: Holder; says: string; awaitsStudent: boolean } | null;
  showing: boolean;
  /** The axis that the instructor flies with the student. */
  shared: SharedAxis | null;
  /** Where in the maneuver it is, and the one thing to say. */
  coach: CoachLook;
  /** The attempt under way: turned so far, or null between attempts. */
  attempt: { startS: number; turnedDeg: number } | null;
  deviations: number[];
  input: StudentInput;
  assistance: Assistance;
  /** It met the ground, and waits to be set back to the entry. */
  down: boolean;
  /** In the pattern: where it is, and the landing that it made last. */
  field: FieldRow | null;
  landing: LandingShown | null;
}

export interface Trainer {
  /** Of what is flown: the lesson's, or the pattern's. */
  card: TargetCard;
  /** Of the pattern, where it is flown. */
  pattern: PatternFigures | null;
  lanes: Lane[];
  demonstration: Demonstration;
  input(part: Partial<StudentInput>): void;
  assist(part: Partial<Assistance>): void;
  /** Flies on by some seconds of the airplane's time. */
  advance(seconds: number): void;
  /** The student's key for the exchange of controls. */
  exchange(): void;
  /** The instructor flies one axis with the student, or none. */
  share(axis: SharedAxis | null): void;
  /** Says nothing, as in an examination; or coaches. */
  alone(is: boolean): void;
  /** Says that this step is done. */
  passStep(): void;
  /** Asks the instructor to show it; the controls are exchanged first. */
  show(): void;
  /** Back to the entry: trimmed, on altitude, speed and heading. */
  reset(): void;
  snapshot(): TrainerSnapshot;
  finish(date?: string): { recording: Recording; instructorFlew: { startS: number; endS: number }[] };
}
