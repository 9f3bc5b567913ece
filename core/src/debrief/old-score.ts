/**
 * Scores of version 1, which held sentences: read as they are, shown as they were written, never parsed. Their verdicts stay what
 * they were, and a re-score is offered.
 */
import { z } from 'zod';
import { asWritten } from '../coded.ts';
import { requirementScoreSchema } from '../scoring/requirement.ts';
import { chainLinkSchema, findingSchema, parameterScoreSchema } from '../scoring/schema.ts';
import { flightScoreSchema } from './flight-score.ts';
import { attemptScoreSchema, type Score, scoreSchema } from './score.ts';

const text = z.string();
const oldText = text.transform(asWritten).optional();

/** What was told by the name then. */
const HAZARDS: Readonly<Record<string, NonNullable<z.infer<typeof findingSchema>['hazard']>>> = {
  'never-exceed': 'red-line',
  'spin-entry': 'out-of-control',
  spiral: 'out-of-control',
  'spiral-dive': 'out-of-control',
};

const oldFindingSchema = findingSchema
  .omit({ params: true, silent: true, asWritten: true })
  .extend({ what: text, why: text, tryNext: text })
  .transform(({ what, why, tryNext, ...rest }) => {
    const hazard = HAZARDS[rest.id.split('/').at(-1) ?? ''];
    return { ...rest, ...(hazard && { hazard }), asWritten: { what, why, tryNext } };
  });

const oldLinkSchema = chainLinkSchema
  .omit({ target: true, between: true, because: true, asWritten: true })
  .extend({ says: text, why: text.optional(), tryNext: text.optional() })
  .transform(({ says, why, tryNext, ...rest }) => ({
    ...rest,
    target: null,
    asWritten: { says, ...(why && { why }), ...(tryNext && { tryNext }) },
  }));

const oldRequirementSchema = requirementScoreSchema
  .omit({ evidence: true, asWritten: true })
  .extend({ asks: text, what: text })
  .transform(({ asks, what, ...rest }) => ({ ...rest, evidence: asWritten(what), asWritten: { asks } }));

const [notMeasured, measured] = parameterScoreSchema.options;
const oldParameterSchema = z.union([
  notMeasured
    .omit({ because: true })
    .extend({ reason: text.transform(asWritten) })
    .transform(({ reason, ...rest }) => ({ ...rest, because: reason })),
  measured,
]);

const oldAttemptSchema = attemptScoreSchema
  .omit({ asWritten: true, variantUnknown: true, judgedAs: true, endedBy: true })
  .extend({
    variantMissing: oldText,
    remark: oldText,
    reason: oldText,
    // Before requirements were judged there were none.
    requirements: z.array(oldRequirementSchema).default([]),
    parameters: z.array(oldParameterSchema),
    missing: z.array(text).default([]),
    findings: z.array(oldFindingSchema),
    chain: z.array(oldLinkSchema),
    wentFirst: text.nullable(),
  })
  .transform(({ wentFirst, missing, variantMissing, remark, reason, ...rest }) => ({
    ...rest,
    ...(variantMissing && { variantUnknown: variantMissing }),
    ...(remark && { judgedAs: remark }),
    ...(reason && { endedBy: reason }),
    asWritten: { wentFirst, missing },
  }));

const oldScoreSchema = scoreSchema.extend({
  version: z.literal(1),
  recording: scoreSchema.shape.recording
    .omit({ notices: true })
    .extend({ warnings: z.array(text.transform(asWritten)) })
    .transform(({ warnings, ...rest }) => ({ ...rest, notices: warnings })),
  flight: flightScoreSchema.extend({ findings: z.array(oldFindingSchema) }).optional(),
  attempts: z.array(oldAttemptSchema),
});

/** A score of either version, as version 2. @throws ZodError for what is neither */
export const anyScoreSchema = z.union([
  scoreSchema,
  oldScoreSchema.transform((old) => ({ ...old, version: 2 as const }) as Score),
]);

/**
 * A stored score as version 2. The server alone writes them, so that one of version 2 is taken as it stands: it is long, and
 * read at every look.
 */
export const readScore = (stored: unknown): Score =>
  (stored as { version: number }).version === 2 ? (stored as Score) : (anyScoreSchema.parse(stored) as Score);
