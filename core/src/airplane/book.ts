/** What a handbook says of performance, weight and balance: the optional parts of an airplane file. */
import { z } from 'zod';

const positive = z.number().positive();
const pressureAltitudeFt = z.number().min(-2000).max(30_000);
const oatC = z.number().min(-60).max(60).optional();

/** Wing, for lift and induced drag. */
export const wingSchema = z.object({
  areaFt2: positive.max(2000),
  spanFt: positive.max(300),
  /** What it hides of the side: the sky, or the ground. High where nothing is said. */
  mounted: z.enum(['high', 'low']).optional(),
});

export const engineSchema = z.object({
  ratedHp: positive.max(2000),
  ratedRpm: positive.max(10_000),
  /** Engine turns to one of the propeller. */
  gearRatio: positive.max(5).default(1),
  carburettor: z.boolean().default(true),
  /** Four where it is left out: an ear for its revolutions wants to know. */
  cylinders: z.number().int().min(1).max(18).optional(),
});

export const propellerSchema = z.object({
  kind: z.enum(['fixed-pitch', 'constant-speed']),
  diameterIn: positive.max(150),
  /** Two where it is left out. */
  blades: z.number().int().min(2).max(8).optional(),
});

/** A given drag polar, C_D = C_D0 + k C_L², with what each flap stage adds; fitted where it is left out. */
export const polarSchema = z.object({
  cd0: positive.max(0.2),
  k: positive.max(0.3),
  flapCd: z.array(z.number().nonnegative().max(0.3)).default([]),
});

/** One row of a cruise table, at maximum weight unless it says otherwise. */
const cruiseRowSchema = z.object({
  pressureAltitudeFt,
  oatC,
  /** In the airplane's power unit. */
  power: positive,
  /** Propeller or engine speed with a manifold pressure. */
  rpm: positive.optional(),
  ktas: positive.max(400),
  powerPct: positive.max(110).optional(),
});
const climbRowSchema = z.object({
  pressureAltitudeFt,
  oatC,
  kias: positive.max(400),
  fpm: z.number().min(-500).max(6000),
});
/** Level flight at low speed, as the school has found it. */
const slowRowSchema = z.object({
  pressureAltitudeFt,
  oatC,
  weightLb: positive.optional(),
  flapsDeg: z.number().nonnegative().max(90),
  kias: positive.max(400),
  power: positive,
});
/** A row of the takeoff or landing table: no wind, a hard dry runway, at maximum weight. */
const distanceRowSchema = z.object({
  pressureAltitudeFt,
  oatC: z.number().min(-60).max(60),
  groundFt: positive.max(20_000),
  /** To or from 50 ft. */
  over50Ft: positive.max(20_000),
});
export type DistanceRow = z.infer<typeof distanceRowSchema>;
const glideSchema = z.object({ kias: positive.max(400), ratio: positive.max(60) });

export const bookSchema = z.object({
  cruise: z.array(cruiseRowSchema).default([]),
  climb: z.array(climbRowSchema).default([]),
  glide: glideSchema.optional(),
  slowFlight: z.array(slowRowSchema).default([]),
  takeoff: z.array(distanceRowSchema).optional(),
  landing: z.array(distanceRowSchema).optional(),
});
export type Book = z.infer<typeof bookSchema>;

export const stationSchema = z.object({
  id: z.string().regex(/^[a-z0-9][a-z0-9-]{0,30}$/, 'use small letters, digits and hyphens'),
  name: z.string().min(1).max(40),
  armIn: z.number().min(-500).max(1000),
  maxLb: positive.optional(),
});
export type Station = z.infer<typeof stationSchema>;

export const fuelSchema = z.object({
  usableGal: positive.max(2000),
  armIn: z.number().min(-500).max(1000),
  lbPerGal: positive.max(10).default(6),
  /** Burned in a lesson: at lesson power, and in a climb at full power. */
  lessonGph: positive.max(300),
  climbGph: positive.max(300),
  /** Taxi and run-up. */
  groundGal: z.number().nonnegative().max(20).default(1),
});

/** Corners of the envelope in order round it: [centre of gravity in, weight lb]. */
export const envelopeSchema = z
  .array(z.tuple([z.number(), z.number().nonnegative()]))
  .min(3, 'an envelope has at least three corners');
