/** FigureWords with their units, in the units of the airplane: a sentence never writes a number itself. */
import { MPH_PER_KT } from '../units/convert.ts';
import { clock, numberText } from '../units/text.ts';
import type { SaidPiece } from './say.ts';

type SpeedUnit = 'kt' | 'mph';

/** What an airplane and its school measure in. */
export interface Units {
  speed: SpeedUnit;
}
export const KNOTS: Units = { speed: 'kt' };

/** Of an airplane, or of a card; knots where nothing is known. */
export const unitsFor = (of: { speedUnit?: string } | null | undefined): Units => ({
  speed: of?.speedUnit === 'mph' ? 'mph' : 'kt',
});

const DIGITS: Readonly<Record<string, number>> = { inHg: 1, g: 2 };

export interface FigureWords {
  units: Units;
  /** A speed, or a difference of two, given in knots. */
  speed(kt: number, digits?: number): SaidPiece;
  /** A speed that must not be exceeded: rounded down. */
  limit(kt: number): SaidPiece;
  /** What is allowed: rounded inward where it is shown in another unit. */
  tolerance(value: number, unit: string): SaidPiece;
  ft(value: number): SaidPiece;
  fpm(value: number): SaidPiece;
  deg(value: number, digits?: number): SaidPiece;
  degPerS(value: number, digits?: number): SaidPiece;
  seconds(value: number, digits?: number): SaidPiece;
  g(value: number): SaidPiece;
  percent(value: number): SaidPiece;
  /** Power in whatever tells it. */
  power(value: number, unit: string): SaidPiece;
  pounds(value: number): SaidPiece;
  /** A plain number. */
  number(value: number, digits?: number): SaidPiece;
  /** In any unit that a finding or a standard has: `kt`, `ft`, `deg` and so on. */
  in(value: number, unit: string, digits?: number): SaidPiece;
}

const figure = (text: string): SaidPiece => ({ text, figure: true });
const withUnit = (value: number, unit: string, digits = 0) => figure(`${numberText(value, digits)} ${unit}`);

export function figuresIn(units: Units): FigureWords {
  const scale = units.speed === 'mph' ? MPH_PER_KT : 1;
  const down = (kt: number) => Math.floor(kt * scale + 1e-6);
  const figures: FigureWords = {
    units,
    speed: (kt, digits) => withUnit(kt * scale, units.speed, digits),
    limit: (kt) => withUnit(down(kt), units.speed),
    tolerance: (value, unit) =>
      unit === 'kt' && units.speed !== 'kt' ? withUnit(down(value), units.speed) : figures.in(value, unit),
    ft: (value) => withUnit(value, 'ft'),
    fpm: (value) => withUnit(value, 'ft/min'),
    deg: (value, digits) => figure(`${numberText(value, digits)}°`),
    degPerS: (value, digits) => figure(`${numberText(value, digits)}° a second`),
    seconds: (value, digits) => withUnit(value, 's', digits),
    g: (value) => withUnit(value, 'g', 2),
    percent: (value) => withUnit(value, '%'),
    power: (value, unit) =>
      unit === '' ? withUnit(100 * value, '% of the throttle') : withUnit(value, unit, DIGITS[unit]),
    pounds: (value) => withUnit(value, 'lb'),
    number: (value, digits) => figure(numberText(value, digits)),
    in: (value, unit, digits = DIGITS[unit] ?? 0) =>
      unit === 'kt'
        ? figures.speed(value, digits)
        : unit === 'deg'
          ? figures.deg(value, digits)
          : unit === 'deg/s'
            ? figures.degPerS(value, digits)
            : unit === ''
              ? figures.number(value, digits)
              : withUnit(value, unit, digits),
  };
  return figures;
}

/** Minutes and seconds since an attempt began, which open that moment. */
export const clockAt = (atS: number, startS: number): SaidPiece => ({
  text: clock(atS - startS),
  figure: true,
  atS,
});

/** "1 student", "3 students". */
export const plural = (n: number, one: string, many = `${one}s`): string =>
  `${numberText(n)} ${n === 1 ? one : many}`;

/** "once", "twice", "3 times". */
export const times = (n: number): string => (n === 1 ? 'once' : n === 2 ? 'twice' : `${numberText(n)} times`);
