/** One lesson's hand: the pen, the airplane, what was drawn so far, and numbers between bounds. */
import type { Random } from '../../flight/random.ts';
import type { Pen } from './pen.ts';

export interface DrawnTruth {
  maneuver: string;
  variant: string;
  startS: number;
  endS: number;
  /** Of a stall: when it broke, and the height from there to the lowest. */
  broke?: { atS: number; lossFt: number };
}

/** What the drawn airplane does; speeds are knots indicated. Figures from memory, common practice. */
export interface DrawnAirplane {
  cruiseKt: number;
  steepKt: number;
  approachKt: number;
  slowKt: { clean: number; landing: number };
  stallKt: { clean: number; landing: number };
  flapStagesDeg: readonly number[];
  rpm: { idle: number; slow: number; cruise: number; full: number };
}

export const DRAWN_FOUR_SEATER: DrawnAirplane = {
  cruiseKt: 97,
  steepKt: 92,
  approachKt: 63,
  slowKt: { clean: 57, landing: 50 },
  stallKt: { clean: 47, landing: 41 },
  flapStagesDeg: [10, 20, 30],
  rpm: { idle: 800, slow: 1980, cruise: 2300, full: 2620 },
};

/** True over indicated airspeed, as it is near 4,500 ft. */
export const TAS_OVER_IAS = 1.07;
export const STEP_S = 0.05;
const G_KT_PER_S = 19.062;
const RAD = Math.PI / 180;

/** Degrees a second in a turn: g tan φ / V. */
export const turnRateDegPerS = (bankDeg: number, iasKt: number): number =>
  (G_KT_PER_S * Math.tan(bankDeg * RAD)) / (Math.max(iasKt, 1) * TAS_OVER_IAS) / RAD;

export interface DrawnTurn {
  /** Where |bank| passes 5°, up and down. */
  fromS: number;
  toS: number;
  side: 'left' | 'right';
}

export class Hand {
  readonly truths: DrawnTruth[] = [];

  constructor(
    readonly pen: Pen,
    readonly airplane: DrawnAirplane,
    private readonly random: Random,
  ) {}

  between = (low: number, high: number): number => low + (high - low) * this.random.uniform();
  chance = (share: number): boolean => this.random.uniform() < share;
  pick = <T>(...of: T[]): T => of[Math.floor(this.random.uniform() * of.length)];

  drawn(
    maneuver: string,
    variant: string,
    startS: number,
    { endS = this.pen.nowS, broke }: Partial<DrawnTruth> = {},
  ): void {
    this.truths.push({ maneuver, variant, startS, endS, ...(broke && { broke }) });
  }

  /** Draws a turn to the right (`side` 1) or left (−1) from now on; the caller waits for `lastsS`. */
  turn(
    bankDeg: number,
    turnDeg: number,
    rollS: number,
    side = this.pick(-1, 1),
  ): DrawnTurn & { lastsS: number } {
    const { pen } = this;
    const iasKt = pen.now('ias_kt');
    let rolledDeg = 0;
    for (let t = 0; t < rollS; t += STEP_S)
      rolledDeg += turnRateDegPerS(bankDeg * pen.ease(t / rollS), iasKt) * STEP_S;
    const holdS = Math.max(0, (turnDeg - 2 * rolledDeg) / turnRateDegPerS(bankDeg, iasKt));
    let fiveS = 0;
    while (bankDeg * pen.ease(fiveS / rollS) < 5) fiveS += STEP_S / 10;
    pen.move('bank_deg', side * bankDeg, rollS).move('bank_deg', 0, rollS, rollS + holdS);
    const lastsS = 2 * rollS + holdS;
    return {
      fromS: pen.nowS + fiveS,
      toS: pen.nowS + lastsS - fiveS,
      side: side > 0 ? 'right' : 'left',
      lastsS,
    };
  }

  /** Flaps stage by stage to each of the angles. */
  flaps(anglesDeg: readonly number[], afterS: number, gapS: number): void {
    for (const [k, deg] of anglesDeg.entries()) this.pen.move('flaps_deg', deg, 2.5, afterS + k * gapS);
  }
}
