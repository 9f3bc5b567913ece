/** The points that a book gives, each as something that the model can be asked for. */
import { type Airplane, levelPowerOf, powerUnitOf } from '../airplane/schema.ts';
import { densityRatio, tasFromCas } from '../atmosphere/atmosphere.ts';
import { bestGlideKias, climbFpm, glideAt } from './climb.ts';
import { levelFlight } from './level.ts';
import { type Circumstance, casAtStage, iasAtStage, type PerformanceModel } from './model.ts';

export type PointKind = 'cruise' | 'level' | 'shaft' | 'slow-flight' | 'climb' | 'glide';

export interface BookPoint {
  kind: PointKind;
  /** What the point is, for a person. */
  label: string;
  unit: string;
  book: number;
  /** How far a book figure may well be off: its rounding and what it leaves out. */
  spread: number;
  /** The abscissa of the picture: airspeed, or altitude for a climb. */
  at: number;
  model: (model: PerformanceModel) => number;
}

/** Where a level-power table without an altitude is taken to have been flown. */
export const TABLE_ALTITUDE_FT = 3000;
const POWER_SPREAD = { rpm: 0.01, inHg: 0.02, '%': 0.02 } as const;

export function bookPoints(airplane: Airplane): BookPoint[] {
  const unit = powerUnitOf(airplane);
  const spreadOf = (power: number) =>
    unit === 'rpm'
      ? POWER_SPREAD.rpm * (airplane.maxRpm ?? power)
      : POWER_SPREAD[unit] * (unit === '%' ? 100 : 30);
  const weightLb = airplane.maxWeightLb;
  const points: BookPoint[] = [];
  const book = airplane.book;

  for (const row of book?.cruise ?? []) {
    const at: Circumstance = { weightLb, pressureAltitudeFt: row.pressureAltitudeFt, oatC: row.oatC };
    const kcas = row.ktas * Math.sqrt(densityRatio(row.pressureAltitudeFt, row.oatC));
    const kias = iasAtStage(airplane, kcas);
    const label = `cruise, ${row.pressureAltitudeFt} ft, ${row.ktas} KTAS`;
    points.push({
      kind: 'cruise',
      label,
      unit,
      book: row.power,
      spread: spreadOf(row.power),
      at: row.ktas,
      model: (m) => levelFlight(m, kias, at).power,
    });
    if (row.powerPct !== undefined && unit !== '%')
      points.push({
        kind: 'shaft',
        label,
        unit: '%',
        book: row.powerPct,
        spread: 2,
        at: row.ktas,
        model: (m) => levelFlight(m, kias, at).percent,
      });
  }
  const table = levelPowerOf(airplane);
  if (table && table.unit === unit) {
    const at: Circumstance = { weightLb, pressureAltitudeFt: table.pressureAltitudeFt ?? TABLE_ALTITUDE_FT };
    for (const [kias, power] of table.level)
      points.push({
        kind: 'level',
        label: `level at ${kias} KIAS`,
        unit,
        book: power,
        spread: 1.5 * spreadOf(power),
        at: tasFromCas(casAtStage(airplane, kias), densityRatio(at.pressureAltitudeFt)),
        model: (m) => levelFlight(m, kias, at).power,
      });
  }
  for (const row of book?.slowFlight ?? []) {
    const stage = airplane.flaps.findIndex(({ deg }) => deg === row.flapsDeg) + 1;
    const at: Circumstance = {
      weightLb: row.weightLb ?? weightLb,
      pressureAltitudeFt: row.pressureAltitudeFt,
      oatC: row.oatC,
      stage,
    };
    points.push({
      kind: 'slow-flight',
      label: `slow flight, flaps ${row.flapsDeg}°, ${row.kias} KIAS`,
      unit,
      book: row.power,
      spread: 1.5 * spreadOf(row.power),
      at: row.kias,
      model: (m) => levelFlight(m, row.kias, at).power,
    });
  }
  for (const row of book?.climb ?? []) {
    const at: Circumstance = { weightLb, pressureAltitudeFt: row.pressureAltitudeFt, oatC: row.oatC };
    points.push({
      kind: 'climb',
      label: `climb at ${row.pressureAltitudeFt} ft, ${row.kias} KIAS`,
      unit: 'ft/min',
      book: row.fpm,
      spread: 25,
      at: row.pressureAltitudeFt,
      model: (m) => climbFpm(m, row.kias, at),
    });
  }
  if (book?.glide) {
    const { kias, ratio } = book.glide;
    const at: Circumstance = { weightLb, pressureAltitudeFt: TABLE_ALTITUDE_FT };
    points.push(
      {
        kind: 'glide',
        label: `glide ratio at ${kias} KIAS`,
        unit: '',
        book: ratio,
        spread: 0.2,
        at: kias,
        model: (m) => glideAt(m, kias, at).ratio,
      },
      {
        kind: 'glide',
        label: 'best glide',
        unit: 'KIAS',
        book: kias,
        spread: 2,
        at: kias,
        model: (m) => bestGlideKias(m, weightLb),
      },
    );
  }
  return points;
}
