/** How numbers and times are written: tabular, thin spaces, true minus signs. */
import { clock, findRoom, maneuverName, PARAMETER_NAMES, say, speedIn } from '@keel/core';
import dayjs from 'dayjs';

export { clock, maneuverName, PARAMETER_NAMES, say, speedIn };

/** With its sign always shown; zero has none. */
export const signed = (value: number, digits = 0): string => {
  const text = say(value, digits);
  return value > 0 && Number(value.toFixed(digits)) !== 0 ? `+${text}` : text;
};

/** Three figures, as a heading is spoken. */
export const heading = (deg: number): string =>
  String(Math.round(deg) === 0 ? 360 : Math.round(deg)).padStart(3, '0');

export const day = (iso: string): string => dayjs(iso).format('D MMM');
export const dayAndTime = (iso: string): string => dayjs(iso).format('ddd D MMM HH:mm');

/** The unit as written after a number. */
export const unitMark = (unit: string): string => (unit === 'deg' ? '°' : ` ${unit}`);

/** A maneuver in the few letters of a block in the strip. */
export function maneuverShort(maneuver: string, variant: string | null): string {
  if (variant === 'left') return 'L';
  if (variant === 'right') return 'R';
  const short = findRoom(maneuver)?.short ?? maneuver;
  return variant === null ? `${short}?` : short;
}

/** A band as ± or +/−, without its unit; speeds in the unit asked for. */
export function bandOf(band: { low: number; high: number; unit: string }, speedUnit = 'kt'): string {
  const scale = band.unit === 'kt' ? speedIn(1, speedUnit) : 1;
  const digits = band.unit === 'g' ? 2 : 0;
  const [low, high] = [band.low * scale, band.high * scale];
  return band.high === -band.low
    ? `±${say(high, digits)}`
    : `${signed(high, digits)} / −${say(Math.abs(low), digits)}`;
}
