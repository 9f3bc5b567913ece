/** The columns of a recording: names as in the file, with unit, resolution and what values are possible. */
interface ChannelInfo {
  unit: string;
  label: string;
  /** What an instrument can be read to; an excursion needs more than the band's edge plus this. */
  resolution: number;
  min?: number;
  max?: number;
  /** An angle that jumps at north. */
  circular?: true;
  /** A switch: 0 or 1. */
  binary?: true;
}

export const CHANNELS = {
  alt_ft: { unit: 'ft', label: 'indicated altitude', resolution: 5, min: -2000, max: 60_000 },
  ias_kt: { unit: 'kt', label: 'indicated airspeed', resolution: 1, min: -5, max: 600 },
  hdg_deg: { unit: 'deg', label: 'magnetic heading', resolution: 1, circular: true },
  pitch_deg: { unit: 'deg', label: 'pitch', resolution: 1, min: -90, max: 90 },
  bank_deg: { unit: 'deg', label: 'bank', resolution: 1, min: -180, max: 180 },
  vs_fpm: { unit: 'ft/min', label: 'vertical speed', resolution: 50 },
  lat_deg: { unit: 'deg', label: 'latitude', resolution: 0.00001, min: -90, max: 90 },
  lon_deg: { unit: 'deg', label: 'longitude', resolution: 0.00001, min: -180, max: 180 },
  gps_alt_ft: { unit: 'ft', label: 'satellite altitude', resolution: 10, min: -2000, max: 60_000 },
  gs_kt: { unit: 'kt', label: 'ground speed', resolution: 1, min: 0, max: 900 },
  trk_deg: { unit: 'deg', label: 'true track', resolution: 1, circular: true },
  rpm: { unit: 'rpm', label: 'engine speed', resolution: 10, min: 0, max: 20_000 },
  map_inhg: { unit: 'inHg', label: 'manifold pressure', resolution: 0.1, min: 0, max: 80 },
  power_pct: { unit: '%', label: 'power', resolution: 1, min: 0, max: 150 },
  flaps_deg: { unit: 'deg', label: 'flaps', resolution: 1, min: -20, max: 90 },
  stall_warn: { unit: '', label: 'stall warning', resolution: 1, min: 0, max: 1, binary: true },
  lat_g: { unit: 'g', label: 'lateral force', resolution: 0.01, min: -10, max: 10 },
  load_g: { unit: 'g', label: 'load factor', resolution: 0.01, min: -15, max: 15 },
  aileron: { unit: '', label: 'aileron', resolution: 0.01, min: -1, max: 1 },
  elevator: { unit: '', label: 'elevator', resolution: 0.01, min: -1, max: 1 },
  rudder: { unit: '', label: 'rudder', resolution: 0.01, min: -1, max: 1 },
  trim: { unit: '', label: 'trim', resolution: 0.01, min: -1, max: 1 },
  throttle: { unit: '', label: 'throttle', resolution: 0.01, min: 0, max: 1 },
  oat_c: { unit: '°C', label: 'outside temperature', resolution: 1, min: -90, max: 70 },
  aoa_deg: { unit: 'deg', label: 'angle of attack', resolution: 0.5, min: -90, max: 90 },
  tas_kt: { unit: 'kt', label: 'true airspeed', resolution: 1, min: 0, max: 600 },
} as const satisfies Record<string, ChannelInfo>;

export type ChannelName = keyof typeof CHANNELS;

export const isChannel = (name: string): name is ChannelName => Object.hasOwn(CHANNELS, name);

export const channelInfo = (name: ChannelName): ChannelInfo => CHANNELS[name];
