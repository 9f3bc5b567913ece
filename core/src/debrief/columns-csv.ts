/** What was read of a recording and what was worked out of it, row for row, for whoever checks a score by hand. */
import Papa from 'papaparse';
import type { Channel } from '../recording/columns/channel.ts';
import type { ChannelName } from '../recording/columns/channels.ts';
import type { Track } from '../recording/track/track.ts';
import { wrap360 } from '../units/angles.ts';
import { median } from '../units/numbers.ts';

/** What scoring looks at: smoothed where it was measured, worked out where it was not. */
type Used = [name: string, value: (row: number) => number, channel?: Channel];

const usedOf = (track: Track): Used[] => {
  const { altitudeFt, airspeedKt, headingDeg, bankDeg } = track;
  return [
    ['alt_ft.used', (row) => altitudeFt.values[row], altitudeFt],
    ['ias_kt.used', (row) => airspeedKt.values[row], airspeedKt],
    ['hdg_deg.used', (row) => wrap360(headingDeg.values[row]), headingDeg],
    ['bank_deg.used', (row) => bankDeg.values[row], bankDeg],
    ['tas_kt.used', (row) => track.tasKt(row)],
    ['vs_fpm.used', (row) => track.verticalSpeedFpm[row]],
  ];
};

/** One standard error of a channel; of one whose rows differ, the middle one. */
function errorOf({ standardError }: Channel): string {
  const error =
    typeof standardError === 'number'
      ? standardError
      : median(
          Float64Array.from(standardError)
            .filter((one) => !Number.isNaN(one))
            .sort(),
        );
  return Number.isFinite(error) ? error.toPrecision(2) : 'unknown';
}

/** Where a column comes from, and how well it is known. */
function originOf(channel: Channel | undefined): string {
  if (!channel) return 'source=derived';
  const { source, from } = channel;
  const named = from === undefined ? '' : ` from=${from.replaceAll(', ', '+')}`;
  return `source=${source}${named} standard_error=${errorOf(channel)}`;
}

/**
 * Columns with a channel's own name are as they were read; those with `.used` are what scoring looks at, and their origin and
 * standard error stand in the lead. An empty cell where there is no value.
 */
export function columnsCsv(track: Track): string {
  const { recording, timeS } = track;
  const used = usedOf(track);
  const read = Object.keys(recording.channels) as ChannelName[];
  const cell = (value: number) => (Number.isFinite(value) ? value : '');
  const rows = Array.from(timeS, (time, row) => [
    time,
    ...read.map((name) => cell(recording.channels[name]![row])),
    ...used.map(([, value]) => cell(Number(value(row).toFixed(3)))),
  ]);
  const lead = used.map(([name, , channel]) => `# ${name}: ${originOf(channel)}`);
  const fields = ['time_s', ...read, ...used.map(([name]) => name)];
  return `${lead.join('\n')}\n${Papa.unparse({ fields, data: rows }, { newline: '\n' })}\n`;
}
