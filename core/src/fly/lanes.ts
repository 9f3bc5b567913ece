/** What matters now of a card: a lane for each parameter that is judged, in its own units and in those of tolerance. */
import type { TargetCard } from '../card/card.ts';
import type { Aims } from '../kits/coach/part.ts';
import { toleranceUsed } from '../scoring/excursion.ts';
import { shortestTurnDeg } from '../units/angles.ts';

type LaneParameter = 'bank' | 'altitude' | 'airspeed' | 'heading';

export interface Lane {
  parameter: LaneParameter;
  target: number;
  low: number;
  high: number;
  unit: string;
}

/** The part of a look that the lanes are about. */
interface LaneReading {
  alt_ft: number;
  ias_kt: number;
  hdg_deg: number;
  bank_deg: number;
}

const ORDER: readonly LaneParameter[] = ['bank', 'altitude', 'airspeed', 'heading'];

export function lanesOf({ tolerances, entry, bankDeg }: TargetCard): Lane[] {
  const targets: Record<LaneParameter, number | null> = {
    bank: bankDeg > 0 ? bankDeg : null,
    altitude: entry.altitudeFt,
    airspeed: entry.airspeedKias,
    heading: entry.headingDeg,
  };
  return ORDER.flatMap((parameter) => {
    const row = tolerances.find((tolerance) => tolerance.parameter === parameter);
    const target = targets[parameter];
    return row && target !== null
      ? [{ parameter, target, low: row.low, high: row.high, unit: row.unit }]
      : [];
  });
}

/** Whether a step holds it: what is not held just now is not shown. */
export function isAimedAt({ parameter }: Lane, aims: Aims): boolean {
  switch (parameter) {
    case 'bank':
      return aims.bankDeg !== undefined;
    case 'altitude':
      return aims.altitude !== undefined || aims.altitudeByFt !== undefined;
    case 'airspeed':
      return aims.kias !== undefined;
    case 'heading':
      return aims.heading !== undefined;
  }
}

/** Measured less target: bank by its size, heading the short way. */
export function deviationOf({ parameter, target }: Lane, reading: LaneReading): number {
  switch (parameter) {
    case 'bank':
      return Math.abs(reading.bank_deg) - target;
    case 'altitude':
      return reading.alt_ft - target;
    case 'airspeed':
      return reading.ias_kt - target;
    case 'heading':
      return shortestTurnDeg(target, reading.hdg_deg);
  }
}

/** In units of tolerance: ±1 is the edge of the band. */
export const usedOf = (lane: Lane, deviation: number): number => toleranceUsed(deviation, lane);
