/**
 * A fault, once: what it is looked at by, from when on the coach warns of it and from when on Debrief names it. Debrief works out
 * spans and sizes at the end, from the whole attempt; what is looked at, and the edge, are the same for both.
 */

import type { Airplane } from '../../airplane/schema.ts';
import type { BriefTargets } from '../../card/targets.ts';
import type { Finding } from '../../scoring/schema.ts';
import type { Columns } from '../../signals/columns.ts';
import type { ThresholdEdits } from '../../units/figures.ts';
import type { Check } from './case.ts';

/** What is known of an attempt while it is flown, and as well when it is over. */
export interface Flying {
  columns: Columns;
  airplane?: Airplane;
  weightLb?: number;
  /** Highest ground below, ft. */
  groundFt?: number;
  clearsBeforeEach: boolean;
  thresholds: ThresholdEdits;
  brief?: BriefTargets;
  /** First row of the unbroken flight, and of the attempt. */
  firstRow: number;
  startRow: number;
  startS: number;
  /** It began out of the turn the other way: what came before is not asked. */
  inheritsEntry: boolean;
  entry: { altitudeFt: number; airspeedKt: number; headingDeg: number };
  targets: Readonly<Record<string, number>>;
  /** +1 to the right, −1 to the left. */
  side: number;
  /** Edges of the judged tolerance of a parameter; undefined where nothing judges it. */
  toleranceOf(parameter: string): { low: number; high: number } | undefined;
}

/** One row of it, and the phase that it is in. */
interface RowMoment {
  row: number;
  timeS: number;
  /** Whether the row is in a phase of this name. */
  inPhase(name: string): boolean;
}

/** What is looked at, row by row from the attempt's start; NaN where nothing tells. */
export type Watch = (m: RowMoment) => number;

export interface Seen {
  /** The phases in which it is looked for; from the start to the end, and not in settling, where left out. */
  phases?: readonly string[];
  /** Opened for each attempt, so that it may remember. */
  watch(flying: Flying): Watch;
  /** Beyond this it is the fault; NaN where it cannot be one here. */
  edge(flying: Flying): number;
  /** How long it has to be beyond, s; an instant where left out. */
  lastsS?(flying: Flying): number;
  /** The coach warns from this share of the edge on, and of the time. */
  warnShare?: number;
}

type Hazard = NonNullable<Finding['hazard']>;

export interface Fault<Name extends string = string> {
  name: Name;
  /** The control that it is mended with; the pitch where left out. */
  hand?: 'bank' | 'throttle' | 'rudder';
  /** The airplane may be hurt, or it has an order of its own before which all other advice is silent. */
  hazard?: Hazard;
  /** The same thing as seen by everyone, of which this room has its own. */
  replaces?: string;
  /** How it is seen as it happens; or why only the whole attempt tells it. */
  seen: Seen | { afterwards: string };
  /** Debrief's: span, size and what its words need. */
  find: Check;
}

export const isSeen = (fault: Fault): fault is Fault & { seen: Seen } => 'watch' in fault.seen;

/** Nobody knows sooner that an attempt has begun: what was wrong with its beginning is named from then on, s. */
const BEGUN_S = 2;

/** Usual share of the edge from which the coach warns. */
const WARN_SHARE = 0.9;

export interface Onset {
  /** Takes the next row. */
  look(m: RowMoment): void;
  /** Whether it is beyond the coach's edge at the last row. */
  beyond: boolean;
  /** When it passed the coach's edge, and Debrief's; NaN while it has not. Once passed they stay. */
  warnedS: number;
  reachedS: number;
}

/** Follows one fault through an attempt. */
export function openOnset(
  { phases, watch, edge, lastsS, warnShare = WARN_SHARE }: Seen,
  flying: Flying,
): Onset {
  const look = watch(flying);
  const faultEdge = edge(flying);
  const forS = lastsS?.(flying) ?? 0;
  let warnsS = Number.NaN;
  let reachesS = Number.NaN;
  let warned = false;
  let reached = false;
  /** Since when it has been beyond an edge; NaN where it is not. */
  const since = (sinceS: number, value: number, limit: number, timeS: number): number => {
    if (!(value > limit)) return Number.NaN;
    return Number.isNaN(sinceS) ? timeS : sinceS;
  };
  const onset: Onset = {
    beyond: false,
    warnedS: Number.NaN,
    reachedS: Number.NaN,
    look(m) {
      const inPhase = phases ? phases.some((name) => m.inPhase(name)) : !m.inPhase('settle');
      const value = inPhase ? look(m) : Number.NaN;
      warnsS = since(warnsS, value, warnShare * faultEdge, m.timeS);
      reachesS = since(reachesS, value, faultEdge, m.timeS);
      // Half a step is the clock's, not the hand's.
      const graceS = flying.columns.stepS / 2;
      onset.beyond = m.timeS - warnsS >= warnShare * forS - graceS;
      warned ||= onset.beyond;
      reached ||= m.timeS - reachesS >= forS - graceS;
      if (m.timeS - flying.startS < BEGUN_S) return;
      if (warned && Number.isNaN(onset.warnedS)) onset.warnedS = m.timeS;
      if (reached && Number.isNaN(onset.reachedS)) onset.reachedS = m.timeS;
    },
  };
  return onset;
}

/** A fault with its name kept as a type: a room's habits and ids are made of them. */
export const fault = <const Name extends string>(one: Fault<Name>): Fault<Name> => one;

/** Names of some faults, as types. */
export const namesOf = <Name extends string>(faults: readonly Fault<Name>[]): Name[] =>
  faults.map(({ name }) => name);

/** Why a fault is no live one. */
export const AT_THE_END = { afterwards: 'it is a figure of the whole attempt' } as const;
