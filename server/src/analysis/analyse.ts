/** From a file's bytes to everything that is stored of it. Runs in a worker thread, or in line in the tests. */
import {
  type Airplane,
  type AtField,
  altitudeProfile,
  type Beginning,
  type BriefTargets,
  beginningOf,
  checkScorable,
  decodeText,
  type Edit,
  type ExaminerFigures,
  encodeFlight,
  flightColumns,
  type Judge,
  type KeelTrace,
  keelTrace,
  type Mapping,
  type Observation,
  observe,
  type Recording,
  readRecording,
  type Score,
  type Standard,
  scoreWithTrack,
  smallKeel,
} from '@keel/core';
import type { SmallKeel } from '../db/entities.ts';

export interface AnalysisInput {
  bytes: Uint8Array;
  fileName: string;
  sha256: string;
  airplane: Airplane;
  standard: Standard;
  /** The school's own rows, for maneuvers that the standard has none for. */
  schoolStandard?: Standard;
  judge: Judge;
  weightLb?: number;
  groundFt?: number;
  /** The lesson's weight and ground, for an upload that says none; a file's own count where there is no lesson. */
  lesson?: { weightLb?: number; groundFt?: number };
  briefs: BriefTargets[];
  /** How a table of another make is read. */
  mapping?: Mapping;
  edits: Edit[];
  examiner: ExaminerFigures;
  clearsBeforeEach: boolean;
  atField: AtField;
}

export interface ReadResult {
  /** When the recording began, ISO 8601, where it says so. */
  begins: Beginning | undefined;
  /** Time of day of the recording’s zero, ms since 1970. */
  epochMs: number | null;
}

export interface Analysis {
  score: Score;
  profile: [number, number][];
  keels: SmallKeel[];
  traces: KeelTrace[];
  /** The flight’s columns for drawing, as they cross the wire. */
  flight: Uint8Array;
  observations: Observation[];
}

/** Reading is about this share of the whole. */
const READING_SHARE = 0.7;

/**
 * Reads a file before it is kept.
 * @throws InputError where it cannot be read, or holds nothing that could be scored.
 */
export function readForKeeping(bytes: Uint8Array, mapping?: Mapping): ReadResult {
  const recording = readRecording(decodeText(bytes), undefined, mapping);
  checkScorable(recording);
  const { epochMs = null } = recording;
  return { begins: beginningOf(recording), epochMs };
}

/** @throws InputError where the file cannot be read. */
export const readInput = ({ bytes, mapping }: AnalysisInput, tell: (fraction: number) => void): Recording =>
  readRecording(decodeText(bytes), (fraction) => tell(READING_SHARE * fraction), mapping);

/** Scores what was read. */
export function scoreRead(recording: Recording, input: AnalysisInput, tell: (fraction: number) => void) {
  const { header } = recording;
  return scoreWithTrack(recording, {
    standard: input.standard,
    schoolStandard: input.schoolStandard,
    judge: input.judge,
    airplane: input.airplane,
    // What was said outright, else what the lesson was briefed for: a file's header decides nothing over it.
    weightLb: input.weightLb ?? input.lesson?.weightLb ?? header.weightLb,
    groundFt: input.groundFt ?? input.lesson?.groundFt ?? header.groundFt,
    briefs: input.briefs,
    edits: input.edits,
    examiner: input.examiner,
    clearsBeforeEach: input.clearsBeforeEach,
    atField: input.atField,
    recordingSha256: input.sha256,
    onProgress: (fraction) => tell(READING_SHARE + (1 - READING_SHARE) * fraction),
  });
}

/**
 * Reads and scores; `tell` says how far it is, 0 to 1.
 * @throws InputError where the file cannot be read.
 */
export function analyse(input: AnalysisInput, tell: (fraction: number) => void): Analysis {
  const { score, track, attempts, context } = scoreRead(readInput(input, tell), input, tell);
  const traces = attempts.map((attempt, i) => keelTrace(track, attempt, score.attempts[i], { context }));
  return {
    score,
    profile: altitudeProfile(track),
    keels: traces.map((trace) => smallKeel(trace)),
    traces,
    flight: encodeFlight(flightColumns(track)),
    observations: observe(track, attempts, context),
  };
}
