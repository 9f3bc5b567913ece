/** A sensor log as it was written: the motion sensors' rows, the fixes among them, and what the header says. */
import type { Coded } from '../../coded.ts';

export interface Fixes {
  /** When each was written; the moment that it is of lies before. */
  timeS: Float64Array;
  latDeg: Float64Array;
  lonDeg: Float64Array;
  altitudeM: Float64Array;
  horizontalErrorM: Float64Array;
  verticalErrorM: Float64Array;
  groundSpeedMps: Float64Array;
  trackDeg: Float64Array;
}

export interface SensorLog {
  mount: 'fixed' | 'knee';
  /** Null where it is to be worked out. */
  gravitySign: 1 | -1 | null;
  rateAxes: 'spec' | 'xyz' | 'unknown';
  altitude: 'ellipsoid' | 'msl' | 'unknown';
  device?: string;
  /** Milliseconds since 1970 of `timeS` = 0. */
  epochMs?: number;
  /** Rows with forces and rates. */
  timeS: Float64Array;
  /** m/s², along the device's axes, as they were written. */
  force: [Float64Array, Float64Array, Float64Array];
  /** °/s, about them. */
  rateDegPerS: [Float64Array, Float64Array, Float64Array];
  fixes: Fixes;
  /** From sound: moments with revolutions and their quality, and with the horn's. */
  sound: { timeS: Float64Array; rpm: Float64Array; quality: Float64Array; horn: Float64Array };
  warnings: Coded[];
}
