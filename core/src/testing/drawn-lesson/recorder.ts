/** What a recorder makes of a drawn flight: sampled, gusty, noisy, and coarse where asked. */
import type { Random } from '../../flight/random.ts';
import type { ChannelName } from '../../recording/columns/channels.ts';
import type { Recording } from '../../recording/columns/recording.ts';
import { type DrawnAirplane, STEP_S, TAS_OVER_IAS, turnRateDegPerS } from './hand.ts';
import type { Pen } from './pen.ts';

export interface RecorderOptions {
  rateHz: number;
  /** 0 still air, 1 light turbulence; 0.5 if left out. */
  roughness?: number;
  /** Values rounded as a cheap logger does: whole knots and degrees, 10 ft. */
  coarse?: boolean;
}

export function recordDrawn(
  pen: Pen,
  airplane: DrawnAirplane,
  { rateHz, roughness = 0.5, coarse = false }: RecorderOptions,
  random: Random,
): Recording {
  const count = Math.floor(pen.nowS * rateHz);
  const dt = 1 / rateHz;
  const gust = (spread: number, memoryS: number) => wander(count, dt, spread * roughness, memoryS, random);
  const gusts = {
    alt: gust(14, 25),
    ias: gust(1.6, 3),
    bank: gust(1.8, 3),
    hdg: gust(1, 4),
    pitch: gust(0.8, 2),
  };
  const noisy = (value: number, spread: number, step: number) => {
    const measured = value + spread * random.gaussian();
    return coarse ? Math.round(measured / step) * step : measured;
  };
  const timeS = Float64Array.from({ length: count }, (_, k) => k * dt);
  const headings = headingsOf(pen, timeS, 360 * random.uniform());
  const rows = Array.from(timeS, (atS, k) => {
    const fpm = (pen.at('alt_ft', atS + 0.5) - pen.at('alt_ft', atS - 0.5)) * 60;
    const iasKt = pen.at('ias_kt', atS) + gusts.ias[k];
    const bankDeg = pen.at('bank_deg', atS);
    const flapsDeg = pen.at('flaps_deg', atS);
    const climbDeg = (fpm / 101.3 / (iasKt * TAS_OVER_IAS)) * (180 / Math.PI);
    return {
      alt_ft: noisy(pen.at('alt_ft', atS) + gusts.alt[k], 2, 10),
      ias_kt: noisy(iasKt, 0.5, 1),
      hdg_deg: ((noisy(headings[k] + gusts.hdg[k], 0.4, 1) % 360) + 360) % 360,
      bank_deg: noisy(bankDeg + gusts.bank[k], 0.3, 1),
      pitch_deg: noisy(climbDeg + pen.at('alpha_deg', atS) + gusts.pitch[k], 0.3, 1),
      vs_fpm: noisy(fpm, 25, 10),
      rpm: noisy(pen.at('rpm', atS), 8, 10),
      flaps_deg: flapsDeg,
      stall_warn: iasKt < warningKt(airplane, flapsDeg, bankDeg) ? 1 : 0,
    };
  });
  const names = Object.keys(rows[0]) as (keyof (typeof rows)[number])[];
  return {
    header: {},
    timeS,
    channels: Object.fromEntries(names.map((name) => [name, Float64Array.from(rows, (row) => row[name])])),
    warnings: [],
  };
}

/** A ninth above the stall, which grows with the root of the load. */
function warningKt({ stallKt, flapStagesDeg }: DrawnAirplane, flapsDeg: number, bankDeg: number): number {
  const out = Math.min(1, flapsDeg / flapStagesDeg[flapStagesDeg.length - 1]);
  const level = stallKt.clean + (stallKt.landing - stallKt.clean) * out;
  return (level * 1.11) / Math.sqrt(Math.cos((bankDeg * Math.PI) / 180));
}

export function headingsOf(pen: Pen, timeS: Float64Array, startDeg: number): Float64Array {
  let headingDeg = startDeg;
  let atS = 0;
  return timeS.map((untilS) => {
    for (; atS < untilS; atS += STEP_S)
      headingDeg += turnRateDegPerS(pen.at('bank_deg', atS), pen.at('ias_kt', atS)) * STEP_S;
    return headingDeg + pen.at('yaw_deg', untilS);
  });
}

/** Wandering as gusts and hands make it: first-order noise of a given spread and memory. */
export function wander(
  count: number,
  stepS: number,
  spread: number,
  memoryS: number,
  random: Random,
): Float64Array {
  const keep = Math.exp(-stepS / memoryS);
  const kick = spread * Math.sqrt(1 - keep * keep);
  let value = 0;
  return Float64Array.from({ length: count }, () => {
    value = keep * value + kick * random.gaussian();
    return value;
  });
}

/** The same recording with some columns never there. */
export const without = (recording: Recording, ...names: ChannelName[]): Recording => ({
  ...recording,
  channels: Object.fromEntries(
    Object.entries(recording.channels).filter(([name]) => !names.includes(name as ChannelName)),
  ),
});
