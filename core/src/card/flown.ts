/** What a maneuver gives to its card: its speed, power, figures and words. */
import type { CardFigure, FlapStep, LevelOff, TargetCard } from './card.ts';

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
  levelOff?: LevelOff;
  steps: string[];
  /** The usual faults, for a student without a record. */
  usualFaults: string[];
  cautions: string[];
}
