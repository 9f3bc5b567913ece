/** How numbers and times are written: tabular, thin spaces, true minus signs. */
import { clock, findManeuverBrief, say, speedIn } from '@keel/core';
import dayjs from 'dayjs';

export { clock, say, speedIn };

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

export const PARAMETER_NAMES: Record<string, string> = {
  altitude: 'Altitude',
  airspeed: 'Airspeed',
  heading: 'Heading',
  'rollout-heading': 'Roll-out',
  bank: 'Bank',
  coordination: 'Ball',
  floor: 'Floor',
  'altitude-loss': 'Altitude lost',
  'vertical-speed': 'Vertical speed',
};

/** The unit as written after a number. */
export const unitMark = (unit: string): string => (unit === 'deg' ? '°' : ` ${unit}`);

/** One of them, where the card's title speaks of several. */
const SINGULAR: Record<string, string> = {
  'steep-turn': 'Steep turn',
  'level-turn': 'Level turn',
  'climbing-turn': 'Climbing turn',
  'descending-turn': 'Descending turn',
  'power-off-stall': 'Power-off stall',
  'power-on-stall': 'Power-on stall',
};

/** Without a variant it is only likely. */
export function maneuverName(maneuver: string, variant: string | null): string {
  const name = SINGULAR[maneuver] ?? findManeuverBrief(maneuver)?.title ?? maneuver;
  if (variant === null) return `Likely ${name.toLowerCase()}`;
  if (variant === 'standard') return name;
  return variant === 'left' || variant === 'right' ? `${name} ${variant}` : `${name}, ${variant}`;
}

/** A maneuver in the few letters of a block in the strip. */
export function maneuverShort(maneuver: string, variant: string | null): string {
  if (variant === 'left') return 'L';
  if (variant === 'right') return 'R';
  const short = findManeuverBrief(maneuver)?.short ?? maneuver;
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
