/** What is flown straight, and the rolls about a point: the school's rows, and the Private ACS for the glide. */
import type { Page } from './page.ts';
import { around, lasting, mean, rowsIn, type Stretch, smooth, stretches } from './series.ts';
import { type Deviation, deviationsIn, failing } from './tolerances.ts';

const ENTRY_S = 3;

export function readStraight(page: Page): string | undefined {
  const { columns, brief } = page;
  const { timeS } = columns;
  const whole = { fromS: timeS[0], toS: timeS[timeS.length - 1] };
  switch (brief.maneuver) {
    case 'straight-and-level':
      return kept(page, whole, { altitude: 150, heading: 15, airspeed: 10 });
    case 'configuration-change':
      return kept(page, changing(page) ?? whole, { altitude: 150, heading: 15 });
    case 'climb':
    case 'descent':
      return onTheWay(page);
    case 'best-glide':
      return glide(page);
    default:
      return rolls(page);
  }
}

function kept(
  page: Page,
  span: Stretch,
  edges: { altitude?: number; heading?: number; airspeed?: number },
): string | undefined {
  const { columns, brief, alt, ias, heading } = page;
  const first = rowsIn(columns, { fromS: span.fromS, toS: span.fromS + 2 });
  const own = mean(first.map((i) => heading[i]));
  const found: Deviation[] = [];
  const add = (
    what: 'altitude' | 'heading' | 'airspeed',
    edge: number | undefined,
    off: (i: number) => number,
  ) => {
    if (edge !== undefined) found.push(...deviationsIn(columns, span, { what, low: -edge, high: edge }, off));
  };
  add('altitude', edges.altitude, (i) => alt[i] - brief.altitudeFt);
  add('heading', edges.heading, (i) => around(heading[i] - own));
  add('airspeed', edges.airspeed, (i) => ias[i] - brief.kias);
  return failing(found, lasting(span));
}

/** From a little before the flaps first move to a little after they last do. */
function changing({ columns }: Page): Stretch | undefined {
  const { timeS } = columns;
  const flaps = columns.of.flaps_deg;
  if (!flaps) return undefined;
  const moving: number[] = [];
  for (let i = 1; i < timeS.length; i++) if (Math.abs(flaps[i] - flaps[i - 1]) > 0.2) moving.push(timeS[i]);
  return moving.length === 0 ? undefined : { fromS: moving[0] - 15, toS: moving[moving.length - 1] + 10 };
}

const GOES_FPM = 200;

/** A climb or descent: its speed and heading while it lasts, and where it was levelled off. */
function onTheWay(page: Page): string | undefined {
  const { columns, brief, alt, ias } = page;
  const { timeS } = columns;
  const up = brief.maneuver === 'climb' ? 1 : -1;
  const rate = smooth(columns, 'vs_fpm', 8);
  const all = Array.from(timeS, (_, i) => i);
  const way = stretches(columns, all, (i) => up * rate[i] > GOES_FPM, 15).sort(
    (a, b) => lasting(b) - lasting(a),
  )[0];
  if (!way || lasting(way) < 20) return `no ${brief.maneuver}`;
  const span = { fromS: way.fromS + 2, toS: way.toS - 3 };
  const found = deviationsIn(
    columns,
    span,
    { what: 'airspeed', low: -10, high: 10 },
    (i) => ias[i] - brief.kias,
  );
  const failed = failing(found, lasting(span)) ?? kept(page, span, { heading: 15 });
  if (failed) return failed;
  // Past the altitude that it then settles at.
  const after = rowsIn(columns, { fromS: way.toS - 10, toS: way.toS + 25 });
  const last = rowsIn(columns, { fromS: way.toS + 20, toS: way.toS + 25 });
  if (last.length === 0) return undefined;
  const past = Math.max(...after.map((i) => up * (alt[i] - mean(last.map((k) => alt[k])))));
  return past > 150 + 30 ? `levelled off ${past.toFixed(0)} ft past` : undefined;
}

/** From idle on: at the best speed in time, and then within 10 kt of it until power or flaps come. */
function glide(page: Page): string | undefined {
  const { columns, brief, ias, power } = page;
  const { timeS } = columns;
  const off = power.findIndex((pct, i) => pct < 8 && timeS[i] > 5);
  if (off < 0) return 'no glide';
  const back = power.findIndex((pct, i) => i > off + 20 && pct > 20);
  const endS = back < 0 ? timeS[timeS.length - 1] : timeS[back] - 1;
  const reached = ias.findIndex((kt, i) => i >= off && kt <= brief.kias + 5 && kt >= brief.kias - 5);
  const allowedS = Math.max(10, 5 + (ias[off] - brief.kias - 5) / 2);
  if (reached < 0 || timeS[reached] > endS || timeS[reached] - timeS[off] > allowedS + 1)
    return 'best glide not reached in time';
  const span = { fromS: timeS[reached], toS: endS };
  return failing(
    deviationsIn(columns, span, { what: 'airspeed', low: -10, high: 10 }, (i) => ias[i] - brief.kias),
    lasting(span),
  );
}

/** Rolls either way about a point: the nose within 10° of it. */
function rolls(page: Page): string | undefined {
  const { columns, bank, heading } = page;
  const { timeS } = columns;
  const all = Array.from(timeS, (_, i) => i);
  const banked = stretches(columns, all, (i) => Math.abs(bank[i]) > 6, 12).sort(
    (a, b) => lasting(b) - lasting(a),
  )[0];
  if (!banked) return 'no rolls';
  const before = rowsIn(columns, { fromS: banked.fromS - ENTRY_S, toS: banked.fromS });
  const point = mean(before.map((i) => heading[i]));
  return failing(
    deviationsIn(columns, banked, { what: 'heading', low: -10, high: 10 }, (i) => around(heading[i] - point)),
    lasting(banked),
  );
}
