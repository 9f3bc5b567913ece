/** Draws what an airplane does as moves from value to value, on one clock. */
import { rowAt } from '../../debrief/flight-columns.ts';

/** `yaw_deg` turns the nose without a bank. */
const DRAWN = ['alt_ft', 'ias_kt', 'bank_deg', 'yaw_deg', 'rpm', 'flaps_deg', 'alpha_deg'] as const;
export type Drawn = (typeof DRAWN)[number];

/** From one value to the next: half a cosine, or a straight line with two corners. */
export type Ease = (share: number) => number;
const clamped = (x: number) => Math.min(1, Math.max(0, x));
export const EASES: Record<'round' | 'straight', Ease> = {
  round: (x) => (1 - Math.cos(Math.PI * clamped(x))) / 2,
  straight: clamped,
};

interface Move {
  fromS: number;
  toS: number;
  from: number;
  to: number;
}

export class Pen {
  /** Goes on only by `wait`. */
  nowS = 0;
  private readonly moves: Record<Drawn, Move[]>;
  /** For each move the earliest beginning of it and those after it: rising, so that it can be searched. */
  private readonly fromS: Record<Drawn, number[]>;

  constructor(
    private readonly start: Record<Drawn, number>,
    readonly ease: Ease,
  ) {
    this.moves = Object.fromEntries(DRAWN.map((name) => [name, [] as Move[]])) as Record<Drawn, Move[]>;
    this.fromS = Object.fromEntries(DRAWN.map((name) => [name, [] as number[]])) as Record<Drawn, number[]>;
  }

  /** The latest drawn of the moves that have begun counts. */
  at(name: Drawn, atS: number): number {
    const begun = this.fromS[name];
    if (!(begun[0] <= atS)) return this.start[name];
    const { fromS, toS, from, to } = this.moves[name][rowAt(begun, atS)];
    return from + (to - from) * this.ease(toS > fromS ? (atS - fromS) / (toS - fromS) : 1);
  }

  now(name: Drawn): number {
    return this.at(name, this.nowS);
  }

  /** From where the channel is to `value` within `overS`, beginning `afterS` from now. */
  move(name: Drawn, value: number, overS: number, afterS = 0): this {
    const fromS = this.nowS + afterS;
    this.moves[name].push({ fromS, toS: fromS + overS, from: this.at(name, fromS), to: value });
    const begun = this.fromS[name];
    for (let k = begun.length - 1; k >= 0 && begun[k] > fromS; k--) begun[k] = fromS;
    begun.push(fromS);
    return this;
  }

  /** Climbs or descends at a rate, three seconds to begin and to end: many short moves make it steady between. */
  climb(fpm: number, seconds: number): this {
    const fromFt = this.now('alt_ft');
    const ftPerS = fpm / 60;
    const fadeS = 3;
    const gained = (s: number) => {
      if (s < fadeS) return (ftPerS * s * s) / (2 * fadeS);
      if (s <= seconds - fadeS) return ftPerS * (s - fadeS / 2);
      return ftPerS * (seconds - fadeS - (seconds - s) ** 2 / (2 * fadeS));
    };
    const steps = Math.max(1, Math.round(seconds));
    const stepS = seconds / steps;
    for (let k = 0; k < steps; k++) this.move('alt_ft', fromFt + gained((k + 1) * stepS), stepS, k * stepS);
    return this;
  }

  wait(seconds: number): this {
    this.nowS += seconds;
    return this;
  }
}

/** Level at cruise, where every drawn flight begins. */
export const penAtCruise = (
  { cruiseKt, rpm }: { cruiseKt: number; rpm: { cruise: number } },
  ease: Ease,
): Pen =>
  new Pen(
    {
      alt_ft: 4500,
      ias_kt: cruiseKt,
      bank_deg: 0,
      yaw_deg: 0,
      rpm: rpm.cruise,
      flaps_deg: 0,
      alpha_deg: 2,
    },
    ease,
  );
