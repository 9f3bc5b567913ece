/** Power against speed in level flight, a curve for each flap stage; and slow flight, flown on it, there and back. */
import { flapStageAt } from '../../airplane/configuration.ts';
import { type Airplane, powerUnitOf } from '../../airplane/schema.ts';
import { standardTemperatureC } from '../../atmosphere/atmosphere.ts';
import {
  axisAround,
  type Picture,
  type PictureAxis,
  type PictureLine,
  type PicturePanel,
  upright,
} from '../../card/picture.ts';
import {
  airspeedOf,
  type FlownCase,
  type PicturePart,
  shownUnit,
  within,
} from '../../kits/attempt/picture.ts';
import { sceneOf } from '../../kits/attempt/scene.ts';
import { performanceOf } from '../../performance/fit.ts';
import { type CurvePoint, leastPowerKias, levelFlight, powerCurve } from '../../performance/level.ts';
import {
  type Circumstance,
  flapDegrees,
  type PerformanceModel,
  stallAtStage,
} from '../../performance/model.ts';
import { warningAtStage } from '../../performance/warning.ts';
import { speedIn } from '../../units/convert.ts';
import { clamp } from '../../units/numbers.ts';
import { numberText } from '../../units/text.ts';

/** Faster than this share of V_A nobody flies slowly. */
const SHOWN_OF_VA = 0.92;
type PowerUnit = 'rpm' | 'inHg' | '%';

interface Ground {
  unit: string;
  powerUnit: PowerUnit;
  stage: number;
  at: Circumstance;
}

const stepOf = (airplane: Airplane, unit: PowerUnit): number => {
  if (unit === '%') return 10;
  if (unit === 'inHg') return 2;
  return (airplane.maxRpm ?? 0) > 4000 ? 500 : 200;
};

const shownPower = ({ power, percent }: Pick<CurvePoint, 'power' | 'percent'>, unit: PowerUnit): number =>
  unit === '%' ? percent : power;

/** The curves with the warning's and the stall's line at this weight; the axes hold some flown points as well. */
function curvesOn(
  model: PerformanceModel,
  { unit, powerUnit, stage, at }: Ground,
  flown: { x: readonly (number | null)[]; y: readonly (number | null)[] },
): { x: PictureAxis; panel: Omit<PicturePanel, 'notes' | 'target' | 'flown'> } {
  const { airplane } = model;
  const toKias = Math.round(airplane.vaKiasAtMax * SHOWN_OF_VA);
  const curves = [0, ...airplane.flaps.map((_, i) => i + 1)].map((one): PictureLine => {
    const fastest = one === 0 ? toKias : Math.min(toKias, airplane.flaps[one - 1].vfeKias);
    return {
      name: `${flapDegrees(airplane, one)}°`,
      points: powerCurve(model, { ...at, stage: one }, fastest)
        .filter(({ holds }) => holds)
        .map((point) => [speedIn(point.kias, unit), shownPower(point, powerUnit)]),
      kind: one === stage ? 'curve' : 'other',
    };
  });
  const points = curves.flatMap((curve) => curve.points);
  const stall = speedIn(stallAtStage(airplane, at).kias, unit);
  const warning = speedIn(warningAtStage(airplane, at).kias, unit);
  const x = axisAround(
    { label: 'indicated airspeed', unit, step: 10 },
    stall,
    ...points.map(([kias]) => kias),
    ...flown.x,
  );
  const y = axisAround(
    { label: 'power', unit: powerUnit, step: stepOf(airplane, powerUnit) },
    ...points.map(([, power]) => power),
    ...flown.y,
  );
  return {
    x,
    panel: {
      y,
      lines: [
        ...curves,
        { name: `stall ${numberText(stall)}`, points: upright(y, stall), kind: 'limit' },
        { name: `warning ${numberText(warning)}`, points: upright(y, warning), kind: 'guide' },
      ],
      zones: [
        {
          name: 'back side',
          x: [x.min, speedIn(leastPowerKias(model, at), unit)],
          y: [y.min, y.max],
          kind: 'shut',
        },
      ],
    },
  };
}

/** Nothing to draw but the axes. */
const bare = (title: string, unit: string, code: string): Picture => ({
  kind: 'power-curve',
  title,
  x: { label: 'indicated airspeed', unit, min: 0, max: 10, step: 10 },
  panels: [
    {
      y: { label: 'power', unit: '', min: 0, max: 1, step: 1 },
      lines: [],
      zones: [],
      notes: [],
      target: null,
      flown: null,
    },
  ],
  groups: [],
  missing: [{ code }],
});

