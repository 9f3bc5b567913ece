/** The airplane file: book numbers of one airplane, in knots whatever unit its instruments show. */
import { z } from 'zod';

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
  /** [indicated airspeed, power] rows, slowest first. */
  level: z.array(z.tuple([z.number().positive(), z.number().positive()])).min(2),
  /** Added to hold speed in a 45° level turn. */
  steepTurnAdd: z.number().nonnegative().optional(),
});

export const airplaneSchema = z
  .looseObject({
    id: z.string().min(1).max(80),
    name: z.string().min(1).max(80),
    registration: z.string().max(20).optional(),
    seats: z.string().max(60).optional(),
    speedUnit: z.enum(['kt', 'mph']).default('kt'),
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
    flaps: z.array(z.looseObject({ deg: z.number().nonnegative().max(90), vfeKias: kias })).default([]),
    steepTurnKias: kias.optional(),
    slowFlightKias: z.looseObject({ clean: kias, landing: kias }).partial().optional(),
    approachKias: kias.optional(),
    idleRpm: z.number().positive().optional(),
    maxRpm: z.number().positive().optional(),
    iasToCas: z.looseObject({ clean: points.optional(), landing: points.optional() }).optional(),
    warningKias: z.looseObject({ clean: kias, landing: kias }).partial().optional(),
    /** Of another shape it is kept, and not used. */
    power: z.unknown().optional(),
  })
  .superRefine((airplane, context) => {
    const order: [string, number | undefined][] = [
      ['vs0Kias', airplane.vs0Kias],
      ['vs1Kias', airplane.vs1Kias],
      ['vaKiasAtMax', airplane.vaKiasAtMax],
      ['vneKias', airplane.vneKias],
    ];
    for (let i = 1; i < order.length; i++) {
      const [slowName, slow] = order[i - 1];
      const [fastName, fast] = order[i];
      if (slow === undefined || fast === undefined) continue;
      // Some airplanes stall at nearly the same speed either way, so equal V_S0 and V_S1 pass.
      const wrong = slowName === 'vs0Kias' ? slow > fast : slow >= fast;
      if (wrong) {
        context.addIssue({
          code: 'custom',
          path: [fastName],
          message: `${fastName} (${fast}) must be above ${slowName} (${slow})`,
        });
      }
    }
    if (airplane.emptyWeightLb !== undefined && airplane.emptyWeightLb >= airplane.maxWeightLb) {
      context.addIssue({
        code: 'custom',
        path: ['emptyWeightLb'],
        message: `emptyWeightLb (${airplane.emptyWeightLb}) must be below maxWeightLb (${airplane.maxWeightLb})`,
      });
    }
  });

export type Airplane = z.infer<typeof airplaneSchema>;
export type FlapSetting = 'clean' | 'landing';

export type LevelPower = z.infer<typeof levelPowerSchema>;

/** The book's power for level flight, where the airplane file has it in the shape that is known here. */
export const levelPowerOf = (airplane: Airplane): LevelPower | undefined =>
  levelPowerSchema.safeParse(airplane.power).data;
