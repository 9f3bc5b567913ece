/** The lesson as it grows: minutes, altitude and fuel. */
import type { Airplane } from '../airplane/schema.ts';
import type { Loading } from '../balance/balance.ts';
import { roundTo } from '../units/numbers.ts';
import type { Segment } from './lesson-schema.ts';

const DESCENT_FPM = 500;
/** Where the airplane file does not say what it burns. */
const DEFAULT_GPH = 8;
const CLIMB_SHARE = 1.3;

export interface Fuel {
  lbPerGal: number;
  groundGal: number;
  lessonGph: number;
  climbGph: number;
}

export const fuelOf = (airplane: Airplane, loading: Loading | undefined): Fuel => {
  const fuel = airplane.fuel;
  return {
    // A weight typed in has no tanks behind it, yet it falls as the fuel burns.
    lbPerGal: fuel?.lbPerGal ?? 6,
    groundGal: fuel?.groundGal ?? (loading ? 1 : 0),
    lessonGph: fuel?.lessonGph ?? (loading ? DEFAULT_GPH : 0),
    climbGph: fuel?.climbGph ?? (loading ? CLIMB_SHARE * DEFAULT_GPH : 0),
  };
};

export class Timeline {
  readonly segments: Segment[] = [];
  nowMin = 0;
  burnedGal = 0;
  private altitudeFt: number;

  constructor(
    fieldFt: number,
    private readonly fuel: Fuel,
  ) {
    this.altitudeFt = fieldFt;
  }

  add(
    kind: Segment['kind'],
    label: string,
    minutes: number,
    item: string | null,
    toFt: number,
    gal?: number,
  ) {
    const gph = kind === 'climb' ? this.fuel.climbGph : this.fuel.lessonGph;
    this.segments.push({
      kind,
      label,
      item,
      startMin: roundTo(this.nowMin, 2),
      endMin: roundTo(this.nowMin + minutes, 2),
      fromFt: this.altitudeFt,
      toFt,
    });
    this.nowMin += minutes;
    this.burnedGal += gal ?? (gph * minutes) / 60;
    this.altitudeFt = toFt;
  }

  /** Climbs or descends to an altitude, if it is not there already. */
  goTo(toFt: number, climbFpmFrom: (fromFt: number) => number) {
    const change = toFt - this.altitudeFt;
    if (Math.abs(change) < 50) return;
    if (change > 0) this.add('climb', 'Climb', change / climbFpmFrom(this.altitudeFt), null, toFt);
    else this.add('descent', 'Descend', -change / DESCENT_FPM, null, toFt);
  }

  /** Minutes of the segment just added, if it is of this kind. */
  lastMinutes(kind: Segment['kind']): number {
    const last = this.segments.at(-1);
    return last?.kind === kind ? last.endMin - last.startMin : 0;
  }
}
