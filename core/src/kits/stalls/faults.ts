/** What is looked for in a single stall, in the order in which it is flown. */
import { aileronInStall, headingDrift, spinEntry, wingDrop, wrongCue } from './entry-faults.ts';
import {
  excessLoss,
  flapsInRecovery,
  flapsUpWithoutClimb,
  lateRecovery,
  noseTooLow,
  secondaryStall,
} from './recovery-faults.ts';

export const STALL_FAULTS = [
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
] as const;
