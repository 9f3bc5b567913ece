/**
 * The columns of a flight under way: the same as the whole flight will have, half a second after each row came. A channel is
 * smoothed once somebody asks for it.
 */
import { CHANNELS, type ChannelName } from '../recording/columns/channels.ts';
import { SLOWEST_MEDIAN_STEP_S } from '../recording/columns/smooth.ts';
import { median } from '../units/numbers.ts';
import type { Columns, Values } from './columns.ts';

/** A row as it is recorded, by channel; what is missing was not measured. */
export type RowSoFar = { timeS: number } & Partial<Record<ChannelName, number>>;

export interface LiveColumns extends Columns {
  /** Rows that will change no more. */
  rows: number;
  push(row: RowSoFar): void;
}

const HALF_WIDTH_S = 0.5;
const EDGE_S = 1e-6;
const FIRST_CAPACITY = 2048;
/** So many steps tell the typical one. */
const STEPS = 21;

const grown = (values: Float64Array, capacity: number, rest = Number.NaN): Float64Array => {
  const more = new Float64Array(capacity).fill(rest);
  more.set(values);
  return more;
};

/** One channel: what came, and what of it is final. */
class LiveChannel implements Values {
  values: Float64Array;
  raw: Float64Array;
  private done = 0;
  private next = 0;
  private latest = Number.NaN;
  private readonly circular: boolean;

  constructor(name: ChannelName, capacity: number) {
    this.raw = new Float64Array(capacity).fill(Number.NaN);
    this.values = new Float64Array(capacity).fill(Number.NaN);
    this.circular = 'circular' in CHANNELS[name];
  }

  grow(capacity: number): void {
    this.raw = grown(this.raw, capacity);
    this.values = grown(this.values, capacity);
  }

  /** Smooths up to a row, so that all before it are final. */
  finish(timeS: Float64Array, to: number, smooths: boolean): void {
    for (; this.done < to; this.done++) {
      const row = this.done;
      if (!smooths) {
        this.values[row] = this.placed(row);
        continue;
      }
      for (; this.next < timeS.length && timeS[this.next] <= timeS[row] + HALF_WIDTH_S + EDGE_S; this.next++)
        this.placeSample(this.next);
      this.values[row] = Number.isNaN(this.raw[row]) ? Number.NaN : this.medianAround(timeS, row);
      if (!Number.isNaN(this.values[row])) this.latest = this.values[row];
    }
  }

  /** A circular sample is put near the latest median, so that a single bad one adds no whole circle. */
  private placeSample(row: number): void {
    const value = this.raw[row];
    if (!this.circular || Number.isNaN(value)) return;
    if (Number.isNaN(this.latest)) this.latest = value;
    this.raw[row] = value - 360 * Math.round((value - this.latest) / 360);
  }

  private placed(row: number): number {
    this.placeSample(row);
    const value = this.raw[row];
    if (!Number.isNaN(value)) this.latest = value;
    return value;
  }

  private medianAround(timeS: Float64Array, row: number): number {
    let from = row;
    while (from > 0 && timeS[from - 1] >= timeS[row] - HALF_WIDTH_S - EDGE_S) from--;
    const near: number[] = [];
    for (let i = from; i < this.next; i++) if (!Number.isNaN(this.raw[i])) near.push(this.raw[i]);
    return median(near);
  }
}

/** @throws RangeError where time goes back. */
export function openLiveColumns(): LiveColumns {
  const channels = new Map<ChannelName, LiveChannel>();
  const asked = new Set<LiveChannel>();
  const steps: number[] = [];
  let capacity = FIRST_CAPACITY;
  let count = 0;

  const smooths = () => columns.stepS <= SLOWEST_MEDIAN_STEP_S;
  const finish = (channel: LiveChannel) =>
    channel.finish(columns.timeS.subarray(0, count), columns.rows, smooths());
  const ask = (name: ChannelName): LiveChannel | undefined => {
    const channel = channels.get(name);
    if (!channel || asked.has(channel)) return channel;
    asked.add(channel);
    finish(channel);
    return channel;
  };
  const NONE: Values = { values: new Float64Array(0) };

  const columns: LiveColumns = {
    // What has not come yet is later than anything.
    timeS: new Float64Array(capacity).fill(Number.POSITIVE_INFINITY),
    stepS: Number.POSITIVE_INFINITY,
    rows: 0,
    get altitudeFt() {
      return ask('alt_ft') ?? ask('gps_alt_ft') ?? NONE;
    },
    get airspeedKt() {
      return ask('ias_kt') ?? NONE;
    },
    get headingDeg() {
      return ask('hdg_deg') ?? NONE;
    },
    get bankDeg() {
      return ask('bank_deg') ?? NONE;
    },
    other: ask,
    raw: (name) => channels.get(name)?.raw,
    push({ timeS, ...row }) {
      if (count > 0 && timeS <= columns.timeS[count - 1])
        throw new RangeError('rows come in the order of their time');
      if (count === capacity) {
        capacity *= 2;
        columns.timeS = grown(columns.timeS, capacity, Number.POSITIVE_INFINITY);
        for (const channel of channels.values()) channel.grow(capacity);
      }
      columns.timeS[count] = timeS;
      if (count > 0 && steps.length < STEPS) {
        steps.push(timeS - columns.timeS[count - 1]);
        columns.stepS = median(steps);
      }
      for (const [name, value] of Object.entries(row) as [ChannelName, number | undefined][]) {
        if (value === undefined || Number.isNaN(value)) continue;
        let channel = channels.get(name);
        if (!channel) {
          channel = new LiveChannel(name, capacity);
          channels.set(name, channel);
        }
        channel.raw[count] = value;
      }
      count++;
      const finalS = timeS - (smooths() ? HALF_WIDTH_S : 0) + EDGE_S;
      while (columns.rows < count && columns.timeS[columns.rows] <= finalS) columns.rows++;
      for (const channel of asked) finish(channel);
    },
  };
  return columns;
}
