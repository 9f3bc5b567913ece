/** A stretch of a recording on its way to a score: proposed, then measured, against what it is scored against. */
import type { Configuration } from '../../airplane/configuration.ts';
import type { Airplane } from '../../airplane/schema.ts';
import type { BriefTargets } from '../../card/targets.ts';
import type { Coded } from '../../coded.ts';
import type { AtField } from '../../field/field-day.ts';
import type { Rows } from '../../recording/columns/span.ts';
import type { ExaminerFigures } from '../../scoring/judge.ts';
import type { Judged, Quantity, Span } from '../../scoring/judged.ts';
import type { Judge } from '../../scoring/schema.ts';
import type { Parameter, Standard, StandardRow } from '../../scoring/standard.ts';
import type { AirLevel } from '../../signals/air-level.ts';
import type { ThresholdEdits } from '../../units/figures.ts';

/** What a recording is scored against. What is left out is "not measured", never assumed. */
export interface ScoringContext {
  standard: Standard;
  /** The school's own rows, for what the chosen standard has none for. */
  schoolStandard?: Standard;
  judge: Judge;
  airplane?: Airplane;
  weightLb?: number;
  /** Whether somebody gave that weight; else it is the maximum. */
  weightGiven: boolean;
  /** Highest ground below, ft. */
  groundFt?: number;
  briefs: readonly BriefTargets[];
  /** The school’s own thresholds, laid over those that come with the maneuvers. */
  thresholds: ThresholdEdits;
  examiner: ExaminerFigures;
  /** Whether the school clears the area before each maneuver; without it nothing is said about clearing. */
  clearsBeforeEach: boolean;
  /** The field as briefed; the usual rules and no wind where nobody did. */
  atField: AtField;
  /** What an instructor saw where no channel was recorded. */
  told: readonly Told[];
}

/** Said by an instructor of a stretch of the recording: a requirement, how the flaps stood, or how rough the air was. */
export type Told = Span & { maneuver: string } & (
    | { requirement: string; held: boolean }
    | { configuration: Configuration }
    | { level: AirLevel }
  );

/** The last thing of its kind that was said of an attempt, or of a stretch that holds most of it. */
export const lastTold = <K extends string>(
  told: readonly Told[],
  kind: K,
  { startS, endS, maneuver }: Span & { maneuver: string },
  also: (one: Extract<Told, Record<K, unknown>>) => boolean = () => true,
): Extract<Told, Record<K, unknown>> | undefined =>
  told
    .filter((one): one is Extract<Told, Record<K, unknown>> => kind in one)
    .findLast(
      (one) =>
        one.maneuver === maneuver &&
        Math.min(one.endS, endS) - Math.max(one.startS, startS) > (endS - startS) / 2 &&
        also(one),
    );

/** A stretch of the recording that may be an attempt at a maneuver. */
export interface Proposal {
  maneuver: string;
  /** Null where the recording cannot tell it, with the reason. */
  variant: string | null;
  variantUnknown?: Coded;
  startS: number;
  endS: number;
  /** The unbroken rows around it. */
  segment: Rows;
  state: 'complete' | 'discontinued';
  endedBy?: Coded;
}

/** An attempt with everything about it that the standard's rows may ask for. */
export interface Attempt extends Proposal, Judged {
  targets: Record<string, number>;
  brief?: BriefTargets;
  inheritsEntry: boolean;
  turnedDeg?: number;
  /** How the flaps stood; null where nothing tells; left out where it does not matter. */
  configuration?: Configuration | null;
  /** Means over the seconds before the start. */
  entry: { altitudeFt: number; airspeedKt: number; headingDeg: number };
  /** A row as it counts in this attempt; undefined where it does not apply. */
  rowFor(row: StandardRow): StandardRow | undefined;
  /** The same by the parameter's name, as the chosen standard has it. */
  spansOfParameter(parameter: Parameter): Span[] | undefined;
  /** The same by the parameter's name, as the chosen standard has it. */
  quantityOf(parameter: Parameter): Quantity | undefined;
}
