/** Reads a recording of any kind that is known, by what is in it. */

import type { Recording } from '../columns/recording.ts';
import { readRecordingCsv } from '../csv/csv.ts';
import { readGpx } from '../formats/gpx.ts';
import { readIgc } from '../formats/igc.ts';
import { readNmea } from '../formats/nmea.ts';
import type { Mapping } from '../mapping/mapping.ts';
import { readMapped } from '../mapping/read-mapped.ts';
import { isSensorLog } from '../sensors/read-sensors.ts';
import { readSensors } from '../sensors/sensor-recording.ts';
import { checkTimes } from './times.ts';

export type RecordingFormat = 'csv' | 'gpx' | 'igc' | 'nmea' | 'sensors';

/** Told from the first lines; a table is what is left. */
export function formatOf(text: string): RecordingFormat {
  const head = text.slice(0, 4000);
  if (isSensorLog(head)) return 'sensors';
  if (/^\s*(<\?xml|<gpx)/i.test(head)) return 'gpx';
  if (/^\s*\$(GP|GN|GL|GA)[A-Z]{3},/m.test(head.split('\n', 3).join('\n'))) return 'nmea';
  if (/^A[A-Z0-9]{3,}/.test(head.trimStart()) && /^(H[FOP]|B\d{6}|I\d\d)/m.test(head)) return 'igc';
  return 'csv';
}

/**
 * @param mapping what the columns of a table of another make are; it has no say in a log whose format is known.
 * @throws InputError naming line and column, and what was expected.
 */
export function readRecording(
  text: string,
  onProgress?: (fraction: number) => void,
  mapping?: Mapping,
): Recording {
  return checkTimes(readAny(text, onProgress, mapping));
}

function readAny(text: string, onProgress?: (fraction: number) => void, mapping?: Mapping): Recording {
  switch (formatOf(text)) {
    case 'gpx':
      return readGpx(text);
    case 'igc':
      return readIgc(text);
    case 'nmea':
      return readNmea(text);
    case 'sensors':
      return readSensors(text, onProgress);
    case 'csv':
      return mapping ? readMapped(text, mapping, onProgress) : readRecordingCsv(text, onProgress);
  }
}
