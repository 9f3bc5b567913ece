/**
 * The performance model of an airplane, fitted to its book's points: least squares with the usual values of light
 * airplanes as weak prior knowledge, so that a few points suffice, and what no point speaks of stays at its usual
 * value and is called estimated. Unknowns are logarithms of ratios to the usual values: none can turn negative.
 */
import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { casFromIas } from '../airplane/calibration.ts';
import { type Airplane, powerUnitOf } from '../airplane/schema.ts';
import { SEA_LEVEL_DENSITY_KGM3 } from '../atmosphere/atmosphere.ts';
import { FT_TO_M, G0_MPS2, KT_TO_MPS, LB_TO_KG } from '../units/convert.ts';
import type { PerformanceModel } from './model.ts';
import { type BookPoint, bookPoints, type PointKind } from './points.ts';
import type { Propeller } from './propeller.ts';
import type { Provenance } from './provenance.ts';

const HP_TO_W = 745.7;
const IN_TO_M = 0.0254;

/** [usual value, how far airplanes spread about it as a factor of e]. All from memory; common practice. */
const USUAL = {
  cd0: [0.035, 0.25],
  k: [0.055, 0.2],
  idleCd: [0.009, 0.5],
  thrustA: [0.125, 0.2],
  thrustB: [0.1, 0.3],
  powerC: [0.05, 0.3],
  powerD: [0.04, 0.5],
  bladeEfficiency: [0.88, 0.05],
  manifoldNone: [6, 0.3],
  manifoldPerThousand: [0.35, 0.5],
  /** Drag coefficient for a degree of flap. */
  flapPerDeg: [0.0013, 0.4],
} as const;
type Name = Exclude<keyof typeof USUAL, 'flapPerDeg'>;

const USUAL_CL_MAX = 1.5;
const USUAL_ASPECT_RATIO = 7.3;
const USUAL_POWER_LOADING_LB_HP = 14.5;
const USUAL_DIAMETER_IN = 74;

export interface Fit {
  model: PerformanceModel;
  /** Each of the book's points with what the model says there. */
  points: (Omit<BookPoint, 'model'> & { model: number })[];
  /** Root mean square of (model − book) in units of each point's spread. */
  rms: number;
}

const NAMES: Record<'fixed-pitch' | 'constant-speed', Name[]> = {
  'fixed-pitch': ['cd0', 'k', 'idleCd', 'thrustA', 'thrustB', 'powerC', 'powerD'],
  'constant-speed': ['cd0', 'k', 'idleCd', 'bladeEfficiency', 'manifoldNone', 'manifoldPerThousand'],
};

/** The latest fits by the text of the airplane: it arrives as a new object from every read of a file or database. */
const fits = new Map<string, Fit | null>();
const FITS_KEPT = 24;
const texts = new WeakMap<Airplane, string>();

/** The fitted model; null when the book says nothing of power in level flight. Worked out once for an airplane. */
export function performanceFit(airplane: Airplane): Fit | null {
  const text = texts.get(airplane) ?? JSON.stringify(airplane);
  texts.set(airplane, text);
  const known = fits.get(text);
  if (known !== undefined) return known;
  const fit = fitModel(airplane);
  if (fits.size >= FITS_KEPT) fits.delete(fits.keys().next().value as string);
  fits.set(text, fit);
  return fit;
}

export const performanceOf = (airplane: Airplane): PerformanceModel | null =>
  performanceFit(airplane)?.model ?? null;

