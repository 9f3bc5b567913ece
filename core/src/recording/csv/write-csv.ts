/** A recording as Recording CSV, version 1. */
import Papa from 'papaparse';
import type { ChannelName } from '../columns/channels.ts';
import type { Recording } from '../columns/recording.ts';

/** @returns the file's text; an empty cell where nothing was measured. Reading it back gives the same columns. */
export function writeRecordingCsv({ header, timeS, channels }: Recording): string {
  const lead = ['# keelpath-recording: 1'];
  const named: [string, string | number | undefined][] = [
    ['airplane', header.airplane],
    ['date', header.date],
    ['ground_ft', header.groundFt],
    ['weight_lb', header.weightLb],
    ['note', header.note],
  ];
  for (const [key, value] of named) if (value !== undefined) lead.push(`# ${key}: ${value}`);
  const names = Object.keys(channels) as ChannelName[];
  const rows = Array.from(timeS, (time, i) => [
    time,
    ...names.map((name) => {
      const value = channels[name]?.[i] ?? Number.NaN;
      return Number.isNaN(value) ? '' : value;
    }),
  ]);
  const body = Papa.unparse({ fields: ['time_s', ...names], data: rows }, { newline: '\n' });
  return `${lead.join('\n')}\n${body}\n`;
}
