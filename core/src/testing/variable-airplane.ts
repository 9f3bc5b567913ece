/** An invented airplane with a constant-speed propeller, for tests: its power is a manifold pressure. */
import { airplaneSchema } from '../airplane/schema.ts';

export const variable = airplaneSchema.parse({
  id: 'variable',
  name: 'Manifold pressure',
  maxWeightLb: 2900,
  vs0Kias: 50,
  vs1Kias: 55,
  vaKiasAtMax: 110,
  powerUnit: 'inHg',
  engine: { ratedHp: 200, ratedRpm: 2700 },
  propeller: { kind: 'constant-speed', diameterIn: 76 },
  book: {
    cruise: [
      { pressureAltitudeFt: 2000, power: 20, ktas: 113, powerPct: 53 },
      { pressureAltitudeFt: 2000, power: 24, ktas: 128, powerPct: 71 },
      { pressureAltitudeFt: 6000, power: 20, ktas: 119, powerPct: 57 },
      { pressureAltitudeFt: 6000, power: 23, ktas: 130, powerPct: 71 },
    ],
  },
});
