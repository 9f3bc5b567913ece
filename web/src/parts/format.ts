/** How numbers and times are written: tabular, thin spaces, true minus signs. */
import { clockIn, dayIn, type Instant, instantOf, numberText, speedIn, UTC } from '@keel/core';

export {
  attemptName,
  clock,
  maneuverName,
  numberText,
  PARAMETER_NAMES,
  parameterName,
  partName,
  placeText,
  speedIn,
} from '@keel/core';

/** With its sign always shown; zero has none. */
export const signed = (value: number, digits = 0): string => {
  const text = numberText(value, digits);
  return value > 0 && Number(value.toFixed(digits)) !== 0 ? `+${text}` : text;
};

/** Three figures, as a heading is spoken. */
export const heading = (deg: number): string =>
  String(Math.round(deg) === 0 ? 360 : Math.round(deg)).padStart(3, '0');

/** The school's zone, once somebody is signed in: days and clock times are the school's, wherever the browser is. */
let zone = UTC;
export const showTimesIn = (schoolZone: string): void => {
  zone = schoolZone;
};

/** The zone that times are shown in. */
export const shownZone = (): string => zone;

export const day = (iso: string): string => clockIn(iso, zone, 'D MMM');
export const dayAndTime = (iso: string): string => clockIn(iso, zone, 'ddd D MMM HH:mm');
export const clockTime = (iso: string): string => clockIn(iso, zone, 'HH:mm');
/** A day as it stands in the school's calendar, `YYYY-MM-DD`, in words. */
export const longDay = (day: string): string => clockIn(`${day}T12:00:00Z`, UTC, 'ddd D MMM YYYY');
/** `YYYY-MM-DD`, of an instant or of now. */
export const isoDay = (instant: Instant = new Date()): string => dayIn(instant, zone);
/** As the school's clock shows it, for a field, and back. */
export const toField = (iso: string): string => clockIn(iso, zone, 'YYYY-MM-DD HH:mm:ss');
export const fromField = (clock: string): string => instantOf(clock, zone).toISOString();
/** The unit as written after a number. */
export const unitMark = (unit: string): string =>
  unit === 'deg' ? '°' : unit === 'deg/s' ? '°/s' : ` ${unit}`;

/** Decimals that a quantity of a standard is read to. */
export const digitsOf = (unit: string): number => (unit === 'g' ? 2 : unit === 'deg/s' ? 1 : 0);

/** A band as ± or +/−, without its unit; speeds in the unit asked for. */
export function bandOf(band: { low: number; high: number; unit: string }, speedUnit = 'kt'): string {
  const scale = band.unit === 'kt' ? speedIn(1, speedUnit) : 1;
  const digits = band.unit === 'deg/s' ? 2 : digitsOf(band.unit);
  const [low, high] = [band.low * scale, band.high * scale];
  return band.high === -band.low
    ? `±${numberText(high, digits)}`
    : `${signed(high, digits)} / −${numberText(Math.abs(low), digits)}`;
}