const PLANNED = 'What it takes to hold this speed, today';
const FLOWN = 'The way down the power curve and back';

export const powerCurvePicture: PicturePart = {
  kind: 'power-curve',

  plan(card, airplane) {
    const model = performanceOf(airplane);
    const unit = card.speedUnit;
    if (!model) return bare(PLANNED, unit, 'no-power-curve');
    const powerUnit: PowerUnit = card.power?.unit === '%' ? '%' : model.powerUnit;
    const { weightLb, air, stage } = card;
    const at = { weightLb, pressureAltitudeFt: air.pressureAltitudeFt, oatC: air.oatC, stage };
    const { x, panel } = curvesOn(model, { unit, powerUnit, stage, at }, { x: [], y: [] });
    const { airspeedKias: kias } = card.entry;
    const power = kias === null ? null : shownPower(levelFlight(model, kias, at), powerUnit);
    const shown = speedIn(kias ?? 0, unit);
    const above = speedIn((kias ?? 0) - card.stallKias.level, unit);
    return {
      kind: 'power-curve',
      title: PLANNED,
      x,
      panels: [
        {
          ...panel,
          notes:
            power === null
              ? []
              : [{ at: [shown, power], text: `${numberText(Math.floor(above))} ${unit} above the stall` }],
          target:
            power === null
              ? null
              : {
                  at: [shown, power],
                  text: `${numberText(shown)} ${unit}, ${numberText(10 * Math.round(power / 10) || power)} ${powerUnit}`,
                },
          flown: null,
        },
      ],
      groups: [],
      missing: kias === null ? [card.entry.airspeedWhy] : [],
    };
  },

  move({ entry: { windowKias }, speedUnit }, _, x) {
    if (!windowKias) return null;
    const [slowest, fastest] = windowKias;
    return { airspeedKias: clamp(x / speedIn(1, speedUnit), Math.ceil(slowest), Math.floor(fastest)) };
  },

  flown(flown) {
    const { track, attempt, context } = flown;
    const { airplane } = context;
    const unit = shownUnit(context);
    const model = airplane && performanceOf(airplane);
    if (!airplane || !model) return null;
    const recorded = powerColumn(flown, powerUnitOf(airplane));
    if (!recorded) return bare(FLOWN, unit, 'power-not-recorded');
    const scene = sceneOf(track, context);
    const stageAt = (row: number) => flapStageAt(airplane, scene.flapsDeg(row));
    const middle = flown.rows[Math.floor(flown.rows.length / 2)];
    const pressureAltitudeFt = attempt.entry.altitudeFt;
    const oat = track.other('oat_c')?.values[middle] ?? Number.NaN;
    const stage = stageAt(middle);
    const at = {
      weightLb: context.weightLb ?? airplane.maxWeightLb,
      pressureAltitudeFt,
      oatC: Number.isNaN(oat) ? standardTemperatureC(pressureAltitudeFt) : oat,
      stage,
    };
    const x = within(flown, airspeedOf(flown));
    const y = within(flown, (row) => recorded.values[row]);
    const known = scene.flapsKnown(middle);
    const { x: axis, panel } = curvesOn(model, { unit, powerUnit: recorded.unit, stage, at }, { x, y });
    return {
      kind: 'power-curve',
      title: FLOWN,
      x: axis,
      panels: [
        {
          ...panel,
          notes: [],
          target: null,
          flown: { x, y, group: known ? flown.rows.map(stageAt) : null },
        },
      ],
      groups: known ? ['flaps up', ...airplane.flaps.map(({ deg }) => `flaps ${deg}°`)] : [],
      missing: known ? [] : [{ code: 'flaps-not-recorded' }],
    };
  },
};

function powerColumn(
  { track }: FlownCase,
  unit: PowerUnit,
): { unit: PowerUnit; values: Float64Array } | undefined {
  const own = track.other(unit === 'rpm' ? 'rpm' : unit === 'inHg' ? 'map_inhg' : 'power_pct');
  if (own) return { unit, values: own.values };
  const percent = track.other('power_pct');
  return percent && { unit: '%', values: percent.values };
}
