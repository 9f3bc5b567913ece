/** The columns of a flown maneuver, asked by time as a reader of them would ask. */
import type { FlownManeuver } from '../../fly/fly.ts';
import { rowsBetween } from '../../recording/columns/span.ts';

/** The columns, asked by time; times count from the recording's beginning, spans are [from, to]. */
export class Columns {
  constructor(readonly flown: FlownManeuver) {}

  event(name: string, which = 0): number {
    const found = this.flown.events.filter((event) => event.name === name).at(which);
    if (!found) throw new Error(`nothing is called ${name}`);
    return found.atS;
  }

  get endS(): number {
    return this.flown.recording.timeS.at(-1)!;
  }

  values(name: string, fromS: number, toS: number): number[] {
    const { timeS, channels } = this.flown.recording;
    const column = channels[name as keyof typeof channels]!;
    const { from, to } = rowsBetween(timeS, fromS, toS);
    return Array.from(column.subarray(from, to));
  }

  mean(name: string, fromS: number, toS: number): number {
    const values = this.values(name, fromS, toS);
    return values.reduce((a, b) => a + b, 0) / values.length;
  }

  least = (name: string, fromS: number, toS: number): number => Math.min(...this.values(name, fromS, toS));
  most = (name: string, fromS: number, toS: number): number => Math.max(...this.values(name, fromS, toS));
  /** Heading turned on from a time, degrees, continuous. */
  headings(fromS: number, toS: number): number[] {
    const out: number[] = [];
    let last = Number.NaN;
    let sum = 0;
    for (const heading of this.values('hdg_deg', fromS, toS)) {
      if (!Number.isNaN(last)) sum += ((heading - last + 540) % 360) - 180;
      out.push(sum);
      last = heading;
    }
    return out;
  }

  turned = (fromS: number, toS: number): number => this.headings(fromS, toS).at(-1)!;

  /** Medians of a second: one bad sample is no fault. */
  smooth(name: string, fromS: number, toS: number): number[] {
    const values = this.values(name, fromS, toS);
    return values.map((_, i) => {
      const near = values.slice(Math.max(0, i - 5), i + 6).sort((a, b) => a - b);
      return near[near.length >> 1];
    });
  }

  /** Seconds that a column stays beyond a value without a break. */
  longest(name: string, fromS: number, toS: number, so: (value: number) => boolean): number {
    let [best, run] = [0, 0];
    for (const value of this.smooth(name, fromS, toS)) {
      run = so(value) ? run + 1 : 0;
      best = Math.max(best, run);
    }
    return best / 10;
  }

  /** When a column is first so. */
  first(name: string, fromS: number, toS: number, so: (value: number) => boolean): number {
    const { timeS, channels } = this.flown.recording;
    const column = channels[name as keyof typeof channels]!;
    for (let i = 0; i < timeS.length; i++)
      if (timeS[i] >= fromS && timeS[i] <= toS && so(column[i])) return timeS[i];
    return toS;
  }
}

export type Measure = (c: Columns) => number;
export const spread = (values: number[]) => Math.max(...values) - Math.min(...values);
export const reversals = (values: number[], size: number): number => {
  let [count, direction, high, low] = [0, 0, values[0], values[0]];
  for (const value of values) {
    high = Math.max(high, value);
    low = Math.min(low, value);
    if (direction <= 0 && value - low > size) {
      count += direction < 0 ? 1 : 0;
      direction = 1;
      high = value;
    } else if (direction >= 0 && high - value > size) {
      count += direction > 0 ? 1 : 0;
      direction = -1;
      low = value;
    }
  }
  return count;
};

/** Measures by habit, each with the size past which it is a fault. */
export type Measures = Readonly<Record<string, readonly [measure: Measure, past: number]>>;

export type SpanOf = (c: Columns) => [number, number];

/** Heading moved at most over a span, degrees. */
export const drift =
  (span: SpanOf): Measure =>
  (c) =>
    Math.max(...c.headings(...span(c)).map(Math.abs));

/** Most that the speed changed within half a minute of a span, kt. */
export const speedDrift =
  (span: SpanOf): Measure =>
  (c) => {
    const speed = c.smooth('ias_kt', ...span(c));
    return Math.max(...speed.map((value, i) => Math.abs((speed[i + 290] ?? value) - value)));
  };

export const entryAltitude = (c: Columns, at: number) => c.mean('alt_ft', at - 3, at);
