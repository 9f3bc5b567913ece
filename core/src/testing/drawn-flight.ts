/**
 * Flights with known truth for the tests, written apart from the product's own demonstration so that neither
 * hides the other's mistakes. Straight lines and trapezoids only: every edge can be worked out by hand.
 */
import type { ChannelName } from '../recording/columns/channels.ts';

export interface Dip {
  channel: 'alt_ft' | 'ias_kt' | 'bank_deg';
  /** Seconds of the flight; the full size is held between `fullFromS` and `fullToS`. */
  fromS: number;
  fullFromS: number;
  fullToS: number;
  toS: number;
  size: number;
}

export interface DrawnTurn {
  /** When the roll-in begins. */
  atS: number;
  /** Right positive. */
  bankDeg: number;
  /** Heading change at which the roll-out ends; right positive. */
  turnDeg: number;
}

export interface DrawnFlight {
  durationS?: number;
  rateHz?: number;
  headingDeg?: number;
  altitudeFt?: number;
  airspeedKt?: number;
  turns: DrawnTurn[];
  dips?: Dip[];
  /** Channels to leave out. */
  without?: ChannelName[];
  /** Further channels as functions of time, s. */
  extra?: Partial<Record<ChannelName, (timeS: number) => number>>;
  rollRateDegPerS?: number;
}

const FINE_S = 0.01;
const G = 9.80665;

const trapezoid = (d: Dip, t: number): number => {
  if (t <= d.fromS || t >= d.toS) return 0;
  if (t < d.fullFromS) return (d.size * (t - d.fromS)) / (d.fullFromS - d.fromS);
  if (t > d.fullToS) return (d.size * (d.toS - t)) / (d.toS - d.fullToS);
  return d.size;
};

/** ISA density ratio by the textbook formula, written out once more. */
const sigma = (altFt: number) => (1 - 6.8756e-6 * altFt) ** 4.2559;

/** @returns rows of [time_s, alt_ft, ias_kt, hdg_deg, bank_deg, then the extra channels] at the asked rate. */
export function drawFlight(flight: DrawnFlight): { columns: ChannelName[]; rows: number[][] } {
  const f = {
    durationS: 150,
    rateHz: 10,
    headingDeg: 90,
    altitudeFt: 4500,
    airspeedKt: 95,
    dips: [],
    rollRateDegPerS: 10,
    ...flight,
  };
  const extra = Object.entries(f.extra ?? {});
  const columns: ChannelName[] = ['alt_ft', 'ias_kt', 'hdg_deg', 'bank_deg'];
  const tasMps = (f.airspeedKt / Math.sqrt(sigma(f.altitudeFt))) * (1852 / 3600);
  const rows: number[][] = [];
  let heading = f.headingDeg;
  let bank = 0;
  let active: (DrawnTurn & { from: number }) | undefined;
  let queue = [...f.turns];
  const most = f.rollRateDegPerS * FINE_S;
  const every = Math.round(1 / f.rateHz / FINE_S);
  const steps = Math.round(f.durationS / FINE_S);
  for (let k = 0; k <= steps; k++) {
    const t = k * FINE_S;
    if (!active && queue.length > 0 && t >= queue[0].atS - 1e-9) {
      active = { ...queue[0], from: heading };
      queue = queue.slice(1);
    }
    let wanted = 0;
    if (active) {
      const left = Math.abs(active.turnDeg) - Math.abs(heading - active.from);
      // Heading still to come while rolling out at a steady rate: (g/V) ln(1/cos φ) / p.
      const rad = (Math.abs(bank) * Math.PI) / 180;
      const rolling =
        (((G / tasMps) * -Math.log(Math.cos(rad))) / ((f.rollRateDegPerS * Math.PI) / 180)) * (180 / Math.PI);
      if (left > rolling + 0.01) wanted = active.bankDeg;
      else if (Math.abs(bank) < 0.05) active = undefined;
    }
    bank += Math.max(-most, Math.min(most, wanted - bank));
    const dip = (channel: Dip['channel']) =>
      f.dips.filter((d) => d.channel === channel).reduce((sum, d) => sum + trapezoid(d, t), 0);
    const flown = bank === 0 ? 0 : bank + Math.sign(bank) * dip('bank_deg');
    heading += ((FINE_S * G * Math.tan((flown * Math.PI) / 180)) / tasMps) * (180 / Math.PI);
    if (k % every === 0) {
      rows.push([
        Math.round(t * 1000) / 1000,
        f.altitudeFt + dip('alt_ft'),
        f.airspeedKt + dip('ias_kt'),
        ((heading % 360) + 360) % 360,
        flown,
        ...extra.map(([, at]) => at(t)),
      ]);
    }
  }
  columns.push(...(extra.map(([name]) => name) as ChannelName[]));
  const keep = columns.filter((name) => !f.without?.includes(name));
  return {
    columns: keep,
    rows: rows.map((row) => [row[0], ...keep.map((name) => row[columns.indexOf(name) + 1])]),
  };
}

export interface CsvStyle {
  delimiter?: ',' | ';' | '\t';
  newline?: '\n' | '\r\n';
  header?: string[];
  bom?: boolean;
}

export function toCsv(
  { columns, rows }: { columns: string[]; rows: number[][] },
  style: CsvStyle = {},
): string {
  const { delimiter = ',', newline = '\n', header = [], bom = false } = style;
  const lines = [
    ...header.map((line) => `# ${line}`),
    ['time_s', ...columns].join(delimiter),
    ...rows.map((row) =>
      row.map((v) => (Number.isNaN(v) ? '' : String(Math.round(v * 100) / 100))).join(delimiter),
    ),
  ];
  return (bom ? '﻿' : '') + lines.join(newline) + newline;
}
