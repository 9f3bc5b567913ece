/**
 * A target card: every figure of one maneuver in one airplane on one day, and codes of why. Also what `--brief` files hold. Its
 * sentences are made of it where it is read (`cardSaid`).
 */
import { z } from 'zod';
import { CONFIGURATIONS } from '../airplane/configuration.ts';
import { ownFigureSchema } from '../airplane/own-figure.ts';
import { stallWarningSchema } from '../airplane/schema.ts';
import { codedSchema, paramsSchema } from '../coded.ts';
import { provenanceSchema } from '../performance/provenance.ts';
import { requirementKindSchema } from '../scoring/requirement.ts';
import { standardRowSchema } from '../scoring/standard.ts';
import { techniqueSchema } from '../technique/technique.ts';
import { glideFieldSchema } from './glide-field.ts';
import { fromWritten } from './old-card.ts';
import { PICTURES } from './picture.ts';
import { recurringSchema } from './recurring.ts';

const { parameter, low, high, unit, required, source, fromMemory } = standardRowSchema.shape;
const toleranceSchema = z.object({ parameter, low, high, unit, required, source, fromMemory });

/** The rate that a climb or a descent is levelled off from, signed, and how far before the altitude it begins. */
const levelOffSchema = z.object({ fromFpm: z.number(), leadFt: z.number() });
export type LevelOff = z.infer<typeof levelOffSchema>;

/** One number of the card: speeds in KIAS under the unit `kias`. Its code says what it is. */
const cardFigureSchema = z.object({
  code: z.string(),
  params: paramsSchema.optional(),
  value: z.union([z.number(), z.string()]).nullable(),
  unit: z.string(),
  digits: z.number().default(0),
  from: provenanceSchema.optional(),
});
export type CardFigure = z.infer<typeof cardFigureSchema>;

const ladderSchema = z.object({
  groundFt: z.number(),
  floorFt: z.number(),
  lossFt: z.number(),
  cushionFt: z.number(),
  neededFt: z.number(),
  entryFt: z.number(),
  gainFt: z.number(),
  cloudBaseFt: z.number().nullable(),
  airspaceBaseFt: z.number().nullable(),
  ceilingFt: z.number().nullable(),
  ceilingIs: z.enum(['cloud', 'airspace']).nullable(),
  fits: z.boolean(),
});

const flapStepSchema = z.object({
  stage: z.number(),
  deg: z.number(),
  /** The limit of the stage, KIAS. */
  below: z.number(),
  /** Where to let it down, KIAS. */
  atKias: z.number(),
  /** Height that it may gain if the nose is not held, ft (estimated). */
  balloonFt: z.number().nullable(),
  /** What level flight at that speed then asks for on top. */
  addPower: z.number().nullable(),
});
export type FlapStep = z.infer<typeof flapStepSchema>;

const writtenSchema = z.object({
  purpose: z.string(),
  steps: z.array(z.string()),
  checks: z.array(z.string()),
  watchFor: z.array(z.string()),
  cautions: z.array(z.string()),
  choices: z
    .array(z.object({ key: z.string(), label: z.string(), chosen: z.string(), why: z.string() }))
    .optional(),
  offToday: z.string().nullish(),
});

