/** What a cabin's sound adds to a recording: revolutions where none were recorded, and soundings of a horn that was learned. */
import type { Airplane } from '../../airplane/schema.ts';
import { channelInfo } from '../columns/channels.ts';
import { dropEmpty, type Recording } from '../columns/recording.ts';
import { HORN_S, hornIn, type LearnedHorn } from './horn.ts';
import { heardTurns, type SoundSource, USUAL_SOURCE } from './revolutions.ts';

/** One channel, −1 to 1; its first sample at the recording's second nought. */
export interface Sound {
  rateHz: number;
  samples: Float32Array;
}

const HEARD = 0.5;

/** What hums in an airplane; usual where its file does not say. */
export const soundSource = (airplane: Airplane | undefined): SoundSource => ({
  blades: airplane?.propeller?.blades ?? USUAL_SOURCE.blades,
  cylinders: airplane?.engine?.cylinders ?? USUAL_SOURCE.cylinders,
  gearRatio: airplane?.engine?.gearRatio ?? USUAL_SOURCE.gearRatio,
});

/** In whole pieces of so many seconds; what is left over at the end is none. */
export function inPieces(samples: Float32Array, rateHz: number, pieceS: number): Float32Array[] {
  const size = Math.round(pieceS * rateHz);
  return Array.from({ length: Math.floor(samples.length / size) }, (_, i) =>
    samples.subarray(i * size, (i + 1) * size),
  );
}

/** Columns that were recorded stay as they are; a second that is not heard well is no value, and silence is no silence of the horn. */
export function withSound(
  recording: Recording,
  sound: Sound,
  airplane: Airplane | undefined,
  horn?: LearnedHorn,
): Recording {
  const channels = { ...recording.channels };
  const { timeS } = recording;
  const { samples, rateHz } = sound;
  const { min = 0, max = Number.POSITIVE_INFINITY } = channelInfo('rpm');
  if (!channels.rpm) {
    const turns = heardTurns(inPieces(samples, rateHz, 1), rateHz, soundSource(airplane));
    channels.rpm = timeS.map((s) => {
      const second = turns[Math.floor(s)];
      return second && second.quality >= HEARD && second.rpm >= min && second.rpm <= max
        ? second.rpm
        : Number.NaN;
    });
  }
  if (horn && !channels.stall_warn) {
    const heard = inPieces(samples, rateHz, HORN_S).map((piece) => hornIn(piece, rateHz, horn));
    channels.stall_warn = timeS.map((s) => ((heard[Math.floor(s / HORN_S)] ?? 0) > HEARD ? 1 : Number.NaN));
  }
  dropEmpty(channels, ['rpm', 'stall_warn']);
  return { ...recording, channels };
}
