/** What is said of a microphone that serves as a sensor. */
import type { LearnedHorn } from '@keel/core';
import { numberText } from '../../parts/format.ts';

/** Below it a figure is a guess. */
const SURE = 0.5;

/** The latest second, and whether the browser gives the sound as it is. */
export interface SoundNow {
  rpm: number;
  quality: number;
  raw: boolean;
}

/** While nothing was heard yet nothing is said. */
export function soundWords(sound: SoundNow | null): string | null {
  if (!sound) return null;
  if (!sound.raw) return 'this browser filters the sound: no revolutions';
  return sound.quality >= SURE ? `engine at ${numberText(sound.rpm)} a minute` : 'engine not heard clearly';
}

export function hornWords(horn: LearnedHorn | null): string {
  if (!horn) return 'Stall warning not learned here for this airplane: none is recorded.';
  const tones = [...horn.tonesHz].sort((a, b) => a - b).map((hz) => numberText(hz));
  return tones.length === 1
    ? `Stall warning learned: one tone, ${tones[0]} Hz. One tone alone is never sure: none is recorded.`
    : `Stall warning learned: ${tones.join(', ')} Hz. A sounding is recorded; silence tells nothing.`;
}