const cardSchema = z.object({
  maneuver: z.string(),
  variant: z.string(),
  title: z.string(),
  airplane: z.string(),
  weightLb: z.number(),
  standard: z.string(),
  speedUnit: z.enum(['kt', 'mph']).default('kt'),
  entry: z.object({
    altitudeFt: z.number(),
    floorFt: z.number(),
    plannedLossFt: z.number(),
    cushionFt: z.number(),
    headingDeg: z.number(),
    airspeedKias: z.number().nullable(),
    airspeedWhy: codedSchema,
    windowKias: z.tuple([z.number(), z.number()]).nullable(),
    windowWhy: z.tuple([codedSchema, codedSchema]),
  }),
  /** Where the glide is to end, where a field was chosen. */
  glideTo: glideFieldSchema.optional(),
  bankDeg: z.number(),
  loadFactor: z.number(),
  /** How the flaps stand, where the maneuver can be flown with more than one setting. */
  configuration: z.enum(CONFIGURATIONS).nullable().default(null),
  /** Flap stage at which the speeds hold: 0 is up. */
  stage: z.number().default(0),
  stallKias: z.object({ level: z.number(), inBank: z.number() }),
  warningKias: z.number().nullable().default(null),
  vaKias: z.number(),
  /** Where stall, warning and maneuvering speed came from; power and the maneuver's figures carry their own. */
  from: z
    .object({ stall: provenanceSchema, warning: provenanceSchema, va: provenanceSchema })
    .nullable()
    .default(null),
  air: z.object({ pressureAltitudeFt: z.number(), oatC: z.number(), densityAltitudeFt: z.number() }),
  turn: z
    .object({
      tasKt: z.number(),
      rateDegPerS: z.number(),
      radiusFt: z.number(),
      secondsFor360: z.number(),
      rollOutLeadDeg: z.number(),
      rollOutHeadingDeg: z.number(),
      rollOutHeadingsDeg: z.object({ left: z.number(), right: z.number() }),
    })
    .nullable(),
  power: z
    .object({
      levelRpm: z.number().nullable(),
      maneuverRpm: z.number(),
      unit: z.string(),
      from: z.string(),
    })
    .nullable(),
  flaps: z.array(flapStepSchema),
  /** Speed against power, attitude and trim, where the maneuver is flown at several speeds. */
  powerTable: z
    .array(
      z.object({
        kias: z.number(),
        power: z.number(),
        pitchDeg: z.number(),
        trim: z.enum(['as-it-is', 'nose-up', 'nose-down']),
      }),
    )
    .default([]),
  figures: z.array(cardFigureSchema).default([]),
  /** What this very airplane’s flights say, beside the book’s. */
  ownFigures: z.array(ownFigureSchema).default([]),
  /** Numbers that only this maneuver has, besides those above; NaN has no place here: what is unknown is left out. */
  params: paramsSchema.default({}),
  /** The choices of technique that it was made by. */
  technique: techniqueSchema.omit({ checks: true }).prefault({}),
  carburettor: z.boolean().default(true),
  /** How this airplane warns of the stall; null where its file does not say. */
  stallWarning: stallWarningSchema.nullable().default(null),
  /** Every setting of the flaps that the airplane has. */
  airplaneFlaps: z.array(z.object({ deg: z.number(), vfeKias: z.number() })).default([]),
  /** Best angle and best rate of climb at this weight; null where the airplane's file has none. */
  climbKias: z
    .object({ vx: z.number().nullable(), vy: z.number().nullable() })
    .default({ vx: null, vy: null }),
  /** The school's checks before a maneuver, in its own words. */
  checks: z.array(z.string()),
  /** What this student does again and again; empty without a record. */
  watchFor: z.array(recurringSchema).default([]),
  tolerances: z.array(toleranceSchema),
  /** What is asked before any band. */
  requirements: z
    .array(
      z.object({
        id: z.string(),
        kind: requirementKindSchema,
        must: z.boolean(),
        source: z.string(),
        fromMemory: z.boolean(),
      }),
    )
    .default([]),
  /** How deep a stall goes, and by which speed slow flight is flown, where the maneuver has it. */
  depth: z.enum(['first-indication', 'full']).nullable().default(null),
  slowSpeed: z.enum(['above-warning', 'above-stall', 'warning-sounding']).nullable().default(null),
  /** Whose rows they are, where the standard has none for this maneuver. */
  tolerancesFrom: z.string().nullable().default(null),
  picture: z.enum(PICTURES).default('speed-window'),
  levelOff: levelOffSchema.nullable().default(null),
  ladder: ladderSchema.nullable().default(null),
  /** Whether it does not fit under what lies above today. */
  offToday: z.boolean(),
  /** Inputs that were left out, and what was taken for them. */
  assumed: z.array(codedSchema),
  /** Values that could not be worked out for this airplane, and why. */
  missing: z.record(z.string(), codedSchema),
  /** The sentences of a card from before they were made of its figures: shown as they stand. */
  asWritten: writtenSchema.nullable().default(null),
});

/** Reads cards of both forms. */
export const targetCardSchema = z.preprocess(fromWritten, cardSchema);
export type TargetCard = z.infer<typeof cardSchema>;

/** Whether a band is said on the card: what is judged, and the floor, which is a limit and has no band. */
export const isSaid = ({ required, parameter }: TargetCard['tolerances'][number]): boolean =>
  required || parameter === 'floor';
