/**
 * A score as it crosses the wire and as `score --format json` prints it: its codes and figures, and beside them the words that
 * they are said in, in the airplane's units. Whoever reads the JSON without this catalogue reads those.
 */
import { z } from 'zod';
import { paramsSchema } from '../coded.ts';
import { flightScoreSchema } from '../debrief/flight-score.ts';
import { type AttemptScore, attemptScoreSchema, type Score, scoreSchema } from '../debrief/score.ts';
import { requirementScoreSchema, unseenMusts } from '../scoring/requirement.ts';
import { chainLinkSchema, type Finding, findingSchema, parameterScoreSchema } from '../scoring/schema.ts';
import type { Units } from './figures.ts';
import { notFoundSaid } from './not-found.ts';
import { missingSaid, reasonSaid, wentFirstSaid } from './reason.ts';
import { textOf } from './say.ts';
import { causeSaid } from './score/causes.ts';
import { linkSaid } from './score/chain.ts';
import { evidenceSaid, findingSaid, requirementName } from './score/findings.ts';
import { noticeSaid } from './score/notices.ts';

const NOT_SCORED = ['discontinued', 'likely', 'air', 'unseen', 'not-measured', 'no-row'] as const;
type NotScored = (typeof NOT_SCORED)[number];

const text = z.string();
const moment = z.number();
const findingWords = { what: text, why: text, tryNext: text, atS: moment };
const [notMeasured, measured] = parameterScoreSchema.options;

const wordedAttemptSchema = attemptScoreSchema.extend({
  variantMissing: text.optional(),
  remark: text.optional(),
  reason: text.optional(),
  requirements: z.array(requirementScoreSchema.extend({ asks: text, what: text, params: paramsSchema })),
  parameters: z.array(z.discriminatedUnion('measured', [notMeasured.extend({ reason: text }), measured])),
  missing: z.array(text),
  findings: z.array(attemptScoreSchema.shape.findings.element.extend(findingWords)),
  chain: z.array(
    chainLinkSchema.extend({
      says: text,
      why: text.optional(),
      tryNext: text.optional(),
      params: paramsSchema,
      atS: moment,
    }),
  ),
  wentFirst: text.nullable(),
  air: attemptScoreSchema.shape.air
    .unwrap()
    .extend({ word: text, gustKt: z.number().nullable(), standardError: z.number().nullable() })
    .optional(),
  /** Why the examiner's judge says neither. */
  notScored: z.object({ code: z.enum(NOT_SCORED), text }).optional(),
});
export type WordedAttempt = z.infer<typeof wordedAttemptSchema>;

export const wordedScoreSchema = scoreSchema.extend({
  recording: scoreSchema.shape.recording.extend({ warnings: z.array(text) }),
  flight: flightScoreSchema.extend({ findings: z.array(findingSchema.extend(findingWords)) }).optional(),
  attempts: z.array(wordedAttemptSchema),
  notFound: z
    .array(scoreSchema.shape.notFound.unwrap().element.extend({ text, nearestS: moment.nullable() }))
    .optional(),
});
export type WordedScore = z.infer<typeof wordedScoreSchema>;

function worded<F extends Finding>(
  finding: F,
  units: Units,
): F & { what: string; why: string; tryNext: string; atS: number } {
  const { what, why, tryNext } = findingSaid(finding, units);
  return {
    ...finding,
    atS: finding.startS,
    what: textOf(what),
    why: textOf(why),
    tryNext: textOf(tryNext),
  };
}

function wordedAttempt(attempt: AttemptScore, units: Units): WordedAttempt {
  const notice = (coded: AttemptScore['endedBy']) => coded && textOf(noticeSaid(coded, units));
  const first = wentFirstSaid(attempt, units);
  const { air, ...rest } = attempt;
  const { variantUnknown, judgedAs, endedBy } = attempt;
  return {
    ...rest,
    ...(variantUnknown && { variantMissing: notice(variantUnknown) }),
    ...(judgedAs && { remark: notice(judgedAs) }),
    ...(endedBy && { reason: notice(endedBy) }),
    requirements: attempt.requirements.map((one) => ({
      ...one,
      asks: requirementName(one.id, one.asWritten),
      what: textOf(evidenceSaid(one, units)),
      params: one.evidence.params ?? {},
    })),
    parameters: attempt.parameters.map((one) =>
      one.measured === 'not-measured' ? { ...one, reason: textOf(noticeSaid(one.because, units)) } : one,
    ),
    missing: missingSaid(attempt, units).map(textOf),
    findings: attempt.findings.map((one) => worded(one, units)),
    chain: attempt.chain.map((link) => {
      const because = link.because && causeSaid(link.because, units);
      const written = link.asWritten;
      return {
        ...link,
        says: textOf(linkSaid(link, units)),
        params: link.because?.params ?? {},
        atS: link.peakS,
        ...(because && { why: textOf(because.why), tryNext: textOf(because.tryNext) }),
        ...(written?.why && { why: written.why }),
        ...(written?.tryNext && { tryNext: written.tryNext }),
      };
    }),
    wentFirst: first && textOf(first),
    ...(air && { air: wordedAir(air) }),
    ...(attempt.examiner === 'not-scored' && {
      notScored: { code: notScoredCode(attempt), text: textOf(reasonSaid(attempt, 'examiner', units)) },
    }),
  };
}

const wordedAir = (air: NonNullable<AttemptScore['air']>) => ({
  ...air,
  word: air.level,
  gustKt: air.by === 'airspeed' ? (air.size ?? null) : null,
  standardError: air.error ?? null,
});

function notScoredCode({ state, likely, air, requirements, parameters }: AttemptScore): NotScored {
  if (state === 'discontinued') return 'discontinued';
  if (likely) return 'likely';
  if (air?.took) return 'air';
  if (unseenMusts(requirements, 'proof').length > 0) return 'unseen';
  return parameters.some(({ required }) => required) ? 'not-measured' : 'no-row';
}

export const wordedScore = ({ notFound, ...score }: Score, units: Units): WordedScore => ({
  ...score,
  recording: {
    ...score.recording,
    warnings: score.recording.notices.map((one) => textOf(noticeSaid(one, units))),
  },
  flight: score.flight && {
    ...score.flight,
    findings: score.flight.findings.map((one) => worded(one, units)),
  },
  attempts: score.attempts.map((one) => wordedAttempt(one, units)),
  ...(notFound && {
    notFound: notFound.map((one) => ({
      ...one,
      text: textOf(notFoundSaid(one)),
      nearestS: one.nearest?.startS ?? null,
    })),
  }),
});
