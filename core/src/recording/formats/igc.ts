/** IGC: fixes of a soaring logger, with pressure and satellite altitude. */
import IGCParser from 'igc-parser';
import { InputError } from '../../errors.ts';
import type { Recording } from '../columns/recording.ts';
import { recordingOfFixes } from './fixes.ts';

/** @throws InputError for what is no IGC file, naming the line where it is known. */
export function readIgc(text: string): Recording {
  let file: ReturnType<typeof IGCParser.parse>;
  try {
    file = IGCParser.parse(text, { lenient: true });
  } catch (error) {
    throw new InputError(`not an IGC file (${(error as Error).message.split('\n')[0]})`);
  }
  return recordingOfFixes(
    file.fixes.map((fix) => ({
      epochMs: fix.timestamp,
      latDeg: fix.latitude,
      lonDeg: fix.longitude,
      gpsAltM: fix.gpsAltitude ?? Number.NaN,
      pressureAltM: fix.pressureAltitude ?? Number.NaN,
    })),
    'the log',
    { date: file.date },
  );
}
