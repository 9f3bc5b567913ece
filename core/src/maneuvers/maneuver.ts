/** What every maneuver module offers: it proposes attempts, says what is measured in them, and what went wrong. */
import type { Airplane } from '../airplane/schema.ts';
import type { BriefTargets } from '../brief/targets.ts';
import type { Channel } from '../recording/channel.ts';
import type { Rows } from '../recording/span.ts';
import type { Track } from '../recording/track.ts';
import type { ExaminerFigures } from '../scoring/judge.ts';
import type { Finding, Judge, Phase } from '../scoring/schema.ts';
import type { Parameter, Standard, StandardRow } from '../standards/schema.ts';
import type { Thresholds } from './thresholds.ts';

/** What a recording is scored against. What is left out is "not measured", never assumed. */
export interface ScoringContext {
  standard: Standard;
  /** The school's own rows, for what the chosen standard has none for. */
  schoolStandard?: Standard;
  judge: Judge;
  airplane?: Airplane;
  weightLb?: number;
  /** Highest ground below, ft. */
  groundFt?: number;
  briefs: readonly BriefTargets[];
  thresholds: Thresholds;
  examiner: ExaminerFigures;
  /** Whether the school clears the area before each maneuver; without it nothing is said about clearing. */
  clearsBeforeEach: boolean;
}

/** A stretch of the recording that may be an attempt at a maneuver. */
export interface Proposal {
  maneuver: string;
  variant: string;
  startS: number;
  endS: number;
  /** The unbroken rows around it. */
  segment: Rows;
  state: 'complete' | 'discontinued';
  reason?: string;
}

/** How one row of a standard is counted in an attempt. */
export interface Quantity {
  channel: Channel;
  target: number;
  /** Signed deviation, measured − target, at a row. */
  deviation(row: number): number;
  /** Where it is taken at one instant, and that is not the end. */
  atS?: number;
}

/** An attempt with everything about it that the standard's rows may ask for. */
export interface Attempt extends Proposal {
  phases: Phase[];
  targets: Record<string, number>;
  brief?: BriefTargets;
  inheritsEntry: boolean;
  turnedDeg?: number;
  /** Too little of the maneuver was flown for it to pass, whatever the figures. */
  fallsShort: boolean;
  /** Means over the seconds before the start. */
  entry: { altitudeFt: number; airspeedKt: number; headingDeg: number };
  /** A row as it counts in this attempt; undefined where it does not apply. */
  rowFor(row: StandardRow): StandardRow | undefined;
  /** Where a row is judged, when that is not one phase: legs. */
  spansOf(row: StandardRow): { startS: number; endS: number }[] | undefined;
  /** The same by the parameter's name, as the chosen standard has it. */
  spansOfParameter(parameter: Parameter): { startS: number; endS: number }[] | undefined;
  /** Undefined where the row's parameter means nothing in this maneuver or has no channel. */
  quantity(row: StandardRow): Quantity | undefined;
  /** The same by the parameter's name, as the chosen standard has it. */
  quantityOf(parameter: Parameter): Quantity | undefined;
}

/** A parameter's stretch outside its band, as the findings see it. */
export interface ParameterExcursion {
  parameter: Parameter;
  startS: number;
  endS: number;
  peak: number;
}

export interface Maneuver {
  id: string;
  propose(track: Track, context: ScoringContext): { proposals: Proposal[]; warnings: string[] };
  /** `earlier`: the attempts before this one, in time order. */
  measure(track: Track, proposal: Proposal, earlier: readonly Attempt[], context: ScoringContext): Attempt;
  /** `next`: the attempt that follows, if there is one. */
  findings(track: Track, attempt: Attempt, next: Proposal | undefined, context: ScoringContext): Finding[];
}
