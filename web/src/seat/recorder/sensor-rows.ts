/** A device's readings as lines of a sensor log (docs/recording-format.md). What a reading lacks is an empty cell. */
import type { HeardSecond } from '@keel/core';

export type Mount = 'fixed' | 'knee';

/** Sign and axes differ from browser to browser: the reader works them out. */
export const logHeader = (startedMs: number, mount: Mount, device: string): string =>
  [
    '# keelpath-sensors: 1',
    `# started_utc: ${new Date(startedMs).toISOString()}`,
    `# mount: ${mount}`,
    '# gravity_sign: unknown',
    '# rate_axes: unknown',
    '# altitude: unknown',
    `# device: ${device.replace(/\s+/g, ' ').slice(0, 120)}`,
    't_ms,ax,ay,az,gx,gy,gz,lat,lon,alt_m,hacc_m,vacc_m,gs_mps,trk_deg,rpm,rpm_q,horn',
    '',
  ].join('\n');

const cell = (value: number | null | undefined, digits: number): string =>
  typeof value === 'number' && Number.isFinite(value) ? value.toFixed(digits) : '';

interface Axes {
  x?: number | null;
  y?: number | null;
  z?: number | null;
}
interface Rates {
  alpha?: number | null;
  beta?: number | null;
  gamma?: number | null;
}

/** @returns undefined where a reading is not whole. By the specification alpha turns about z, beta about x, gamma about y. */
export function motionLine(tMs: number, force: Axes | null, rates: Rates | null): string | undefined {
  const cells = [force?.x, force?.y, force?.z, rates?.beta, rates?.gamma, rates?.alpha].map((value) =>
    cell(value, 2),
  );
  return cells.includes('') ? undefined : `${Math.round(tMs)},${cells.join()},,,,,,,\n`;
}

type Coords = Pick<
  GeolocationCoordinates,
  'latitude' | 'longitude' | 'altitude' | 'accuracy' | 'altitudeAccuracy' | 'speed' | 'heading'
>;

export const fixLine = (tMs: number, coords: Coords): string =>
  `${Math.round(tMs)},,,,,,,${[
    cell(coords.latitude, 7),
    cell(coords.longitude, 7),
    cell(coords.altitude, 1),
    cell(coords.accuracy, 1),
    cell(coords.altitudeAccuracy, 1),
    cell(coords.speed, 2),
    cell(coords.heading, 1),
  ].join()}\n`;

/** A second of sound that ended there. */
export const soundLine = (tMs: number, { rpm, quality, horn }: HeardSecond): string =>
  `${Math.round(tMs)}${','.repeat(14)}${[cell(rpm, 0), cell(quality, 2), cell(horn, 2)].join()}\n`;
