/** What is flown in the trainer: where it begins, what is shown, what the coach goes by, and when it has gone wrong. */
import type { TargetCard } from '../card/card.ts';
import type { CoachOptions } from '../coach/coach.ts';
import { beginFlight, type Flight, stepFlight } from '../flight/model/flight.ts';
import { trimFlight } from '../flight/model/trim.ts';
import { type Cockpit, holdLevel, type PilotSettings, type Script } from '../flight/pilot/cockpit.ts';
import type { Seen } from '../flight/pilot/eyes.ts';
import type { Aim } from '../flight/pilot/hands.ts';
import type { FieldRow } from '../kits/coach/quantities.ts';
import { airframeFor, pieceFor, settingsFor } from './fly.ts';
import { reposition } from './fly-lesson.ts';
import type { Lane } from './lanes.ts';
import type { PatternFigures } from './pattern/figures.ts';
import type { LandingShown } from './pattern/landing-log.ts';
import { demonstrationOf } from './shown.ts';
import type { Demonstration, StudentInput, TrainerOptions } from './trainer-types.ts';

/** What somebody who meddles goes by: the flight, the step that it is in, and the student's hands. */
export interface Meddling {
  seen: Seen;
  step: string;
  input: StudentInput;
}

export interface Exercise {
  card: TargetCard;
  settings: PilotSettings;
  /** Left out, the card's own maneuver. */
  part?: CoachOptions['part'];
  demonstration(lanes: readonly Lane[]): Demonstration;
  begin(timeS: number): Flight;
  /** On the ground it is recorded standing for so long before and after, as a recording of a flight is, s. */
  standsS?: number;
  /** What the instructor flies, shown or only held. */
  show(c: Cockpit): Script;
  hold(c: Cockpit): Script;
  /** Of the pattern that is flown. */
  figures?: PatternFigures;
  /** After every look: where it is at a field, and the landing that it made. */
  follow?(flight: Flight, seen: Seen): { field: FieldRow; landing: LandingShown | null };
  /** What somebody else does to the student's controls. */
  meddle?(aim: Aim, now: Meddling): Aim;
  /** It cannot be flown on. */
  isDown(flight: Flight, seen: Seen): boolean;
}

/** A maneuver of the lesson, trimmed at its entry. */
export function maneuverExercise(options: TrainerOptions): Exercise {
  const { airplane, card, groundFt, seed = 1 } = options;
  const { piece } = pieceFor({ maneuver: card.maneuver, variant: card.variant });
  const airframe = airframeFor(airplane, card.weightLb);
  const settings = settingsFor(card, piece, airframe, { seed, skill: 0.9 });
  const back = (c: Cockpit) => reposition(c, settings, airplane.vyKias ?? settings.entryKias);
  return {
    card,
    settings,
    demonstration: (lanes) => demonstrationOf(options, lanes),
    begin(timeS) {
      const { altitudeFt, entryKias: kias, headingDeg } = settings;
      const trimmed = trimFlight(airframe, { altitudeFt, kias, headingDeg, warmerC: options.warmerC });
      const flight = beginFlight(airframe, trimmed, options, seed);
      flight.state.timeS = timeS;
      stepFlight(flight);
      return flight;
    },
    *show(c) {
      yield* back(c);
      c.leadInS = 5;
      c.settleS = 10;
      yield* piece.script(c);
    },
    *hold(c) {
      yield* back(c);
      yield* holdLevel(c);
    },
    isDown: (_, seen) => seen.altitudeFt < groundFt,
  };
}
