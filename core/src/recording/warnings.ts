/** What is odd in a recording that can be used all the same, by code. */
import { codesOf, type None } from '../coded.ts';

export interface RecordingWarnings {
  'positions-not-valid': { count: number };
  'positions-out-of-order': { count: number };
  'no-date': None;
  'sentences-damaged': { count: number };
  'header-unknown': { line: number; name: string };
  'column-unknown': { name: string };
  'rows-without-time': { count: number };
  'rows-out-of-order': { count: number };
  'rows-too-fast': { hz: number };
  'satellite-altitude': None;
  'no-wind-to-be-had': None;
  'airspeed-from-positions': None;
  'no-airplane': None;
  'no-weight': { maxWeightLb: number };
  'weight-impossible': { weightLb: number; maxWeightLb: number };
  'weight-above-maximum': { weightLb: number; maxWeightLb: number };
  'ground-above-flight': { groundFt: number; highestFt: number };
  'no-ground': None;
  'no-recorded-entry': { atS: number };
  'airplane-unknown': { name: string };
  'altitude-datum': None;
  'attitude-unknown': None;
  'mount-slipped': { atS: number };
  'pitch-from-cruise': None;
}

export const warning = codesOf<RecordingWarnings>();
