/** What a maneuver gives to its card: its speed, power and figures. */
import type { Coded } from '../coded.ts';
import type { CardFigure, FlapStep, LevelOff, TargetCard } from './card.ts';

/** A speed window and the speed chosen in it, KIAS. */
export interface SpeedChoice {
  kias: number | null;
  why: Coded;
  windowKias: [number, number] | null;
  windowWhy: [Coded, Coded];
}

/** How the maneuver is flown on one day: what differs from card to card. */
export interface Flown {
  bankDeg: number;
  /** Flap stage at which its speeds hold. */
  stage: number;
  speed: SpeedChoice;
  power: TargetCard['power'];
  /** Why there is no power figure, where it is not the airplane file's doing. */
  powerMissing?: Coded;
  flaps?: FlapStep[];
  powerTable?: TargetCard['powerTable'];
  /** Numbers of this maneuver alone, after those that every card has. */
  figures?: CardFigure[];
  levelOff?: LevelOff;
  /** What only its sentences need. */
  params?: Record<string, number | null | undefined>;
}
