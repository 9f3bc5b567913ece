/** A cabin's sound while it is heard: a second goes in, its figures come out, and no sound is kept. */
import { HORN_S, hornIn, type LearnedHorn } from './horn.ts';
import { type SoundSource, strengthsOf, turnsAlong } from './revolutions.ts';
import { inPieces } from './with-sound.ts';

/** What is listened for: an engine, and the stall warning where it was learned. */
export interface Listening {
  source: SoundSource;
  horn: LearnedHorn | null;
}

export interface HeardSecond {
  rpm: number;
  /** 0 to 1: below one half it is a guess. */
  quality: number;
  /** 0 to 1; null where no warning was learned. */
  horn: number | null;
}

/** An engine's way through the seconds is looked for over the last of them. */
const REMEMBERED_S = 8;

/** @returns what to give each second of sound to, in order */
export function soundListener(
  rateHz: number,
  { source, horn }: Listening,
): (second: Float32Array) => HeardSecond {
  const strong: Float64Array[] = [];
  return (second) => {
    strong.push(strengthsOf(second, rateHz, source));
    if (strong.length > REMEMBERED_S) strong.shift();
    const { rpm = 0, quality = 0 } = turnsAlong(strong, source).at(-1) ?? {};
    return {
      rpm,
      quality,
      horn: horn && Math.max(...inPieces(second, rateHz, HORN_S).map((half) => hornIn(half, rateHz, horn))),
    };
  };
}
