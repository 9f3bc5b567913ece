/** Sound files: one channel of −1 to 1 out of any that the package reads, and back. */
import { readFileSync, writeFileSync } from 'node:fs';
import type { Sound } from '@keel/core';
import * as wavefile from 'wavefile';
import { Refusal } from './cli.ts';

/** A package of the older kind: what stands by its name in a bundle stands under its default in plain Node.js. */
const { WaveFile } = 'WaveFile' in wavefile ? wavefile : (wavefile as { default: typeof wavefile }).default;

/** @throws Refusal for what is no sound file */
export function readWav(file: string): Sound {
  let bytes: Buffer;
  try {
    bytes = readFileSync(file);
  } catch {
    throw new Refusal(`${file}: no such file`);
  }
  try {
    const wave = new WaveFile(bytes);
    wave.toBitDepth('32f');
    const all = wave.getSamples(false, Float32Array) as unknown as Float32Array | Float32Array[];
    const { sampleRate } = wave.fmt as { sampleRate: number };
    return { rateHz: sampleRate, samples: Array.isArray(all) ? (all[0] ?? new Float32Array()) : all };
  } catch {
    throw new Refusal(`${file}: not a WAV file that can be read`);
  }
}

/** As 16-bit samples. */
export function writeWav(file: string, { rateHz, samples }: Sound): void {
  const wave = new WaveFile();
  wave.fromScratch(
    1,
    rateHz,
    '16',
    Int16Array.from(samples, (value) => Math.round(32_000 * Math.max(-1, Math.min(1, value)))),
  );
  writeFileSync(file, wave.toBuffer());
}
