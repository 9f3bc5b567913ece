/** Slow flight by the Private ACS: +10/−0 kt on the briefed speed, ±100 ft, ±10° of heading and bank, the warning silent. */
import { lowest, type Page } from './page.ts';
import { around, lasting, mean, median, rowsIn, type Stretch, stretches } from './series.ts';
import { type Deviation, deviationsIn, failing } from './tolerances.ts';

/** Slow within so much of the briefed speed; what comes before is the way in, and what follows the recovery. */
const ARRIVED_KT = 6;
const SETTLES_S = 8;
const TURNING_DEG = 8;

export function readSlowFlight(page: Page): string | undefined {
  const { columns, brief, alt, ias, bank, heading } = page;
  const { timeS } = columns;
  const all = Array.from(timeS, (_, i) => i);
  const slow = stretches(columns, all, (i) => ias[i] <= brief.kias + ARRIVED_KT, 20).sort(
    (a, b) => lasting(b) - lasting(a),
  )[0];
  if (!slow || lasting(slow) < 30) return 'never slow';
  const held = { fromS: slow.fromS + SETTLES_S, toS: slow.toS - 2 };
  const rows = rowsIn(columns, held);
  const typical = median(rows.map((i) => ias[i]));
  if (typical > brief.warningKias + 8.5) return `${typical.toFixed(0)} kt: not slow enough`;
  if (lowest(page, { fromS: slow.fromS - 20, toS: slow.toS + 20 }) < brief.floorFt - 10)
    return 'below the floor';

  const sounded = warnings(page, held);
  if (sounded) return sounded;

  const found: Deviation[] = deviationsIn(
    columns,
    held,
    { what: 'airspeed', low: 0, high: 10 },
    (i) => ias[i] - brief.kias,
  );
  const before = rowsIn(columns, { fromS: slow.fromS - 40, toS: slow.fromS - 35 });
  const entryFt = mean(before.map((i) => alt[i]));
  const targetFt = Math.abs(entryFt - brief.altitudeFt) < 200 ? brief.altitudeFt : entryFt;
  found.push(
    ...deviationsIn(
      columns,
      { fromS: slow.fromS - 10, toS: slow.toS },
      { what: 'altitude', low: -100, high: 100 },
      (i) => alt[i] - targetFt,
    ),
  );
  for (const leg of legs(page, held, false)) {
    const own = mean(rowsIn(columns, { fromS: leg.fromS, toS: leg.fromS + 2 }).map((i) => heading[i]));
    found.push(
      ...deviationsIn(columns, leg, { what: 'heading', low: -10, high: 10 }, (i) => around(heading[i] - own)),
    );
  }
  for (const turn of legs(page, held, true)) {
    const inTurn = { fromS: turn.fromS + 3, toS: turn.toS - 3 };
    const off = (i: number) => Math.abs(bank[i]) - brief.bankDeg;
    const out = deviationsIn(columns, inTurn, { what: 'bank', low: -10, high: 10 }, off);
    const bad = out.find((one) => one.by > 3 || lasting(one) > 5);
    if (bad) return `bank out by ${bad.by.toFixed(0)}°`;
    found.push(...out);
  }
  const failed = failing(found, lasting(held));
  if (failed) return failed;

  const after = rowsIn(columns, { fromS: slow.toS, toS: slow.toS + 60 });
  if (!after.some((i) => ias[i] > brief.kias + 12)) return 'no recovery';
  return flapsAtOnce(page, slow.toS);
}

/** Straight legs, or turns, of at least six seconds. */
function legs({ columns, bank }: Page, held: Stretch, turning: boolean): Stretch[] {
  const rows = rowsIn(columns, held);
  return stretches(
    columns,
    rows,
    (i) => Math.abs(bank[i]) > TURNING_DEG === turning,
    turning ? 2 : 0.2,
  ).filter((one) => lasting(one) >= 6);
}

function warnings({ columns, bank }: Page, held: Stretch): string | undefined {
  const warn = columns.of.stall_warn;
  if (!warn) return undefined;
  const rows = rowsIn(columns, held);
  const sounds = stretches(columns, rows, (i) => warn[i] > 0.5, 0.3);
  const longest = Math.max(0, ...sounds.map(lasting));
  const total = sounds.reduce((sum, one) => sum + lasting(one) + 0.1, 0);
  if (longest > 2) return `the warning sounded for ${longest.toFixed(1)} s`;
  if (total > 5) return `the warning sounded for ${total.toFixed(1)} s in all`;
  if (sounds.length > 3 * Math.max(1, Math.ceil(lasting(held) / 60))) return `${sounds.length} warnings`;
  const turning = sounds.filter(({ fromS }) => {
    const at = rows.find((i) => columns.timeS[i] >= fromS);
    return at !== undefined && Math.abs(bank[at]) > TURNING_DEG;
  });
  return turning.length >= 3 ? `${turning.length} warnings in a turn` : undefined;
}

/** From all to none without a stop, where the airplane sinks for it. */
function flapsAtOnce({ columns, alt, sink, brief }: Page, fromS: number): string | undefined {
  const flaps = columns.of.flaps_deg;
  const { timeS } = columns;
  const stages = brief.flaps.length;
  if (!flaps || stages < 2) return undefined;
  const rows = rowsIn(columns, { fromS: fromS - 5, toS: fromS + 90 });
  const moving = stretches(columns, rows.slice(1), (i) => flaps[i] < flaps[i - 1] - 0.05, 1.5);
  for (const one of moving) {
    const [a, b] = [rows.find((i) => timeS[i] >= one.fromS)!, rows.find((i) => timeS[i] >= one.toS)!];
    if (!(flaps[a] > brief.flaps[stages - 1].deg - 3 && flaps[b] < 3)) continue;
    const next = rowsIn(columns, { fromS: one.fromS, toS: one.toS + 8 });
    const lost = alt[a] - Math.min(...next.map((i) => alt[i]));
    const fastest = Math.max(...next.map((i) => sink[i]));
    if (lost > 10 || fastest > 200) return `flaps from all to none at once, ${lost.toFixed(0)} ft lost`;
  }
  return undefined;
}
