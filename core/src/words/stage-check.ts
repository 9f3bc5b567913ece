/** Where a stage check stands, in words. */
import type { StageState } from '../path/stage-check/stage-check.ts';

const NAMES: Readonly<Record<StageState, string>> = {
  oral: 'oral part open',
  flight: 'oral part passed, flight open',
  'to-close': 'marked, to be closed',
  passed: 'passed',
  failed: 'not passed',
  'failed-oral': 'oral part not passed',
  discontinued: 'broken off, no failure',
};

export const stageStateName = (state: StageState): string => NAMES[state];
