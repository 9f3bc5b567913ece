/** What is said of a recording as a whole: its length, its columns and how they were had, the wind. */
import type { Coded } from '../coded.ts';
import type { Track } from '../recording/track/track.ts';
import type { Score } from './score.ts';

export function summarise(track: Track, warnings: Coded[]): Score['recording'] {
  const { recording, timeS } = track;
  const channels: Score['recording']['channels'] = {};
  for (const name of Object.keys(recording.channels)) channels[name] = { source: 'measured' };
  const derived = [
    ['bank_deg', track.bankDeg],
    ['ias_kt', track.airspeedKt],
    ['hdg_deg', track.headingDeg],
  ] as const;
  for (const [name, channel] of derived) {
    if (channel.source !== 'derived' || channel.from === undefined) continue;
    const errors =
      typeof channel.standardError === 'number' ? [channel.standardError] : channel.standardError;
    channels[name] = { source: 'derived', from: channel.from, standardError: rootMeanSquare(errors) };
  }
  return {
    durationS: timeS[timeS.length - 1] - timeS[0],
    rateHz: timeS.length > 1 ? 1 / track.stepS : 0,
    segments: track.segments.length,
    channels,
    wind: track.wind,
    notices: [...track.warnings, ...warnings],
  };
}

function rootMeanSquare(values: ArrayLike<number>): number {
  let sum = 0;
  let n = 0;
  for (let i = 0; i < values.length; i++) {
    if (Number.isNaN(values[i])) continue;
    sum += values[i] * values[i];
    n++;
  }
  return n === 0 ? 0 : Math.sqrt(sum / n);
}
