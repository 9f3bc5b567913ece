/** Height against speed: along a line of equal energy pitch moved the airplane, across the lines power did. */
import { densityRatio, standardTemperatureC, tasFromCas } from '../../atmosphere/atmosphere.ts';
import { entryAt } from '../../card/ladder.ts';
import { axisAround, type PictureAxis, type PictureLine, type PictureZone } from '../../card/picture.ts';
import { heightWorthFt } from '../../mechanics/turning.ts';
import { speedIn } from '../../units/convert.ts';
import { clamp, roundTo } from '../../units/numbers.ts';
import { numberText } from '../../units/text.ts';
import { airspeedOf, type PicturePart, shownUnit, within } from '../attempt/picture.ts';

const ALTITUDE = { label: 'altitude', unit: 'ft', step: 100 };
const speedAxis = (unit: string) => ({ label: 'indicated airspeed', unit, step: 10 });

interface Place {
  kias: number;
  altitudeFt: number;
}

/** Where height and speed trade with the energy of a place, ½V² + gh, from one edge of the picture to the other. */
function equalEnergy({ kias, altitudeFt }: Place, unit: string, x: PictureAxis, sigma: number): PictureLine {
  const tas = (shown: number) => tasFromCas(shown / speedIn(1, unit), sigma);
  const points: PictureLine['points'] = [];
  for (let shown = x.min; shown <= x.max; shown += (x.max - x.min) / 20)
    points.push([
      roundTo(shown, 2),
      roundTo(altitudeFt + heightWorthFt(tas(shown), tasFromCas(kias, sigma)), 1),
    ]);
  return { name: 'equal energy: pitch alone', points, kind: 'guide' };
}

const inside = ({ points, ...line }: PictureLine, y: PictureAxis): PictureLine => ({
  ...line,
  points: points.filter(([, ft]) => ft >= y.min && ft <= y.max),
});

/** Which of the two is held: both in straight flight, the speed alone in a glide, the altitude alone where speed is changed. */
type HeldIn = 'both' | 'speed' | 'altitude';

export function tradePicture(held: HeldIn): PicturePart {
  const zoneOf = (
    x: PictureAxis,
    y: PictureAxis,
    speed: readonly [number, number] | undefined,
    altitude: readonly [number, number] | undefined,
  ): PictureZone[] => {
    const across = held === 'altitude' ? ([x.min, x.max] as const) : speed;
    const up = held === 'speed' ? ([y.min, y.max] as const) : altitude;
    return across && up ? [{ name: 'within tolerance', x: [...across], y: [...up], kind: 'band' }] : [];
  };
  return {
    kind: 'trade',

    plan(card) {
      const unit = card.speedUnit;
      const { altitudeFt, airspeedKias } = card.entry;
      const kias = airspeedKias ?? card.stallKias.level * 1.6;
      const shown = speedIn(kias, unit);
      const x = axisAround(speedAxis(unit), shown - 25, shown + 25);
      const y = axisAround(ALTITUDE, altitudeFt - 250, altitudeFt + 250);
      const sigma = densityRatio(card.air.pressureAltitudeFt, card.air.oatC);
      const [speed, altitude] = ['airspeed', 'altitude'].map((name) =>
        card.tolerances.find(({ parameter }) => parameter === name),
      );
      return {
        kind: 'trade',
        title: 'What a change of pitch trades, and what only power gives',
        x,
        panels: [
          {
            y,
            lines: [inside(equalEnergy({ kias, altitudeFt }, unit, x, sigma), y)],
            zones: zoneOf(
              x,
              y,
              speed && [shown + speedIn(speed.low, unit), shown + speedIn(speed.high, unit)],
              altitude && [altitudeFt + altitude.low, altitudeFt + altitude.high],
            ),
            notes: [
              { at: [shown + 13, altitudeFt + 200], text: 'more power' },
              { at: [shown - 22, altitudeFt - 200], text: 'less power, or drag' },
            ],
            target: {
              at: [shown, altitudeFt],
              text: `${numberText(shown)} ${unit} at ${numberText(altitudeFt)} ft`,
            },
            flown: null,
          },
        ],
        groups: [],
        missing: [],
      };
    },

    move({ entry: { windowKias }, ladder, speedUnit }, _, x, y) {
      const altitudeFt = ladder && entryAt(ladder, y);
      if (altitudeFt === null) return null;
      return {
        altitudeFt,
        ...(windowKias && { airspeedKias: clamp(x / speedIn(1, speedUnit), ...windowKias) }),
      };
    },

    flown(flown) {
      const { track, attempt, context, band } = flown;
      const unit = shownUnit(context);
      const x = within(flown, airspeedOf(flown));
      const y = within(flown, (row) => track.altitudeFt.values[row], 0);
      const { altitudeFt, airspeedKt } = attempt.entry;
      const place = {
        kias: attempt.targets.airspeedKt ?? airspeedKt,
        altitudeFt: held === 'speed' ? altitudeFt : (attempt.targets.altitudeFt ?? altitudeFt),
      };
      if (![place.kias, place.altitudeFt].every(Number.isFinite) || !x.some((value) => value !== null))
        return null;
      const shown = speedIn(place.kias, unit);
      const speed = band('airspeed');
      const altitude = band('altitude');
      const xAxis = axisAround(speedAxis(unit), shown - 15, shown + 15, ...x);
      const tall = Math.max(...y.map((ft) => Math.abs((ft ?? place.altitudeFt) - place.altitudeFt)));
      const yAxis = axisAround(
        { ...ALTITUDE, step: tall > 1200 ? 500 : tall > 500 ? 200 : 100 },
        place.altitudeFt - 150,
        place.altitudeFt + 150,
        ...y,
      );
      const oat = track.other('oat_c')?.values[flown.rows[0]] ?? Number.NaN;
      const sigma = densityRatio(
        place.altitudeFt,
        Number.isNaN(oat) ? standardTemperatureC(place.altitudeFt) : oat,
      );
      return {
        kind: 'trade',
        title: 'Height against speed: pitch along the line, power across it',
        x: xAxis,
        panels: [
          {
            y: yAxis,
            lines: [inside(equalEnergy(place, unit, xAxis, sigma), yAxis)],
            zones: zoneOf(
              xAxis,
              yAxis,
              speed && [speedIn(speed.target + speed.low, unit), speedIn(speed.target + speed.high, unit)],
              altitude && [altitude.target + altitude.low, altitude.target + altitude.high],
            ),
            notes: [],
            target: null,
            flown: { x, y },
          },
        ],
        groups: [],
        missing: [],
      };
    },
  };
}
