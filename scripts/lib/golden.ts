/**
 * Recordings that are kept as they were flown once, each with what was found in it: whoever moves a rule sees by them what else
 * it moved. The files stay when the pilots fly otherwise; the verdicts stay unless a change means them.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliDecompressSync } from 'node:zlib';
import {
  DEFAULT_STANDARD_ID,
  findAirplane,
  findStandard,
  readRecording,
  SCHOOL_STANDARD_ID,
  type Score,
  scoreRecording,
  type TargetCard,
} from '@keel/core';

export interface Golden {
  /** Names the files of the recording and of its card. */
  key: string;
  airplane: string;
  cards: TargetCard[];
}

/** A finding or excursion as `id from–to size`, a parameter as its verdict: no word of a sentence stands in it. */
export interface GoldenAttempt {
  maneuver: string;
  variant: string | null;
  state: string;
  spanS: [number, number];
  strict: string;
  examiner: string;
  parameters: string[];
  requirements: string[];
  findings: string[];
  chain: string[];
}

export const GOLDEN_FOLDER = join(import.meta.dirname, '..', 'golden');

export const goldenKeys = (folder = GOLDEN_FOLDER): string[] =>
  readdirSync(folder)
    .filter((name) => name.endsWith('.csv.br'))
    .map((name) => name.slice(0, -'.csv.br'.length));

const rounded = (value: number | null | undefined): string =>
  value === null || value === undefined || Number.isNaN(value) ? '-' : String(Math.round(value * 100) / 100);

/** What is held of a score. */
const goldenOf = ({ attempts }: Pick<Score, 'attempts'>): GoldenAttempt[] =>
  attempts.map((one) => ({
    maneuver: one.maneuver,
    variant: one.variant,
    state: one.state,
    spanS: [Math.round(one.startS * 10) / 10, Math.round(one.endS * 10) / 10],
    strict: one.strict,
    examiner: one.examiner,
    parameters: one.parameters.map((of) =>
      of.measured === 'not-measured'
        ? `${of.parameter} not measured`
        : `${of.parameter} ${of.strict}/${of.examiner} ${rounded(of.toleranceUsed)} ${of.excursions.length}`,
    ),
    requirements: one.requirements.map(({ id, held }) => `${id} ${held}`),
    findings: one.findings.map(
      ({ id, severity, startS, endS, size, unit }) =>
        `${id} ${severity} ${rounded(startS)}–${rounded(endS)} ${rounded(size)} ${unit}`,
    ),
    chain: one.chain.map(
      ({ parameter, startS, endS, peak, cause }) =>
        `${parameter} ${rounded(startS)}–${rounded(endS)} ${rounded(peak)} ${cause ?? '-'}`,
    ),
  }));

/** Scores a kept recording as it was scored when it was kept. */
export function scoreGolden(key: string, folder = GOLDEN_FOLDER): GoldenAttempt[] {
  const { airplane, cards }: Golden = JSON.parse(readFileSync(join(folder, `${key}.json`), 'utf8'));
  const text = String(brotliDecompressSync(readFileSync(join(folder, `${key}.csv.br`))));
  return goldenOf(
    scoreRecording(readRecording(text), {
      standard: findStandard(DEFAULT_STANDARD_ID)!,
      schoolStandard: findStandard(SCHOOL_STANDARD_ID),
      airplane: findAirplane(airplane),
      briefs: cards,
    }),
  );
}
