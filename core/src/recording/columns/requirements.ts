/** The least that can be scored: an altitude, and indicated airspeed with heading. */
import type { Coded } from '../../coded.ts';
import { InputError } from '../../errors.ts';
import { warning } from '../warnings.ts';
import type { Recording } from './recording.ts';
import { typicalStepS } from './smooth.ts';

const SLOWEST_STEP_S = 2.05;
const FASTEST_STEP_S = 1 / 51;

/**
 * @throws InputError when the recording lacks what every score needs.
 * @returns warnings about what can be used all the same.
 */
export function checkScorable(recording: Recording): Coded[] {
  const { channels, timeS } = recording;
  const has = (name: keyof typeof channels) => channels[name] !== undefined;
  const hasPosition = has('lat_deg') && has('lon_deg');
  if (!has('alt_ft') && !has('gps_alt_ft')) {
    throw new InputError('needs/altitude', {});
  }
  if (!(has('ias_kt') && has('hdg_deg')) && !hasPosition) {
    throw new InputError('needs/track', {});
  }
  const stepS = typicalStepS(timeS);
  if (stepS > SLOWEST_STEP_S && timeS.length > 2) {
    throw new InputError('needs/rate', { stepS });
  }
  const warnings: Coded[] = [];
  if (stepS < FASTEST_STEP_S) warnings.push(warning('rows-too-fast', { hz: Math.round(1 / stepS) }));
  if (!has('alt_ft')) warnings.push(warning('satellite-altitude'));
  return warnings;
}