function fitModel(airplane: Airplane): Fit | null {
  const points = bookPoints(airplane);
  const has = (...kinds: PointKind[]) => points.some(({ kind }) => kinds.includes(kind));
  if (!has('cruise', 'level')) return null;

  const kind = airplane.propeller?.kind ?? 'fixed-pitch';
  const names = NAMES[kind];
  const flapStages = airplane.flaps.length;
  const given = airplane.polar;
  const build = (logs: readonly number[]): PerformanceModel => {
    const value = (name: Name): number => USUAL[name][0] * Math.exp(logs[names.indexOf(name)]);
    const propeller: Propeller =
      kind === 'fixed-pitch'
        ? {
            kind,
            diameterM: diameterM(airplane),
            thrust: [value('thrustA'), value('thrustB')],
            power: [value('powerC'), value('powerD')],
          }
        : { kind, diameterM: diameterM(airplane), bladeEfficiency: Math.min(0.95, value('bladeEfficiency')) };
    const perDeg = (stage: number) => USUAL.flapPerDeg[0] * Math.exp(logs[names.length + stage - 1]);
    const ratedRpm = airplane.engine?.ratedRpm ?? airplane.maxRpm ?? 2700;
    const gearRatio = airplane.engine?.gearRatio ?? 1;
    return {
      airplane,
      polar: {
        cd0: given?.cd0 ?? value('cd0'),
        k: given?.k ?? value('k'),
        flapCd: [0, ...airplane.flaps.map(({ deg }, i) => given?.flapCd[i] ?? perDeg(i + 1) * deg)],
        wingAreaM2: wingAreaM2(airplane),
      },
      idleCd: value('idleCd'),
      propeller,
      engine: {
        ratedPowerW: (airplane.engine?.ratedHp ?? airplane.maxWeightLb / USUAL_POWER_LOADING_LB_HP) * HP_TO_W,
        ratedTurns: ratedRpm / gearRatio / 60,
        gearRatio,
        manifold:
          kind === 'constant-speed' ? [value('manifoldNone'), value('manifoldPerThousand')] : [6, 0.35],
      },
      aspectRatio: airplane.wing ? airplane.wing.spanFt ** 2 / airplane.wing.areaFt2 : USUAL_ASPECT_RATIO,
      powerUnit: powerUnitOf(airplane),
      from: provenance(airplane, points),
    };
  };

  const unknowns = names.length + flapStages;
  const spreadOf = (i: number) => (i < names.length ? USUAL[names[i]][1] : USUAL.flapPerDeg[1]);
  // One residual for each point, then one for each unknown: how far it strays from what is usual.
  const residuals = points.length + unknowns;
  const solved = levenbergMarquardt(
    { x: Array.from({ length: residuals }, (_, i) => i), y: new Array<number>(residuals).fill(0) },
    (logs: number[]) => {
      const model = build(logs);
      return (i: number) => {
        if (i >= points.length) return logs[i - points.length] / spreadOf(i - points.length);
        const off = (points[i].model(model) - points[i].book) / points[i].spread;
        return Number.isFinite(off) ? off : 100;
      };
    },
    {
      initialValues: new Array<number>(unknowns).fill(0),
      gradientDifference: 1e-4,
      centralDifference: true,
      damping: 0.01,
      maxIterations: 15,
      errorTolerance: 1e-9,
      minValues: new Array<number>(unknowns).fill(-1.6),
      maxValues: new Array<number>(unknowns).fill(1.6),
    },
  );
  const model = build(solved.parameterValues);
  const compared = points.map((point) => ({ ...point, model: point.model(model) }));
  const squares = compared.map((p) => ((p.model - p.book) / p.spread) ** 2);
  return { model, points: compared, rms: Math.sqrt(squares.reduce((a, b) => a + b, 0) / squares.length) };
}

function provenance(airplane: Airplane, points: readonly BookPoint[]): PerformanceModel['from'] {
  const has = (...kinds: PointKind[]) => points.some(({ kind }) => kinds.includes(kind));
  const slowAt = (deg: number) => airplane.book?.slowFlight.some((row) => row.flapsDeg === deg) ?? false;
  const fitted = (yes: boolean): Provenance => (yes ? 'fitted' : 'estimated');
  return {
    levelPower: 'fitted',
    flapDrag: ['fitted', ...airplane.flaps.map(({ deg }) => fitted(slowAt(deg)))],
    shaftPower: fitted(has('shaft') && airplane.engine !== undefined),
    climb: fitted(has('climb') && airplane.engine !== undefined),
    glide: fitted(has('glide')),
  };
}

const diameterM = (airplane: Airplane): number =>
  (airplane.propeller?.diameterIn ?? USUAL_DIAMETER_IN) * IN_TO_M;

/** The wing's area, m²; without it, the one that stalls at the book's speed with a usual lift coefficient. */
function wingAreaM2(airplane: Airplane): number {
  if (airplane.wing) return airplane.wing.areaFt2 * FT_TO_M * FT_TO_M;
  const stallMps = casFromIas(airplane, airplane.vs1Kias) * KT_TO_MPS;
  const q = 0.5 * SEA_LEVEL_DENSITY_KGM3 * stallMps * stallMps;
  return (airplane.maxWeightLb * LB_TO_KG * G0_MPS2) / (q * USUAL_CL_MAX);
}
