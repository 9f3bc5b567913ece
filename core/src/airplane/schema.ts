/** The airplane file: book numbers of one airplane, in knots whatever unit its instruments show. */
import { z } from 'zod';
import {
  bookSchema,
  engineSchema,
  envelopeSchema,
  fuelSchema,
  polarSchema,
  propellerSchema,
  stationSchema,
  wingSchema,
} from './book.ts';
import { orderProblems } from './consistency.ts';
import { ownFigureSchema } from './own-figure.ts';

const kias = z.number().positive().max(400);
const points = z
  .array(z.tuple([z.number().nonnegative(), z.number().nonnegative()]))
  .min(2, 'give at least two points, so that a line can be drawn')
  .refine((rows) => rows.every((row, i) => i === 0 || (row[0] > rows[i - 1][0] && row[1] > rows[i - 1][1])), {
    message: 'points must rise from row to row in both columns',
  });

/** Power for level flight, as the book's cruise table gives it. */
const levelPowerSchema = z.object({
  unit: z.enum(['rpm', 'inHg', '%']),
  /** [indicated airspeed, power] rows, slowest first, at maximum weight. */
  level: z.array(z.tuple([z.number().positive(), z.number().positive()])).min(2),
  /** Where the rows were flown, in the standard atmosphere. */
  pressureAltitudeFt: z.number().optional(),
  /** Added to hold speed in a 45° level turn. */
  steepTurnAdd: z.number().nonnegative().optional(),
});

const flapStageSchema = z.looseObject({
  deg: z.number().nonnegative().max(90),
  vfeKias: kias,
  /** Stall speed at this stage, where the book has it. */
  vsKias: kias.optional(),
  /** The book's final approach speed with it. */
  approachKias: kias.optional(),
});

const turns = z.number().positive().max(10_000).optional();
/** What the book allows in a run-up, in turns of the engine a minute. */
const runUpSchema = z.object({
  rpm: turns,
  /** Most that one magneto alone may lose, and that the two may differ. */
  dropRpm: turns,
  differenceRpm: turns,
  idleFromRpm: turns,
  idleToRpm: turns,
});

export const STALL_WARNINGS = ['horn', 'reed', 'light', 'horn and light', 'stick shaker'] as const;
export const stallWarningSchema = z.object({
  kind: z.enum(STALL_WARNINGS),
  /** As a person says it, such as “gear horn, autopilot disconnect”. */
  otherTones: z.string().trim().max(120).optional(),
});

/** What an airplane's handbook is compared with, one after the other. */
export const AIRPLANE_PARTS = ['speeds', 'flaps', 'weights', 'engine', 'performance'] as const;
export type AirplanePart = (typeof AIRPLANE_PARTS)[number];

export const airplaneSchema = z
  .looseObject({
    id: z.string().min(1).max(80),
    name: z.string().min(1).max(80),
    registration: z.string().max(20).optional(),
    seats: z.string().max(60).optional(),
    /** No longer flown here: it is chosen for nothing new, and what was flown in it stays. */
    retired: z.literal(true).optional(),
    /** Taken from another airplane or estimated, and not yet compared with this one's own handbook. */
    unchecked: z.array(z.enum(AIRPLANE_PARTS)).optional(),
    speedUnit: z.enum(['kt', 'mph']).default('kt'),
    /** How it warns of the stall, and which other tones it has that are none. */
    stallWarning: stallWarningSchema.optional(),
    maxWeightLb: z.number().positive().max(20_000),
    emptyWeightLb: z.number().positive().max(20_000).optional(),
    vs0Kias: kias,
    vs1Kias: kias,
    vaKiasAtMax: kias,
    /** Published [weight lb, V_A KIAS] pairs; they beat the formula. */
    vaKiasByWeight: points.optional(),
    vxKias: kias.optional(),
    vyKias: kias.optional(),
    bestGlideKias: kias.optional(),
    vneKias: kias.optional(),
    flaps: z.array(flapStageSchema).default([]),
    /** Flap angle of a go-around by the book: down to it they come in with the power. */
    goAroundFlapsDeg: z.number().nonnegative().max(90).optional(),
    /** Which of the stages is for takeoff: its place in the list, from 1. */
    takeoffStage: z.number().int().min(0).optional(),
    steepTurnKias: kias.optional(),
    slowFlightKias: z.looseObject({ clean: kias, landing: kias }).partial().optional(),
    approachKias: kias.optional(),
    /** Where the nose is raised on the takeoff roll. */
    rotateKias: kias.optional(),
    patternKias: z.looseObject({ downwind: kias, base: kias }).partial().optional(),
    /** The third wheel is at the tail. */
    tailwheel: z.boolean().optional(),
    runUp: runUpSchema.optional(),
    idleRpm: z.number().positive().optional(),
    maxRpm: z.number().positive().optional(),
    iasToCas: z.looseObject({ clean: points.optional(), landing: points.optional() }).optional(),
    warningKias: z.looseObject({ clean: kias, landing: kias }).partial().optional(),
    /** Of another shape it is kept, and not used. */
    power: z.unknown().optional(),
    powerUnit: z.enum(['rpm', 'inHg', '%']).optional(),
    wing: wingSchema.optional(),
    engine: engineSchema.optional(),
    propeller: propellerSchema.optional(),
    polar: polarSchema.optional(),
    book: bookSchema.optional(),
    emptyArmIn: z.number().optional(),
    stations: z.array(stationSchema).optional(),
    fuel: fuelSchema.optional(),
    cgEnvelope: envelopeSchema.optional(),
    /** What this very airplane’s recordings say it does, where the chief instructor took that up. */
    ownFigures: z.array(ownFigureSchema).optional(),
  })
  .superRefine((airplane, context) => {
    const { speedUnit } = airplane;
    // The words are words/airplane-problem.ts's; the message is for a log.
    for (const { path, code, params } of orderProblems(airplane))
      context.addIssue({
        code: 'custom',
        path,
        message: code,
        params: { ...params, problem: code, speedUnit },
      });
  });

export type Airplane = z.infer<typeof airplaneSchema>;
export type FlapSetting = 'clean' | 'landing';

type LevelPower = z.infer<typeof levelPowerSchema>;

/** The book's power for level flight, where the airplane file has it in the shape that is known here. */
export const levelPowerOf = (airplane: Airplane): LevelPower | undefined =>
  levelPowerSchema.safeParse(airplane.power).data;

/** The unit in which power is set: the file's own word, else that of its power table, else rpm. */
export const powerUnitOf = (airplane: Airplane): 'rpm' | 'inHg' | '%' =>
  airplane.powerUnit ?? levelPowerOf(airplane)?.unit ?? 'rpm';
