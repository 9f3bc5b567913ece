/**
 * An airplane as the flight model sees it: wing in panels, tail, fin, controls, inertia, engine. Drag, propeller and
 * engine are those of the performance model fitted to the book, stall speeds and warnings the book's; what no
 * handbook says (tail sizes, inertia, control power) takes the usual proportions of light single-engine airplanes,
 * all common practice and from memory.
 */
import type { Airplane } from '../../airplane/schema.ts';
import { SEA_LEVEL_DENSITY_KGM3 } from '../../atmosphere/atmosphere.ts';
import { InputError } from '../../errors.ts';
import { performanceOf } from '../../performance/fit.ts';
import { casAtStage, flapShare, type PerformanceModel, stallAtStage } from '../../performance/model.ts';
import { warningAtStage } from '../../performance/warning.ts';
import { radians } from '../../units/angles.ts';
import { FT_TO_M, G0_MPS2, KT_TO_MPS, LB_TO_KG } from '../../units/convert.ts';
import { sectionLift, steadyAttachment } from './lift-curve.ts';
import { type Undercarriage, undercarriageOf } from './undercarriage.ts';

/** Panels of each half of the wing, root to tip. */
const HALF_PANELS = 4;
export const PANELS = 2 * HALF_PANELS;
/** Half-span stations of the panels' middles, and each one's part in flap and aileron. */
const STATIONS = [0.125, 0.375, 0.625, 0.875];
const WASHOUT_RAD = [1.6, 0.5, -0.6, -1.5].map(radians);
/** The tips let go later than the roots, so that the ailerons last. */
const LATER_RAD = [0, 0, 0.8, 1.6].map(radians);
const FLAPPED = [1, 1, 0, 0];
const AILERONED = [0, 0, 0.8, 0.8];

/** One flap position of the wing: what it adds to lift and drag, and where it stalls and warns. */
export interface FlapPoint {
  share: number;
  /** Attached lift coefficient added on the flapped panels at the same angle. */
  lift: number;
  drag: number;
  stallRad: number;
  warningRad: number;
}

export interface Airframe {
  airplane: Airplane;
  model: PerformanceModel;
  massKg: number;
  inertia: { x: number; y: number; z: number };
  wingAreaM2: number;
  spanM: number;
  chordM: number;
  liftSlope: number;
  zeroLiftRad: number;
  /** Wing against fuselage: pitch is read on the fuselage. */
  incidenceRad: number;
  panel: {
    y: Float64Array;
    twist: Float64Array;
    later: Float64Array;
    flapped: Float64Array;
    aileroned: Float64Array;
  };
  dihedralRad: number;
  /** Flap positions, up first, the travel's share rising. */
  flapPoints: FlapPoint[];
  flapTravelDeg: number;
  tail: { armM: number; areaM2: number; slope: number; incidenceRad: number };
  fin: { armM: number; heightM: number; areaM2: number; slope: number };
  /** Lift-coefficient change of tail, fin and aileron panels at full control, as an angle in rad. */
  power: { elevator: number; trim: number; rudder: number; aileron: number };
  /** Downwash angle at the tail for a lift coefficient of 1, rad. */
  downwash: number;
  propeller: { inertiaKgM2: number; discM2: number };
  idleTurns: number;
  /** Ground-adjusted tabs: what keeps it straight in cruise with hands and feet off. */
  tabs: { aileron: number; rudder: number };
  undercarriage: Undercarriage;
}

/** Full flaps add this much lift at the same angle. */
const FLAP_LIFT = 0.5;
/** The tail pushes down in the stall: the wing carries a little more than the weight. */
const TAIL_DOWNLOAD = 1.03;

/** @throws InputError when the airplane's file says too little for a performance model. */
export function airframeOf(airplane: Airplane, weightLb = airplane.maxWeightLb): Airframe {
  const model = performanceOf(airplane);
  if (!model) throw new InputError('airplane/no-power', { airplane: airplane.id });
  const wingAreaM2 = model.polar.wingAreaM2;
  const spanM = airplane.wing ? airplane.wing.spanFt * FT_TO_M : Math.sqrt(model.aspectRatio * wingAreaM2);
  const chordM = wingAreaM2 / spanM;
  const massKg = weightLb * LB_TO_KG;
  const liftSlope = (2 * Math.PI) / (1 + 2 / model.aspectRatio);
  const lengthM = 0.75 * spanM;
  const armM = 2.9 * chordM;
  const wing = {
    liftSlope,
    zeroLiftRad: radians(-2),
    incidenceRad: radians(2.5),
    panel: panelsOf(spanM),
  };
  return {
    airplane,
    model,
    massKg,
    // Radii of gyration as shares of span and length.
    inertia: {
      x: massKg * (0.1 * spanM) ** 2,
      y: massKg * (0.165 * lengthM) ** 2,
      z: massKg * (0.08 * (spanM + lengthM)) ** 2,
    },
    wingAreaM2,
    spanM,
    chordM,
    ...wing,
    dihedralRad: radians(1.5),
    flapPoints: flapPointsOf(airplane, model, wing, wingAreaM2),
    flapTravelDeg: airplane.flaps.at(-1)?.deg ?? 0,
    // Tail volumes 0.65 and 0.034.
    tail: { armM, areaM2: (0.65 * wingAreaM2 * chordM) / armM, slope: 3.9, incidenceRad: radians(-1.5) },
    fin: { armM, heightM: 0.1 * spanM, areaM2: (0.034 * wingAreaM2 * spanM) / armM, slope: 3 },
    power: { elevator: radians(15), trim: radians(8), rudder: radians(14), aileron: radians(7.5) },
    downwash: 0.085,
    propeller: {
      inertiaKgM2: 0.06 * model.propeller.diameterM ** 5,
      discM2: (Math.PI / 4) * model.propeller.diameterM ** 2,
    },
    idleTurns: (airplane.idleRpm ?? 0.26 * (airplane.maxRpm ?? 2700)) / 60 / model.engine.gearRatio,
    tabs: { aileron: 0, rudder: 0 },
    undercarriage: undercarriageOf(massKg, chordM, spanM, airplane.wing?.mounted ?? 'high'),
  };
}

