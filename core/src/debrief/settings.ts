/** What a score takes from its options and from the recording's own header, and what nobody gave. */

import type { Airplane } from '../airplane/schema.ts';
import type { BriefTargets } from '../card/targets.ts';
import type { Coded } from '../coded.ts';
import type { AtField } from '../field/field-day.ts';
import type { Recording } from '../recording/columns/recording.ts';
import { warning } from '../recording/warnings.ts';
import type { ExaminerFigures } from '../scoring/judge.ts';
import type { Judge } from '../scoring/schema.ts';
import type { Standard } from '../scoring/standard.ts';
import type { ThresholdEdits } from '../units/figures.ts';
import type { Edit } from './edits.ts';

export interface ScoreOptions {
  standard: Standard;
  /** The school's own rows, for maneuvers that the standard has none for; the default school's if left out. */
  schoolStandard?: Standard;
  judge?: Judge;
  /** The airplane flown; without it nothing that depends on one is said. */
  airplane?: Airplane;
  weightLb?: number;
  groundFt?: number;
  briefs?: readonly BriefTargets[];
  /** The school’s own, where they differ from those that come with the maneuvers. */
  thresholds?: ThresholdEdits;
  examiner?: ExaminerFigures;
  clearsBeforeEach?: boolean;
  /** The school's rules of the field and the wind that was briefed. */
  atField?: AtField;
  edits?: readonly Edit[];
  /** SHA-256 of the recording's original bytes, where they are known. */
  recordingSha256?: string;
  onProgress?: (fraction: number) => void;
}

/** Above the maximum by so much nothing was loaded, but mistyped; the lightest is empty, or so much of the maximum. */
const HEAVIEST = 1.25;
const LIGHTEST = 0.4;

const weighs = ({ maxWeightLb, emptyWeightLb }: Airplane, lb: number): boolean =>
  lb >= (emptyWeightLb ?? LIGHTEST * maxWeightLb) && lb <= HEAVIEST * maxWeightLb;

/** Highest recorded, ft; NaN where no altitude is. */
function highestFt({ channels }: Recording): number {
  let highest = Number.NaN;
  for (const ft of channels.alt_ft ?? channels.gps_alt_ft ?? []) if (!(ft <= highest)) highest = ft;
  return highest;
}

/**
 * The option, else the file's header; a weight that nobody gave is the maximum, and said so. What cannot be so (a ground
 * above the whole flight, a weight that is no weight of this airplane) counts as not given.
 */
export function settingsOf(recording: Recording, options: ScoreOptions) {
  const { airplane } = options;
  const warnings: Coded[] = [];
  const weightLb = possibleWeight(options.weightLb ?? recording.header.weightLb, airplane, warnings);
  const groundFt = possibleGround(options.groundFt ?? recording.header.groundFt, recording, warnings);
  return {
    groundFt,
    weightLb: weightLb ?? airplane?.maxWeightLb,
    weightGiven: weightLb !== undefined,
    warnings,
  };
}

function possibleWeight(
  given: number | undefined,
  airplane: Airplane | undefined,
  warnings: Coded[],
): number | undefined {
  if (!airplane) {
    warnings.push(warning('no-airplane'));
    return given;
  }
  const { maxWeightLb } = airplane;
  if (given === undefined) warnings.push(warning('no-weight', { maxWeightLb }));
  else if (!weighs(airplane, given)) {
    warnings.push(warning('weight-impossible', { weightLb: given, maxWeightLb }));
    return undefined;
  } else if (given > maxWeightLb)
    warnings.push(warning('weight-above-maximum', { weightLb: given, maxWeightLb }));
  return given;
}

function possibleGround(
  given: number | undefined,
  recording: Recording,
  warnings: Coded[],
): number | undefined {
  const highest = highestFt(recording);
  if (given !== undefined && highest <= given) {
    warnings.push(warning('ground-above-flight', { groundFt: given, highestFt: Math.round(highest) }));
    return undefined;
  }
  if (given === undefined) warnings.push(warning('no-ground'));
  return given;
}
