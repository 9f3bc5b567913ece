/** What a score takes from its options and from the recording's own header, and what nobody gave. */

import type { Airplane } from '../airplane/schema.ts';
import type { BriefTargets } from '../card/targets.ts';
import type { ThresholdEdits } from '../kits/attempt/figures.ts';
import type { Recording } from '../recording/columns/recording.ts';
import type { ExaminerFigures } from '../scoring/judge.ts';
import type { Judge } from '../scoring/schema.ts';
import type { Standard } from '../scoring/standard.ts';
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
  edits?: readonly Edit[];
  /** SHA-256 of the recording's original bytes, where they are known. */
  recordingSha256?: string;
  onProgress?: (fraction: number) => void;
}

/** The option, else the file's header; a weight that nobody gave is the maximum, and said so. */
export function settingsOf(recording: Recording, options: ScoreOptions) {
  const { airplane } = options;
  const groundFt = options.groundFt ?? recording.header.groundFt;
  const given = options.weightLb ?? recording.header.weightLb;
  const warnings: string[] = [];
  if (!airplane) warnings.push('no airplane given: maneuvering speed and calibration are not known');
  else if (given === undefined)
    warnings.push(`no weight given: the maximum, ${airplane.maxWeightLb} lb, was taken`);
  else if (given > airplane.maxWeightLb) {
    warnings.push(`${given} lb is above the maximum weight of ${airplane.maxWeightLb} lb`);
  }
  if (groundFt === undefined) warnings.push('no ground elevation given: the floor was not checked');
  return { groundFt, weightLb: given ?? airplane?.maxWeightLb, weightGiven: given !== undefined, warnings };
}
