/** What is looked for in a single stall, in the order in which it is flown. */
import type { Check } from '../attempt/case.ts';
import { aileronInStall, headingDrift, spinEntry, wingDrop, wrongCue } from './entry-findings.ts';
import {
  excessLoss,
  flapsInRecovery,
  flapsUpWithoutClimb,
  lateRecovery,
  noseTooLow,
  secondaryStall,
} from './recovery-findings.ts';

export const STALL_CHECKS: readonly Check[] = [
  wrongCue,
  headingDrift,
  wingDrop,
  aileronInStall,
  lateRecovery,
  noseTooLow,
  secondaryStall,
  excessLoss,
  flapsUpWithoutClimb,
  spinEntry,
  flapsInRecovery,
];
