/**
 * From a recording to its score, each idea once: make the track, let the maneuvers propose and the arbiter decide,
 * lay the edits over, measure each attempt, count it by the standard's rows, say what went wrong, judge.
 */
import type { Airplane } from '../airplane/schema.ts';
import type { BriefTargets } from '../brief/targets.ts';
import { namedTargets } from '../brief/targets.ts';
import { chainOf, chainSentence } from '../debrief/chain.ts';
import { applyEdits, type Edit } from '../debrief/edits.ts';
import { hashOf } from '../hash.ts';
import { arbitrate } from '../maneuvers/arbiter.ts';
import { judgingRows } from '../maneuvers/judging-rows.ts';
import { airspeedFromPositions, onlyLikely, withoutDoubtful } from '../maneuvers/likely.ts';
import type { Attempt, Proposal, ScoringContext } from '../maneuvers/maneuver.ts';
import { maneuverOf, maneuvers } from '../maneuvers/registry.ts';
import { DEFAULT_THRESHOLDS, type Thresholds } from '../maneuvers/thresholds.ts';
import { variantOf } from '../maneuvers/variant-of.ts';
import type { Recording } from '../recording/recording.ts';
import { makeTrack, type Track } from '../recording/track.ts';
import type { Standard } from '../standards/schema.ts';
import { findStandard, SCHOOL_STANDARD_ID } from '../standards/standards.ts';
import { CORE_VERSION } from '../version.ts';
import { DEFAULT_EXAMINER, type ExaminerFigures, judgeAttempt } from './judge.ts';
import { scoreParameter } from './parameter.ts';
import { roundNumbers } from './round-score.ts';
import type { AttemptScore, Judge, MeasuredParameterScore, ParameterScore, Score } from './schema.ts';

export interface ScoreOptions {
  standard: Standard;
  /** The school's own rows, for maneuvers that the standard has none for; the default school's if left out. */
  schoolStandard?: Standard;
  judge?: Judge;
  /** The airplane flown; without it nothing that depends on one is said. */
  airplane?: Airplane;
  weightLb?: number;
  groundFt?: number;
  briefs?: readonly BriefTargets[];
  thresholds?: Thresholds;
  examiner?: ExaminerFigures;
  clearsBeforeEach?: boolean;
  edits?: readonly Edit[];
  /** SHA-256 of the recording's original bytes, where they are known. */
  recordingSha256?: string;
  onProgress?: (fraction: number) => void;
}

/** A score together with the track and the attempts it was worked out from, for drawing. */
export interface Scored {
  score: Score;
  track: Track;
  attempts: Attempt[];
  context: ScoringContext;
}

/** @throws InputError when the recording lacks what every score needs. */
export const scoreRecording = (recording: Recording, options: ScoreOptions): Score =>
  scoreWithTrack(recording, options).score;

/** As `scoreRecording`, and keeps what a keel chart needs. */
export function scoreWithTrack(recording: Recording, options: ScoreOptions): Scored {
  const { standard, airplane, onProgress } = options;
  const settings = settingsOf(recording, options);
  const context: ScoringContext = {
    standard,
    schoolStandard: options.schoolStandard ?? findStandard(SCHOOL_STANDARD_ID),
    judge: options.judge ?? 'examiner',
    airplane,
    weightLb: settings.weightLb,
    groundFt: settings.groundFt,
    briefs: options.briefs ?? [],
    thresholds: options.thresholds ?? DEFAULT_THRESHOLDS,
    examiner: options.examiner ?? DEFAULT_EXAMINER,
    clearsBeforeEach: options.clearsBeforeEach ?? false,
  };
  const track = makeTrack(recording, airplane);
  onProgress?.(0.4);
  const found = findAttempts(track, context);
  const proposals = applyEdits(found.proposals, options.edits ?? [], (maneuver, span) =>
    variantOf(track, context, maneuver, span),
  );
  onProgress?.(0.6);

  const attempts: Attempt[] = [];
  for (const proposal of proposals) {
    attempts.push(maneuverOf(proposal.maneuver).measure(track, proposal, attempts, context));
  }
  const scored = attempts.map((attempt, i) => {
    onProgress?.(0.6 + (0.4 * i) / attempts.length);
    return scoreAttempt(track, attempt, attempts[i + 1], context);
  });
  const score: Score = {
    version: 1,
    core: CORE_VERSION,
    sha256: {
      recording: options.recordingSha256 ?? null,
      airplane: airplane ? hashOf(airplane) : null,
      standard: hashOf(standard),
    },
    recording: summarise(track, [...settings.warnings, ...found.warnings]),
    standard: standard.id,
    judge: context.judge,
    airplane: airplane?.id ?? null,
    weightLb: settings.weightLb ?? null,
    groundFt: settings.groundFt ?? null,
    attempts: scored,
  };
  onProgress?.(1);
  return { score: roundNumbers(score), track, attempts, context };
}

