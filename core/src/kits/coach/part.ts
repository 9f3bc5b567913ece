/** What a room tells the coach: the maneuver's steps, and what is said, and never said, in which situation. */
import type { Airplane } from '../../airplane/schema.ts';
import type { TargetCard } from '../../card/card.ts';
import type { Columns } from '../../signals/columns.ts';
import type { Meaning, Never } from './meaning.ts';
import type { QuantityName } from './quantity-names.ts';
import type { Sign } from './sign.ts';

export type FlightSign = Sign<QuantityName>;

/** What is to be held while a step lasts; what is left out is not held then, and nobody is told to. */
export interface Aims {
  kias?: number;
  altitude?: 'entry';
  /** So many feet above the entry, or below. */
  altitudeByFt?: number;
  bankDeg?: number;
  heading?: 'entry';
  /** Heading to go by in the whole maneuver, deg. */
  turnDeg?: number;
  /** The briefed heading that it ends on, where that is near: Debrief holds the roll-out against the same. */
  toHeadingDeg?: number;
}

export interface Step {
  id: string;
  /** What the situations call this part; the id where it is left out. */
  phase?: string;
  /** The phase that Debrief will call it; what the situations call it where it is left out. */
  of?: string;
  /** A noun, for those who are being shown it. */
  name: string;
  /** What to do, in eight words at most, and what that asks for, in the order of the words. */
  does: string;
  means: readonly Meaning[];
  /** By what it is done, and how long that has to show. */
  done: FlightSign;
  forS?: number;
  /** The step that follows, where it is not the next one in the list. */
  leadsTo?: string;
  /** Shown, the airplane is in this step already, whatever came before it. */
  begun?: FlightSign;
  /** Shown in this step, an earlier one is flown again. */
  again?: { to: string; sign: FlightSign };
  /** Shown for some seconds, the maneuver was given up: it is over, and is judged as far as it went. */
  over?: FlightSign;
  /** How long it may take. */
  withinS: number;
  /** What usually goes wrong in it. */
  wrong: string;
  aims: Aims;
  /** Eyes and hands are full: nobody is told to look round. */
  busy?: true;
  /** In the airplane nothing is shown: every eye belongs outside. */
  blank?: true;
}

export interface Situation {
  id: string;
  /** Phases of the steps in which it is looked for; in all where it is left out. */
  during?: readonly string[];
  /** The sign that it is so; or a fault, by its name, that is at the coach's edge. One of them is there. */
  when?: FlightSign;
  fault?: string;
  /** Not looked for while this shows. */
  unless?: FlightSign;
  /** Said only once it has lasted so long; what is never said is not said from its first moment. */
  forS?: number;
  never: readonly Never[];
  /** At most eight words, and what they ask for in the order of the words; silence where it is left out. */
  says?: string;
  means?: readonly Meaning[];
  /** It beats what is not about safety. */
  safety?: true;
  /** Once in an attempt. */
  once?: true;
  /** It belongs to the steps: nothing has gone wrong. */
  prompt?: true;
}

export interface CoachPart {
  /** From steady to settled: the first waits for the maneuver to begin, the last ends when it has settled. */
  steps(card: TargetCard, airplane: Airplane): readonly Step[];
  situations(card: TargetCard, airplane: Airplane): readonly Situation[];
  /** The row at which the attempt begins, going back from the one at which it was seen to have begun. */
  startRow?(columns: Columns, row: number): number;
  /** General situations that this maneuver has in its own way. */
  without?: readonly string[];
}
