/**
 * From a recording to its score, each idea once: make the track, let the maneuvers propose and the arbiter decide,
 * lay the edits over, measure each attempt, count it by the standard's rows, say what went wrong, judge.
 */
import { USUAL_FIELD_RULES } from '../field/field-day.ts';
import { hashOf } from '../hash.ts';
import type { Attempt, ScoringContext } from '../kits/attempt/attempt.ts';
import { requireRoom } from '../maneuvers/registry.ts';
import type { Recording } from '../recording/columns/recording.ts';
import { makeTrack, type Track } from '../recording/track/track.ts';
import { areUsual, DEFAULT_EXAMINER } from '../scoring/judge.ts';
import { findStandard, SCHOOL_STANDARD_ID } from '../standards/standards.ts';
import { CORE_VERSION } from '../version.ts';
import { applyEdits, toldBy } from './edits.ts';
import { findAttempts, variantOf } from './find-attempts.ts';
import { scoreFlight } from './flight-score.ts';
import { notFound } from './not-found.ts';
import { roundNumbers } from './round-score.ts';
import type { Score } from './score.ts';
import { scoreAttempt } from './score-attempt.ts';
import { type ScoreOptions, settingsOf } from './settings.ts';

import { summarise } from './summary.ts';

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
    weightGiven: settings.weightGiven,
    groundFt: settings.groundFt,
    briefs: options.briefs ?? [],
    thresholds: { ...standard.thresholds, ...options.thresholds },
    examiner: options.examiner ?? DEFAULT_EXAMINER,
    clearsBeforeEach: options.clearsBeforeEach ?? false,
    atField: options.atField ?? { rules: USUAL_FIELD_RULES, windKt: null, gustKt: null },
    told: toldBy(options.edits ?? []),
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
    attempts.push(requireRoom(proposal.maneuver).sought.measure(track, proposal, attempts, context));
  }
  const scored = attempts.map((attempt, i) => {
    onProgress?.(0.6 + (0.4 * i) / attempts.length);
    return scoreAttempt(track, attempt, attempts[i + 1], context);
  });
  const score: Score = {
    version: 2,
    core: CORE_VERSION,
    sha256: {
      recording: options.recordingSha256 ?? null,
      airplane: airplane ? hashOf(airplane) : null,
      standard: hashOf(standard),
    },
    recording: summarise(track, [...settings.warnings, ...found.warnings]),
    standard: standard.id,
    judge: context.judge,
    ...(areUsual(context.examiner) ? {} : { examinerFigures: context.examiner }),
    airplane: airplane?.id ?? null,
    weightLb: settings.weightLb ?? null,
    groundFt: settings.groundFt ?? null,
    flight: scoreFlight(track, context, attempts),
    attempts: scored,
    ...(context.briefs.length > 0 && { notFound: notFound(context.briefs, scored) }),
  };
  onProgress?.(1);
  return { score: roundNumbers(score), track, attempts, context };
}