type Wing = Pick<Airframe, 'liftSlope' | 'zeroLiftRad' | 'incidenceRad' | 'panel'>;

function panelsOf(spanM: number): Airframe['panel'] {
  const sides = [-1, 1].flatMap((side) => STATIONS.map((station, k) => ({ side, station, k })));
  const column = (value: (panel: (typeof sides)[number]) => number) => Float64Array.from(sides, value);
  return {
    y: column(({ side, station }) => (side * station * spanM) / 2),
    twist: column(({ k }) => WASHOUT_RAD[k]),
    later: column(({ k }) => LATER_RAD[k]),
    flapped: column(({ k }) => FLAPPED[k]),
    // A right aileron stick lifts the left wing.
    aileroned: column(({ side, k }) => -side * AILERONED[k]),
  };
}

/** Lift coefficient of the whole wing in steady symmetric flow at an angle of attack of the fuselage. */
function steadyWingLift(wing: Wing, flapLift: number, stallRad: number, alphaRad: number): number {
  let sum = 0;
  for (let k = 0; k < HALF_PANELS; k++) {
    const alpha = alphaRad + wing.incidenceRad + wing.panel.twist[k];
    const attached = wing.liftSlope * (alpha - wing.zeroLiftRad) + flapLift * wing.panel.flapped[k];
    sum += sectionLift(attached, alpha, steadyAttachment(alpha, stallRad + wing.panel.later[k]));
  }
  return sum / HALF_PANELS;
}

/** The flap positions of the file, each with the stall and warning angles that give its book speeds. */
function flapPointsOf(airplane: Airplane, model: PerformanceModel, wing: Wing, areaM2: number): FlapPoint[] {
  const flappedShare = FLAPPED.reduce((a, b) => a + b) / HALF_PANELS;
  return [0, ...airplane.flaps.map((_, i) => i + 1)].map((stage) => {
    const share = flapShare(airplane, stage);
    const lift = (FLAP_LIFT * share) / flappedShare;
    const wanted = TAIL_DOWNLOAD * liftCoefficientAt(airplane, stage, stallKias(airplane, stage), areaM2);
    const stallRad = solveRising((stall) => peakLift(wing, lift, stall).cl, wanted, radians(4), radians(32));
    const peak = peakLift(wing, lift, stallRad);
    const warning = liftCoefficientAt(
      airplane,
      stage,
      warningAtStage(airplane, { weightLb: airplane.maxWeightLb, stage }).kias,
      areaM2,
    );
    return {
      share,
      lift,
      drag: model.polar.flapCd[stage],
      stallRad,
      warningRad: solveRising(
        (alpha) => steadyWingLift(wing, lift, stallRad, alpha),
        Math.min(TAIL_DOWNLOAD * warning, peak.cl - 0.02),
        radians(-10),
        peak.alphaRad,
      ),
    };
  });
}

const stallKias = (airplane: Airplane, stage: number): number =>
  stallAtStage(airplane, { weightLb: airplane.maxWeightLb, stage }).kias;

function liftCoefficientAt(airplane: Airplane, stage: number, kias: number, areaM2: number): number {
  const mps = casAtStage(airplane, kias, stage) * KT_TO_MPS;
  return (airplane.maxWeightLb * LB_TO_KG * G0_MPS2) / (0.5 * SEA_LEVEL_DENSITY_KGM3 * mps * mps * areaM2);
}

/** The largest steady lift coefficient and the angle of attack where it comes. */
function peakLift(wing: Wing, lift: number, stallRad: number): { cl: number; alphaRad: number } {
  let best = { cl: Number.NEGATIVE_INFINITY, alphaRad: 0 };
  for (let alphaRad = radians(-4); alphaRad < radians(32); alphaRad += radians(0.1)) {
    const cl = steadyWingLift(wing, lift, stallRad, alphaRad);
    if (cl > best.cl) best = { cl, alphaRad };
  }
  return best;
}

/** Where a rising function takes a value, by halving. */
function solveRising(value: (x: number) => number, wanted: number, low: number, high: number): number {
  let [a, b] = [low, high];
  for (let i = 0; i < 40; i++) {
    const middle = (a + b) / 2;
    if (value(middle) < wanted) a = middle;
    else b = middle;
  }
  return (a + b) / 2;
}

/** The flap position's figures at any travel, linear between the stages, written into `into`. */
export function flapAt(airframe: Airframe, deg: number, into: FlapPoint): FlapPoint {
  const { flapPoints, flapTravelDeg } = airframe;
  const share = flapTravelDeg > 0 ? deg / flapTravelDeg : 0;
  let i = 1;
  while (i < flapPoints.length - 1 && share > flapPoints[i].share) i++;
  const a = flapPoints[i - 1];
  const b = flapPoints[i] ?? a;
  const part = b.share > a.share ? (share - a.share) / (b.share - a.share) : 0;
  into.share = share;
  into.lift = a.lift + part * (b.lift - a.lift);
  into.drag = a.drag + part * (b.drag - a.drag);
  into.stallRad = a.stallRad + part * (b.stallRad - a.stallRad);
  into.warningRad = a.warningRad + part * (b.warningRad - a.warningRad);
  return into;
}
