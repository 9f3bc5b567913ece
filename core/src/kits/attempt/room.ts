/**
 * A maneuver's room: all that the program knows of one maneuver, declared in one object. Everything else (ids as types,
 * labels, defaults, order, what is cleared for, what folds into what) is asked of it.
 */

import type { Configuration } from '../../airplane/configuration.ts';
import type { OwnFigure } from '../../airplane/own-figure.ts';
import type { Airplane } from '../../airplane/schema.ts';
import type { Day } from '../../card/day.ts';
import type { Flown } from '../../card/flown.ts';
import type { Coded } from '../../coded.ts';
import type { Cockpit, Script } from '../../flight/pilot/cockpit.ts';
import type { Track } from '../../recording/track/track.ts';
import type { Parameter } from '../../scoring/standard.ts';
import type { Technique, TechniqueKey } from '../../technique/technique.ts';
import type { Figures } from '../../units/figures.ts';
import type { CoachPart } from '../coach/part.ts';
import type { Attempt, Proposal, ScoringContext } from './attempt.ts';
import type { Fault } from './fault.ts';
import type { PicturePart } from './picture.ts';
import type { Requirement } from './requirement.ts';
import type { StoryPart } from './story.ts';

/** How the maneuver is briefed. */
export interface Card {
  /** The steepest bank that it is briefed at, deg, and whose limit that is; the general one where it has none of its own. */
  mostBankDeg?: (day: Day) => number;
  /** Altitude that a student may lose, ft, and how far the airplane may rise above the entry. */
  lossFt: number;
  gainFt: number;
  /** What shows it, before the flight and after. */
  picture: PicturePart;
  /** The flap settings that it can be briefed in, the usual one first; left out, the variant or the maneuver has its own. */
  configurations?: readonly [Configuration, ...Configuration[]];
  /** It covers ground along its heading, so that the next one is better flown the other way. */
  travels: boolean;
  /** It uses up the altitude lost, and begins the next try with a climb. */
  losesHeight?: boolean;
  /** It ends at a field that can be chosen in the brief. */
  glides?: boolean;
  /** Its bank is a limit rather than a target. */
  bankIsLimit?: boolean;
  /** It is flown by heading, so that lead and time for a circle belong on the kneeboard. */
  turnsByHeading?: boolean;
  /** The school's choices of technique that change its words or numbers. */
  heeds: readonly TechniqueKey[];
  /** Which of the airplane's own figures belong beside the book's. */
  ownFigures?: readonly OwnFigure['kind'][];
  /** Minutes for one attempt with what belongs to it, without clearing. */
  minutes: (technique: Technique, airplane: Airplane) => number;
  fly: (day: Day) => Flown;
}

export interface Proposed {
  proposals: Proposal[];
  /** What could not be told. */
  warnings?: Coded[];
}

/** How it is found in a recording and measured. */
export interface Sought {
  propose?(track: Track, context: ScoringContext): Proposed;
  /** For what is told by what follows it: `cleared`, the proposals of maneuvers that the area is cleared for. */
  proposeBefore?(track: Track, context: ScoringContext, cleared: readonly Proposal[]): Proposed;
  /** What it is called over any stretch of a recording, for attempts that a person has made; the first variant if left out. */
  variantOver?(track: Track, context: ScoringContext, span: Stretch): string;
  /** `earlier`: the attempts before this one, in time order. */
  measure(track: Track, proposal: Proposal, earlier: readonly Attempt[], context: ScoringContext): Attempt;
}

export type Stretch = Pick<Proposal, 'startS' | 'endS' | 'segment'>;

/** How the synthetic pilot flies it, and with which habits. */
export interface Piece<FindingName extends string = string> {
  script: (c: Cockpit) => Script;
  /** Names of findings. */
  habits: readonly FindingName[];
  /** The variant that shows a habit, where the first one does not. */
  habitVariants?: Readonly<Partial<Record<FindingName, string>>>;
  /** Flown from the speed of the card, or from cruise. */
  from: 'card' | 'cruise';
}

export interface Room<
  Id extends string = string,
  Variant extends string = string,
  PhaseName extends string = string,
  FindingName extends string = string,
  RequirementName extends string = string,
> {
  id: Id;
  /** Several of them, as a heading; one of them; and in the few letters of a block in a strip. */
  title: string;
  one: string;
  short: string;
  /** The first is taken when none is asked for. */
  variants: readonly [Variant, ...Variant[]];
  phases: readonly PhaseName[];
  /**
   * Where proposals overlap the smaller wins: stalls from 10, slow flight from 20, steep turns from 30, glides from 40,
   * what prepares from 50, plain turns from 60, straight flight from 70.
   */
  precedence: number;
  /** An instructor's, and shown: never asked of a student. */
  shown?: boolean;
  /** The area is cleared for it. */
  clearedFor?: boolean;
  /** It is what clears the area, part of every lesson. */
  clears?: boolean;
  /** Flown so near to the stall that an airspeed worked out from positions cannot tell it: named as likely, not judged. */
  nearStall?: boolean;
  /** It has a drill, whose items an instructor ticks. */
  hasDrill?: boolean;
  card: Card;
  sought: Sought;
  /** All that can be found wrong in it, one record each. */
  faults: readonly Fault<FindingName>[];
  /** What a standard may ask of it before any band, by name. */
  requirements: Readonly<Record<RequirementName, Requirement>>;
  /** Findings that no recording can show, each with the reason. */
  unrecorded?: readonly string[];
  /** Findings that say in words what a parameter's excursion says in figures. */
  folds?: Readonly<Partial<Record<Parameter, readonly FindingName[]>>>;
  pilot: Piece<FindingName>;
  /** What explains it at Debrief, beside what judged it. */
  story?: StoryPart;
  /** What the coach says while it is flown, and what it never says. */
  coach: CoachPart;
  /** The numbers it is found and judged by: its own, and those of the kits it uses. */
  tables: readonly Figures[];
}

/** Declares a room, and keeps the names in it as types. */
export const defineRoom = <
  const Id extends string,
  const Variant extends string,
  const PhaseName extends string,
  const FindingName extends string,
  const RequirementName extends string,
>(
  room: Room<Id, Variant, PhaseName, FindingName, RequirementName>,
): Room<Id, Variant, PhaseName, FindingName, RequirementName> => room;
