/** NMEA 0183: GGA sentences for place and altitude, RMC for the date. */
import { parseNmeaSentence } from 'nmea-simple';
import type { Recording } from '../columns/recording.ts';
import { type Fix, recordingOfFixes } from './fixes.ts';

const DAY_MS = 86_400_000;

/** A sentence that does not add up is left out, and counted. */
export function readNmea(text: string): Recording {
  const fixes: Fix[] = [];
  let day: number | undefined;
  let bad = 0;
  let lastMs = Number.NEGATIVE_INFINITY;
  for (const line of text.split(/\r?\n/)) {
    const sentence = line.trim();
    if (!/^\$..(GGA|RMC),/.test(sentence)) continue;
    try {
      const packet = parseNmeaSentence(sentence);
      if (packet.sentenceId === 'RMC') {
        // The packet's own clock is in local time; its date is what is asked for.
        const { datetime } = packet;
        day = Date.UTC(datetime.getUTCFullYear(), datetime.getUTCMonth(), datetime.getUTCDate());
      } else if (packet.sentenceId === 'GGA' && packet.fixType !== 'none') {
        let epochMs = (day ?? 0) + secondsOfDay(sentence) * 1000;
        // Without a date of its own, past midnight is the next day.
        while (epochMs < lastMs - DAY_MS / 2) epochMs += DAY_MS;
        lastMs = epochMs;
        fixes.push({
          epochMs,
          latDeg: packet.latitude,
          lonDeg: packet.longitude,
          gpsAltM: packet.altitudeMeters,
          pressureAltM: Number.NaN,
        });
      }
    } catch {
      bad++;
    }
  }
  const recording = recordingOfFixes(fixes, 'the log');
  if (bad > 0) recording.warnings.push(`${bad} sentences did not add up and were left out`);
  return recording;
}

/** hhmmss.sss of the sentence itself, with its fraction. */
function secondsOfDay(sentence: string): number {
  const [, time = ''] = sentence.split(',');
  return Number(time.slice(0, 2)) * 3600 + Number(time.slice(2, 4)) * 60 + Number(time.slice(4));
}
