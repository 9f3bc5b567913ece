/** The attempts that the verdicts are held against, drawn by lot: which airplane, which air, well flown or with which habit. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliDecompressSync } from 'node:zlib';
import { type Recording, readRecording, type TargetCard, type Turbulence } from '@keel/core';
import lot from './table.json' with { type: 'json' };

export interface Drawn {
  /** Counts from 1, in the order of the lot. */
  n: number;
  airplane: string;
  maneuver: string;
  /** A finding's name, or none. */
  habit: string;
  scale: number;
  air: Turbulence;
  seed: number;
}

/** The lot as it was drawn once: rooms may get other habits later. */
export const drawn = (): Drawn[] => lot as Drawn[];

/** From the project's folder, in which every command of it runs: the bench is a bundle somewhere else. */
const FLIGHTS = join('scripts', 'signed', 'flights');
const unpacked = (name: string) => brotliDecompressSync(readFileSync(join(FLIGHTS, name)));

/** The cards that the lot was flown from, by its number. */
const cards: Readonly<Record<string, TargetCard>> = JSON.parse(unpacked('cards.json.br').toString());

/** As it was flown once, at 5 Hz: the files stay when the pilots fly otherwise. */
export const flown = ({ n }: Drawn): { recording: Recording; card: TargetCard } => ({
  recording: readRecording(unpacked(`${n}.csv.br`).toString()),
  card: cards[n],
});
