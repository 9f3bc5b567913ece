/** NMEA 0183: GGA sentences for place and altitude, RMC for the date. */

import { parseNmeaSentence } from 'nmea-simple';
import type { Recording } from '../columns/recording.ts';
import { warning } from '../warnings.ts';
import { type Fix, recordingOfFixes } from './fixes.ts';

const DAY_MS = 86_400_000;

/** A place with its time of day only; the date stands in other sentences, before it or after. */
interface Place {
  ofDayMs: number;
  /** The last dated moment before it; NaN where none had come yet. */
  datedMs: number;
  fix: Omit<Fix, 'epochMs'>;
}

/** A sentence that does not add up is left out, and counted; a log without a date has times and no day. */
export function readNmea(text: string): Recording {
  const places: Place[] = [];
  let firstDatedMs = Number.NaN;
  let datedMs = Number.NaN;
  let bad = 0;
  for (const line of text.split(/\r?\n/)) {
    const sentence = line.trim();
    if (!/^\$..(GGA|RMC),/.test(sentence)) continue;
    try {
      const packet = parseNmeaSentence(sentence);
      if (packet.sentenceId === 'RMC') {
        const ms = instantOfRmc(sentence);
        if (ms === undefined) continue;
        datedMs = ms;
        if (Number.isNaN(firstDatedMs)) firstDatedMs = ms;
      } else if (packet.sentenceId === 'GGA' && packet.fixType !== 'none') {
        places.push({
          ofDayMs: msOfDay(sentence),
          datedMs,
          fix: {
            latDeg: packet.latitude,
            lonDeg: packet.longitude,
            gpsAltM: packet.altitudeMeters,
            pressureAltM: Number.NaN,
          },
        });
      }
    } catch {
      bad++;
    }
  }
  const dated = !Number.isNaN(firstDatedMs);
  const recording = recordingOfFixes(timed(places, firstDatedMs), 'the log', dated ? {} : 'no date');
  if (bad > 0) recording.warnings.push(warning('sentences-damaged', { count: bad }));
  return recording;
}

/**
 * Each place at its time of day nearest to the dated moment last read, or first read where it came before any: a sentence
 * just before midnight may be dated by one just after it. Without any date, past midnight is the next day.
 */
function timed(places: readonly Place[], firstDatedMs: number): Fix[] {
  let lastMs = Number.NEGATIVE_INFINITY;
  return places.map(({ ofDayMs, datedMs, fix }) => {
    const reference = Number.isNaN(datedMs) ? firstDatedMs : datedMs;
    let epochMs = ofDayMs;
    if (!Number.isNaN(reference)) epochMs += DAY_MS * Math.round((reference - ofDayMs) / DAY_MS);
    else while (epochMs < lastMs - DAY_MS / 2) epochMs += DAY_MS;
    lastMs = epochMs;
    return { epochMs, ...fix };
  });
}

/** hhmmss.sss of a sentence, with its fraction. */
function msOfDay(sentence: string): number {
  const [, time = ''] = sentence.split(',');
  return 1000 * (Number(time.slice(0, 2)) * 3600 + Number(time.slice(2, 4)) * 60 + Number(time.slice(4)));
}

/** Date and time of an RMC sentence; undefined while the receiver calls it void, since its clock may not be set yet. */
function instantOfRmc(sentence: string): number | undefined {
  const fields = sentence.split(',');
  const date = /^(\d{2})(\d{2})(\d{2})$/.exec(fields[9] ?? '');
  if (fields[2] !== 'A' || !date) return undefined;
  const [day, month, year] = date.slice(1).map(Number);
  // Two figures of a year: satellites have been there since 1980.
  return Date.UTC(year < 80 ? 2000 + year : 1900 + year, month - 1, day) + msOfDay(sentence);
}
