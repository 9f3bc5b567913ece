/**
 * The stall horn of one airplane, learned on the ground from its preflight test and known again by its tones. Other tones are
 * not it; that it was not heard tells nothing.
 */
import { z } from 'zod';
import { type Spectrum, spectrumOf } from './spectrum.ts';

const MOST_TONES = 5;
/** Frequencies that stand out, the strongest first, Hz. */
export const learnedHornSchema = z.object({ tonesHz: z.array(z.number().positive()).min(1).max(MOST_TONES) });
export type LearnedHorn = z.infer<typeof learnedHornSchema>;

const [FROM_HZ, TO_HZ] = [250, 4000];
/** What a tone must stand out by, nepers; when it is learned it stands close to the microphone. */
const [LEARNED, HEARD] = [2.5, 1.6];
/** Tones nearer than this are one, Hz; a horn is known again within this share of its pitch. */
const APART_HZ = 40;
const SAME_PITCH = 0.006;

/** Peaks of a spectrum, the loudest first. */
function tonesOf({ stepHz, above }: Spectrum, least: number): { hz: number; above: number }[] {
  const peaks: { hz: number; above: number }[] = [];
  for (let i = Math.ceil(FROM_HZ / stepHz); i < above.length - 1; i++)
    if (above[i] > least && above[i] >= above[i - 1] && above[i] >= above[i + 1])
      peaks.push({ hz: i * stepHz, above: above[i] });
  peaks.sort((a, b) => b.above - a.above);
  return peaks.filter(
    ({ hz }, i) => !peaks.slice(0, i).some((louder) => Math.abs(louder.hz - hz) < APART_HZ),
  );
}

/** @returns undefined where nothing stands out: the test was not heard */
export function learnHorn(samples: ArrayLike<number>, rateHz: number): LearnedHorn | undefined {
  const tones = tonesOf(spectrumOf(samples, rateHz, Math.min(TO_HZ, rateHz / 2)), LEARNED);
  return tones.length === 0 ? undefined : { tonesHz: tones.slice(0, MOST_TONES).map(({ hz }) => hz) };
}

/** A sounding is looked for in pieces of so long. */
export const HORN_S = 0.5;

/** 0 to 1: how much of the horn is in half a second of sound. All of its loudest tone must be, and nearly all of the others. */
export function hornIn(samples: ArrayLike<number>, rateHz: number, { tonesHz }: LearnedHorn): number {
  const heard = tonesOf(spectrumOf(samples, rateHz, Math.min(TO_HZ, rateHz / 2)), HEARD);
  const has = (hz: number) => heard.some((tone) => Math.abs(tone.hz - hz) < Math.max(6, SAME_PITCH * hz));
  const [first] = tonesHz;
  if (first === undefined || !has(first)) return 0;
  // One tone alone is anybody's: a chime of that pitch would be it too.
  const share = tonesHz.filter(has).length / tonesHz.length;
  return tonesHz.length === 1 ? 0.5 : share;
}
