/** What a maneuver says of itself, so that a card can be made of it: one file a maneuver. */
import type { Airplane } from '../../airplane/schema.ts';
import type { Technique } from '../../technique/technique.ts';
import type { CardFigure, FlapStep, TargetCard } from '../card.ts';
import type { Day } from '../day.ts';

/** A speed window and the speed chosen in it, KIAS. */
export interface SpeedChoice {
  kias: number | null;
  why: string;
  windowKias: [number, number] | null;
  windowWhy: [string, string];
}

/** How the maneuver is flown on one day: what differs from card to card. */
export interface Flown {
  bankDeg: number;
  /** Flap stage at which its speeds hold. */
  stage: number;
  speed: SpeedChoice;
  power: TargetCard['power'];
  /** Why there is no power figure, where it is not the airplane file's doing. */
  powerMissing?: string;
  flaps?: FlapStep[];
  powerTable?: TargetCard['powerTable'];
  /** Numbers of this maneuver alone, after those that every card has. */
  figures?: CardFigure[];
  steps: string[];
  /** The usual faults, for a student without a record. */
  usualFaults: string[];
  cautions: string[];
}

export interface ManeuverBrief {
  id: string;
  title: string;
  /** For a narrow block of the lesson's strip. */
  short: string;
  /** The first is taken when none is asked for. */
  variants: readonly [string, ...string[]];
  /** Altitude that a student may lose, ft, and how far the airplane may rise above the entry. */
  lossFt: number;
  gainFt: number;
  picture: TargetCard['picture'];
  /** It covers ground along its heading, so that the next one is better flown the other way. */
  travels: boolean;
  /** It uses up the altitude lost, and begins the next try with a climb. */
  losesHeight?: boolean;
  /** Minutes for one attempt with what belongs to it, without clearing. */
  minutes: (technique: Technique, airplane: Airplane) => number;
  fly: (day: Day) => Flown;
}