function findAttempts(track: Track, context: ScoringContext): { proposals: Proposal[]; warnings: string[] } {
  const proposed = maneuvers.map((maneuver) => maneuver.propose(track, context));
  return {
    proposals: arbitrate(
      withoutDoubtful(
        track,
        proposed.flatMap(({ proposals }) => proposals),
      ),
      maneuvers.map(({ id }) => id),
    ),
    warnings: proposed.flatMap(({ warnings }) => warnings),
  };
}

/** The option, else the file's header; a weight that nobody gave is the maximum, and said so. */
function settingsOf(recording: Recording, options: ScoreOptions) {
  const { airplane } = options;
  const groundFt = options.groundFt ?? recording.header.groundFt;
  const given = options.weightLb ?? recording.header.weightLb;
  const warnings: string[] = [];
  if (!airplane) warnings.push('no airplane given: maneuvering speed and calibration are not known');
  else if (given === undefined)
    warnings.push(`no weight given: the maximum, ${airplane.maxWeightLb} lb, was taken`);
  else if (given > airplane.maxWeightLb) {
    warnings.push(`${given} lb is above the maximum weight of ${airplane.maxWeightLb} lb`);
  }
  if (groundFt === undefined) warnings.push('no ground elevation given: the floor was not checked');
  return { groundFt, weightLb: given ?? airplane?.maxWeightLb, warnings };
}

function scoreAttempt(
  track: Track,
  attempt: Attempt,
  next: Attempt | undefined,
  context: ScoringContext,
): AttemptScore {
  const { rows, from } = judgingRows(context, attempt.maneuver);
  const parameters = rows
    .map((row) => attempt.rowFor(row))
    .filter((row) => row !== undefined)
    .map((row) => scoreParameter(track, attempt, row, context));
  const likely = onlyLikely(track, attempt.maneuver);
  // Causes are told from small differences, which an airspeed worked out from positions does not carry.
  const findings = airspeedFromPositions(track)
    ? []
    : maneuverOf(attempt.maneuver).findings(track, attempt, next, context);
  const chain = chainOf(track, attempt, parameters);
  const judged = (judge: Judge) =>
    attempt.state === 'discontinued' || likely
      ? 'not-scored'
      : judgeAttempt(judge, parameters, findings, attempt.fallsShort);
  return {
    maneuver: attempt.maneuver,
    variant: likely ? null : attempt.variant,
    ...(likely && { likely }),
    state: attempt.state,
    reason: attempt.reason,
    startS: attempt.startS,
    endS: attempt.endS,
    phases: attempt.phases,
    targets: attempt.targets,
    brief: attempt.brief && namedTargets(attempt.brief),
    inheritsEntry: attempt.inheritsEntry,
    turnedDeg: attempt.turnedDeg,
    parameters,
    judgedBy: from ?? undefined,
    strict: judged('strict'),
    examiner: judged('examiner'),
    firstExcursion: firstExcursionOf(parameters),
    findings,
    chain,
    wentFirst: chainSentence(chain, attempt.startS),
  };
}

/** The required parameter that left its band first. */
function firstExcursionOf(parameters: readonly ParameterScore[]): AttemptScore['firstExcursion'] {
  const left = parameters
    .filter(
      (p): p is MeasuredParameterScore =>
        p.measured !== 'not-measured' && p.required && p.excursions.length > 0,
    )
    .map((p) => ({ parameter: p.parameter, atS: p.excursions[0].startS }))
    .sort((a, b) => a.atS - b.atS);
  return left[0] ?? null;
}

function summarise(track: Track, warnings: string[]): Score['recording'] {
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
    warnings: [...track.warnings, ...warnings],
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
