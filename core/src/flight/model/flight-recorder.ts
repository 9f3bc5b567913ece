/** Keeps what the instruments show at a steady rate, with a sensor's noise, and hands it over as a recording. */
import { type ChannelName, channelInfo } from '../../recording/columns/channels.ts';
import type { Recording, RecordingHeader } from '../../recording/columns/recording.ts';
import { wrap360 } from '../../units/angles.ts';
import { roundTo } from '../../units/numbers.ts';
import { type Random, seededRandom } from '../random.ts';
import { type Flight, STEP_S } from './flight.ts';
import { type Origin, type Reading, readInstruments } from './instruments.ts';

/** Channels in the order of their columns: decimals kept, and the standard deviation of an ordinary sensor. */
const SENSORS: Record<keyof Reading, { digits: number; noise: number }> = {
  alt_ft: { digits: 0, noise: 1.5 },
  ias_kt: { digits: 1, noise: 0.3 },
  hdg_deg: { digits: 1, noise: 0.3 },
  pitch_deg: { digits: 1, noise: 0.2 },
  bank_deg: { digits: 1, noise: 0.3 },
  vs_fpm: { digits: 0, noise: 20 },
  lat_deg: { digits: 6, noise: 5e-6 },
  lon_deg: { digits: 6, noise: 8e-6 },
  gps_alt_ft: { digits: 0, noise: 4 },
  gs_kt: { digits: 1, noise: 0.2 },
  trk_deg: { digits: 1, noise: 0.2 },
  rpm: { digits: 0, noise: 4 },
  map_inhg: { digits: 1, noise: 0.05 },
  power_pct: { digits: 0, noise: 0.3 },
  flaps_deg: { digits: 0, noise: 0 },
  stall_warn: { digits: 0, noise: 0 },
  lat_g: { digits: 3, noise: 0.004 },
  load_g: { digits: 3, noise: 0.01 },
  aileron: { digits: 3, noise: 0 },
  elevator: { digits: 3, noise: 0 },
  rudder: { digits: 3, noise: 0 },
  trim: { digits: 3, noise: 0 },
  throttle: { digits: 3, noise: 0 },
  oat_c: { digits: 1, noise: 0 },
  aoa_deg: { digits: 1, noise: 0.2 },
  tas_kt: { digits: 1, noise: 0.3 },
};
const NAMES = Object.keys(SENSORS) as (keyof Reading)[];
/** Finer without noise, so that physics can be read out of the columns. */
const FINE_DIGITS = 2;
const POSITION: readonly ChannelName[] = ['lat_deg', 'lon_deg', 'gps_alt_ft'];

export interface RecorderOptions {
  rateHz?: number;
  noise?: boolean;
  seed?: number;
  /** Everything the model knows, or what a satellite receiver alone gives. */
  channels?: 'full' | 'position';
  origin?: Origin;
  /** Looks on after every step: another device in the same airplane. */
  also?: (flight: Flight) => void;
}

export interface FlightRecorder {
  /** Call after every step; keeps a row when one is due. */
  keep(flight: Flight): void;
  recording(header: RecordingHeader): Recording;
}

export function flightRecorder(options: RecorderOptions = {}): FlightRecorder {
  const { rateHz = 10, noise = true, seed = 1, channels = 'full', origin, also } = options;
  // A stream of its own: noise must not change what is flown.
  const random = seededRandom(seed ^ 0x5eed);
  let names = channels === 'position' ? NAMES.filter((name) => POSITION.includes(name)) : NAMES;
  const rows: number[][] = [];
  let nextS = 0;
  return {
    keep(flight) {
      also?.(flight);
      const { timeS } = flight.state;
      if (rows.length > 0 && timeS < nextS - STEP_S / 2) return;
      nextS = (rows.length === 0 ? timeS : nextS) + 1 / rateHz;
      const reading = readInstruments(flight, origin);
      // An instrument that the airplane does not have is no column.
      if (rows.length === 0) names = names.filter((name) => !Number.isNaN(reading[name]));
      rows.push([timeS, ...names.map((name) => sensed(name, reading[name], noise ? random : undefined))]);
    },
    recording(header) {
      const first = rows[0]?.[0] ?? 0;
      const column = (k: number) => Float64Array.from(rows, (row) => row[k]);
      return {
        header,
        timeS: Float64Array.from(rows, (row) => roundTo(row[0] - first, 3)),
        channels: Object.fromEntries(names.map((name, k) => [name, column(k + 1)])),
        warnings: [],
      };
    },
  };
}

function sensed(name: keyof Reading, value: number, random: Random | undefined): number {
  const { digits, noise } = SENSORS[name];
  const kept = random ? digits : Math.max(digits, FINE_DIGITS);
  const felt = random && noise > 0 ? value + noise * random.gaussian() : value;
  if (name === 'hdg_deg' || name === 'trk_deg') return roundTo(wrap360(felt), kept) % 360;
  // An instrument ends at its stops: an idling engine that is driven by the air shows no less than no power.
  const { min = Number.NEGATIVE_INFINITY, max = Number.POSITIVE_INFINITY } = channelInfo(name);
  return roundTo(Math.min(max, Math.max(min, felt)), kept);
}
