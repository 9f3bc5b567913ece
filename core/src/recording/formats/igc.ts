/** IGC: fixes of a soaring logger, with pressure and satellite altitude. */

import IGCParser from 'igc-parser';
import { InputError } from '../../errors.ts';
import type { Recording } from '../columns/recording.ts';
import { warning } from '../warnings.ts';
import { recordingOfFixes } from './fixes.ts';

/** @throws InputError for what is no IGC file, naming the line where it is known. */
export function readIgc(text: string): Recording {
  let file: ReturnType<typeof IGCParser.parse>;
  try {
    file = IGCParser.parse(text, { lenient: true });
  } catch (error) {
    throw new InputError('igc/not-igc', { why: (error as Error).message.split('\n')[0] });
  }
  // V: the logger had no full position then, and wrote the last one or none again.
  const valid = file.fixes.filter((fix) => fix.valid);
  const left = file.fixes.length - valid.length;
  if (left > 0 && valid.length === 0) throw new InputError('igc/none-valid', { left });
  const recording = recordingOfFixes(
    valid.map((fix) => ({
      epochMs: fix.timestamp,
      latDeg: fix.latitude,
      lonDeg: fix.longitude,
      gpsAltM: fix.gpsAltitude ?? Number.NaN,
      pressureAltM: fix.pressureAltitude ?? Number.NaN,
    })),
    'the log',
    { date: file.date },
  );
  if (left > 0) recording.warnings.push(warning('positions-not-valid', { count: left }));
  return recording;
}
