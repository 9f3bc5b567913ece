/** An approach as a score keeps it. */
import { z } from 'zod';
import { fieldRowSchema } from './field-rows.ts';
import { legSchema } from './legs.ts';
import { thresholdSchema } from './threshold.ts';

const figure = z.number().nullable();
const decisionSchema = z
  .enum(['landed-stable', 'landed-unstable', 'went-around-unstable', 'went-around'])
  .nullable();

const markSchema = z.object({
  atS: z.number(),
  /** One standard error of the height, ft, and of the speed, kt. */
  heightErrorFt: z.number(),
  kias: figure,
  kiasError: z.number(),
  sinkFpm: z.number(),
  /** Below the horizon, over the ground. */
  pathDeg: figure,
  /** Right of the centre line, and the error of that line. */
  rightFt: figure,
  rightErrorFt: figure,
  /** To where it touched, or others did. */
  distanceFt: figure,
  flapsDeg: figure,
  /** Off the direction of the end, right positive. */
  offDeg: figure,
});
export type Mark = z.infer<typeof markSchema>;

const held = z.boolean().nullable();
const gateSchema = markSchema.extend({
  /** Within the house’s figures; null where the recording does not carry it. */
  held: z.object({ speed: held, sink: held, path: held, centre: held, flaps: held }),
});
export type Gate = z.infer<typeof gateSchema>;

const touchSchema = z.object({
  atS: z.number(),
  errorS: z.number(),
  kias: figure,
  rightFt: figure,
  loadG: figure,
  /** Most of the lateral force as it met the ground, and the nose off its track; left out by older cores. */
  sideG: figure.default(null),
  acrossDeg: figure.default(null),
  /** From 5 Hz on. */
  bounces: figure,
});
export type TouchPoint = z.infer<typeof touchSchema>;

/** What the ledger keeps of one. */
export const approachFiguresSchema = z.object({
  gateFt: figure,
  gateKias: figure,
  targetKias: figure,
  decision: decisionSchema,
  touchKias: figure,
});
export type ApproachFigures = z.infer<typeof approachFiguresSchema>;

export const approachFigures = ({
  gateFt,
  gate,
  targetKias,
  decision,
  touch,
}: Approach): ApproachFigures => ({
  gateFt: gate && gateFt,
  gateKias: gate?.kias ?? null,
  targetKias,
  decision,
  touchKias: touch?.kias ?? null,
});

const APPROACH_SIGNS = [
  'fast',
  'slow',
  'not-stable',
  'flared-late',
  'flared-high',
  'bounced',
  'across',
  'flaps-at-once',
] as const;

const approachSignSchema = z.object({
  sign: z.enum(APPROACH_SIGNS),
  /** Knots, ft/min, feet, times or degrees, as the sign has it. */
  value: z.number(),
});
export type ApproachSign = z.infer<typeof approachSignSchema>;

export const approachSchema = z.object({
  startS: z.number(),
  endS: z.number(),
  end: z.enum(['landing', 'go-around', 'low-approach']),
  /** Above the field; 0 of a landing. */
  lowestFt: z.number(),
  /** By the positions, else the heading. */
  runwayDeg: figure,
  /** V_REF with the flaps that were out, and half of the gusts that were briefed. */
  targetKias: figure,
  /** Height of the gate above the field, and the path that is aimed for: the school's. */
  gateFt: z.number(),
  aimedDeg: z.number(),
  gate: gateSchema.nullable(),
  /** At 100 ft. */
  low: markSchema.nullable(),
  touch: touchSchema.nullable(),
  /** How far the turn to final went beyond the centre line; 0 where it did not. */
  overshotFt: figure,
  decision: decisionSchema,
  /** What it shows of how it was flown; left out by older cores. */
  signs: z.array(approachSignSchema).default([]),
  /** In the order in which they were flown. */
  legs: z.array(legSchema).default([]),
  /** Where the school has said where its thresholds are. */
  threshold: thresholdSchema.nullable().default(null),
  /** Judged, where the school has turned it on. */
  rows: z.array(fieldRowSchema).default([]),
  path: z.array(
    z.object({ s: z.number(), ft: z.number(), kias: figure, rightFt: figure, distanceFt: figure }),
  ),
});
export type Approach = z.infer<typeof approachSchema>;
