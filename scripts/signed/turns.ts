/** Turns: banked from 5° to 5°, the held part between the first and the last second within 3° of what was held. */
import type { Page } from './page.ts';
import { around, lasting, mean, median, rowsIn, type Stretch, stretches } from './series.ts';
import { type Deviation, deviationsIn, failing } from './tolerances.ts';

const BANKED_DEG = 5;
const ENTRY_S = 3;
const HELD_DEG = 3;
const RATE_OVER_S = 5;

interface Row {
  altitude?: number;
  airspeed?: [number, number];
  bank?: number;
  rate?: number;
  /** The roll-out against the heading. */
  rollOut: number;
  /** Whether speed is judged in the held part alone. */
  heldSpeed?: true;
}
/** Steep turns by the Private ACS, all others by the school's own rows. */
const ROWS: Readonly<Record<string, Row>> = {
  'steep-turn': { altitude: 100, airspeed: [-10, 10], bank: 5, rollOut: 10 },
  'level-turn': { altitude: 150, bank: 10, rollOut: 15 },
  'standard-rate-turn': { altitude: 100, airspeed: [-10, 10], rate: 0.75, rollOut: 10 },
  'climbing-turn': { airspeed: [-10, 10], bank: 10, rollOut: 15 },
  'descending-turn': { airspeed: [-10, 10], bank: 10, rollOut: 15 },
  'gliding-turn': { airspeed: [-10, 10], bank: 10, rollOut: 15 },
  'slipping-descent-turn': { airspeed: [-5, 10], bank: 10, rollOut: 15, heldSpeed: true },
};

export function readTurn(page: Page): string | undefined {
  const { columns, brief, alt, ias, bank, heading } = page;
  const { timeS } = columns;
  const all = rowsIn(columns, { fromS: timeS[0], toS: timeS[timeS.length - 1] });
  const turned = (one: Stretch) => {
    const rows = rowsIn(columns, one);
    return Math.abs(heading[rows[rows.length - 1]] - heading[rows[0]]);
  };
  const turn = stretches(columns, all, (i) => Math.abs(bank[i]) > BANKED_DEG)
    .filter((one) => lasting(one) > 3)
    .sort((a, b) => turned(b) - turned(a))[0];
  if (!turn) return 'no turn';
  const row = ROWS[brief.maneuver];
  const steep = brief.maneuver === 'steep-turn';
  const before = rowsIn(columns, { fromS: turn.fromS - ENTRY_S, toS: turn.fromS });
  const entry = (values: readonly number[]) => mean(before.map((i) => values[i]));
  const inTurn = rowsIn(columns, turn);
  const deepest = median(inTurn.map((i) => Math.abs(bank[i])));
  const near = inTurn.filter((i) => Math.abs(Math.abs(bank[i]) - deepest) <= HELD_DEG);
  const held = { fromS: timeS[near[0]] + 1, toS: timeS[near[near.length - 1]] - 1 };

  if (steep && turned(turn) < 360 - row.rollOut) return `turned ${turned(turn).toFixed(0)}° of 360`;
  const tooFast = steep ? aboveVa(page, turn, entry(ias)) : undefined;
  if (tooFast) return tooFast;
  const tight = spiral(page, turn);
  if (tight) return tight;

  const found: Deviation[] = [];
  if (row.altitude)
    found.push(
      ...deviationsIn(
        columns,
        turn,
        { what: 'altitude', low: -row.altitude, high: row.altitude },
        (i) => alt[i] - entry(alt),
      ),
    );
  if (row.airspeed) {
    const [low, high] = row.airspeed;
    const span = row.heldSpeed ? held : turn;
    found.push(...deviationsIn(columns, span, { what: 'airspeed', low, high }, (i) => ias[i] - brief.kias));
  }
  if (row.bank)
    found.push(
      ...deviationsIn(
        columns,
        held,
        { what: 'bank', low: -row.bank, high: row.bank },
        (i) => Math.abs(bank[i]) - brief.bankDeg,
      ),
    );
  if (row.rate) {
    const rate = rates(page, RATE_OVER_S);
    // A look that still sees the roll-in or the roll-out tells no rate held.
    const whole = { fromS: held.fromS + RATE_OVER_S / 2, toS: held.toS - RATE_OVER_S / 2 };
    found.push(
      ...deviationsIn(columns, whole, { what: 'rate', low: -row.rate, high: row.rate }, (i) => rate[i] - 3),
    );
  }
  const failed = failing(found, lasting(turn));
  if (failed) return failed;

  const after = rowsIn(columns, { fromS: turn.toS, toS: turn.toS + ENTRY_S });
  const target = steep ? entry(heading) : brief.headingDeg;
  const missed = around(mean(after.map((i) => heading[i])) - target);
  if (Math.abs(missed) > row.rollOut + 1) return `rolled out ${missed.toFixed(0)}° off`;
  return undefined;
}

/** Entered above V_A by more than 2 kt, or more than 5 kt above it for five seconds. */
function aboveVa({ columns, brief, ias }: Page, turn: Stretch, entryKias: number): string | undefined {
  if (entryKias > brief.vaKias + 2) return `entered at ${entryKias.toFixed(0)} kt above V_A`;
  const above = stretches(columns, rowsIn(columns, turn), (i) => ias[i] > brief.vaKias + 5);
  return above.some((one) => lasting(one) >= 5) ? 'more than 5 kt above V_A for five seconds' : undefined;
}

/** Bank beyond 45° and more than briefed that grows for three seconds while the speed rises. */
function spiral({ columns, brief, bank, ias }: Page, turn: Stretch): string | undefined {
  const { timeS } = columns;
  const rows = rowsIn(columns, turn);
  for (const i of rows) {
    const j = rows.find((k) => timeS[k] >= timeS[i] + 3);
    if (j === undefined) return undefined;
    const steep = Math.abs(bank[i]) > Math.max(45, brief.bankDeg + 10);
    if (steep && Math.abs(bank[j]) > Math.abs(bank[i]) + 5 && ias[j] > ias[i] + 3)
      return `a spiral from ${timeS[i].toFixed(0)} s`;
  }
  return undefined;
}

/** Degrees a second over so many seconds about each row. */
function rates({ columns: { timeS }, heading }: Page, overS: number): number[] {
  let [from, to] = [0, 0];
  return Array.from(timeS, (t) => {
    while (to + 1 < timeS.length && timeS[to] < t + overS / 2) to++;
    while (timeS[from] < t - overS / 2) from++;
    return Math.abs(heading[to] - heading[from]) / Math.max(0.1, timeS[to] - timeS[from]);
  });
}
