/**
 * Stalls by the Private ACS, the stall itself first: whether it came, what gave it up, what followed. The book's speeds tell a
 * power-off stall; with power the climb collapses before the nose does.
 */
import { lowest, type Page } from './page.ts';
import { around, lasting, mean, rowsIn, type Stretch, smooth, stretches } from './series.ts';
import { deviationsIn, failing } from './tolerances.ts';

interface Stall {
  /** The nose began to rise. */
  upS: number;
  /** It fell, or the airplane fell under it. */
  breakS: number;
  /** The stick went forward. */
  releaseS: number;
}

export function readStall(page: Page): string | undefined {
  const { columns, brief } = page;
  const { timeS } = columns;
  const powered = brief.maneuver === 'power-on-stall';
  const stall = stallIn(page);
  if (typeof stall === 'string') return stall;
  const { upS, breakS, releaseS } = stall;
  const endS = timeS[timeS.length - 1];

  if (!powered) {
    const descent = stabilized(page, upS);
    if (descent) return descent;
  } else {
    const weak = powerBefore(page, breakS);
    if (weak) return weak;
    const steep = stretches(columns, rowsIn(columns, { fromS: upS, toS: breakS }), (i) => page.pitch[i] > 30);
    if (steep.some((one) => lasting(one) >= 1)) return 'nose more than 30° up';
  }
  const straight = direction(page, stall);
  if (straight) return straight;
  if (releaseS - breakS > 3) return `released ${(releaseS - breakS).toFixed(1)} s after the break`;
  const recovery = { fromS: breakS, toS: Math.min(endS, breakS + 90) };
  return (
    wings(page, stall) ??
    powerAfter(page, stall) ??
    second(page, stall) ??
    flapsUp(page, releaseS) ??
    recovered(page, recovery) ??
    (lowest(page, { fromS: upS - 30, toS: recovery.toS }) < brief.floorFt - 10
      ? 'below the floor'
      : undefined)
  );
}

/** Where the stall came, or why none did. */
function stallIn(page: Page): Stall | string {
  const { columns, brief, pitch, ias } = page;
  const { timeS } = columns;
  const rate = fallOf(pitch, timeS, 0.6);
  const vs = smooth(columns, 'vs_fpm', 0.6);
  const slowKias = brief.warningKias + 6;
  const warn = columns.of.stall_warn;
  const powered = brief.maneuver === 'power-on-stall';
  const all = Array.from(timeS, (_, i) => i);
  // The deepest slowing with the nose up: the attempt.
  const slow = stretches(columns, all, (i) => ias[i] < slowKias && timeS[i] > 15, 3).filter(
    (one) => lasting(one) >= 1,
  );
  const noses = slow.map((one) => ({
    one,
    peak: rowsIn(columns, { fromS: one.fromS - 8, toS: one.toS }).reduce((a, b) =>
      pitch[b] > pitch[a] ? b : a,
    ),
  }));
  // Slowing down with flaps is slow too: of several the one in which the warning sounded longest.
  const warned = ({ one }: (typeof noses)[number]) =>
    rowsIn(columns, one).filter((i) => (warn ? warn[i] > 0.5 : ias[i] < brief.warningKias)).length;
  const best = noses.sort((x, y) => warned(y) - warned(x))[0];
  if (!best) return 'no stall: never slow';
  const { one, peak } = best;
  let up = peak;
  while (
    up > 0 &&
    timeS[peak] - timeS[up] < 25 &&
    pitch[up] >
      pitch[peak] -
        0.85 *
          (pitch[peak] -
            Math.min(...rowsIn(columns, { fromS: timeS[peak] - 25, toS: timeS[peak] }).map((i) => pitch[i])))
  )
    up--;
  const until = { fromS: Math.max(one.fromS - 2, timeS[up]), toS: one.toS + 6 };
  const rows = rowsIn(columns, until).filter((i) => i >= up);
  const nose = rows.find((i) => rate[i] <= -4 && pitch[i] > -15 && i >= peak - 8);
  const sinkRow = rows.find((i) => {
    const before = rows.find((k) => timeS[k] >= timeS[i] - 2);
    return (
      before !== undefined &&
      timeS[i] - timeS[before] > 1.5 &&
      vs[before] - vs[i] > 400 &&
      Math.abs(pitch[i] - pitch[before]) < 4 &&
      ias[i] < brief.warningKias + 2
    );
  });
  const broke = Math.min(nose ?? Number.POSITIVE_INFINITY, sinkRow ?? Number.POSITIVE_INFINITY);
  if (!Number.isFinite(broke)) return 'no stall: the nose never fell';
  const release = releaseRow(page, rows, peak, broke);
  // Given up while it still flew: nothing fell before the stick went forward.
  const heard = warn ? rows.some((i) => i <= broke && warn[i] > 0.5) : ias[broke] < brief.warningKias + 3;
  if (!heard) return 'no stall: given up before any sign';
  // By the book's speed it had stalled already, or the climb had collapsed under it.
  const slowest = Math.min(...rows.filter((i) => i <= broke).map((i) => ias[i]));
  const stalledBefore = powered ? nose !== broke : slowest <= brief.stallKias + 1.5;
  if (release !== undefined && timeS[release] < timeS[broke] - 0.25 && !stalledBefore)
    return 'given up at the warning; a full stall was briefed';
  return {
    upS: timeS[up],
    breakS: timeS[broke],
    releaseS: release === undefined ? timeS[broke] + 9 : Math.max(timeS[release], timeS[broke]),
  };
}

/** The first row at which the stick has gone forward by a tenth of its travel from the furthest back. */
function releaseRow(
  { columns }: Page,
  rows: readonly number[],
  peak: number,
  broke: number,
): number | undefined {
  const { timeS } = columns;
  const stick = columns.of.elevator ? smooth(columns, 'elevator', 0.3) : undefined;
  if (!stick) return broke;
  const from = rows.filter((i) => timeS[i] >= Math.min(timeS[peak], timeS[broke]) - 3);
  let back = Number.NEGATIVE_INFINITY;
  for (const i of from) {
    back = Math.max(back, stick[i]);
    if (stick[i] < back - 0.1 && timeS[i] > timeS[broke] - 4) return i;
  }
  return undefined;
}

/** Degrees a second, over so many seconds. */
function fallOf(values: readonly number[], timeS: ArrayLike<number>, overS: number): number[] {
  let from = 0;
  return values.map((value, i) => {
    while (timeS[from] < timeS[i] - overS) from++;
    return i === from ? 0 : (value - values[from]) / (timeS[i] - timeS[from]);
  });
}

/** The mean sink of the ten seconds before the nose rose. */
function stabilized({ columns, sink }: Page, upS: number): string | undefined {
  const fpm = mean(rowsIn(columns, { fromS: upS - 11, toS: upS - 1 }).map((i) => sink[i]));
  return fpm < 200 || fpm > 1200 ? `no stabilized descent: ${fpm.toFixed(0)} ft/min` : undefined;
}

/** At least 65 % in the five seconds before the break, with 4 % for how power is told. */
function powerBefore({ columns, power }: Page, breakS: number): string | undefined {
  const pct = mean(rowsIn(columns, { fromS: breakS - 5, toS: breakS }).map((i) => power[i]));
  return pct < 61 ? `${pct.toFixed(0)} % of power` : undefined;
}

/** Straight: the heading until the break; turning: the bank. */
function direction(page: Page, { upS, breakS }: Stall): string | undefined {
  const { columns, brief, heading, bank } = page;
  const span = { fromS: upS, toS: breakS };
  if (brief.variant === 'turning')
    return failing(
      deviationsIn(
        columns,
        span,
        { what: 'bank', low: -10, high: 10 },
        (i) => Math.abs(bank[i]) - brief.bankDeg,
      ),
      lasting(span),
    );
  const own = mean(rowsIn(columns, { fromS: upS, toS: upS + 2 }).map((i) => heading[i]));
  return failing(
    deviationsIn(columns, span, { what: 'heading', low: -10, high: 10 }, (i) => around(heading[i] - own)),
    lasting(span),
  );
}

/** No more than 45° after the break, and ailerons not held against the drop. */
function wings(page: Page, { breakS, releaseS }: Stall): string | undefined {
  const { columns, bank, heading } = page;
  const { timeS } = columns;
  const after = rowsIn(columns, { fromS: breakS, toS: breakS + 12 });
  const most = Math.max(...after.map((i) => Math.abs(bank[i])));
  if (most > 45) return `${most.toFixed(0)}° of bank after the break`;
  const spun = after.some((i) => {
    const j = after.find((k) => timeS[k] >= timeS[i] + 2);
    return j !== undefined && Math.abs(heading[j] - heading[i]) > 40;
  });
  if (spun) return 'a spin began';
  const aileron = columns.of.aileron;
  if (!aileron) return undefined;
  const before = rowsIn(columns, { fromS: breakS - 6, toS: breakS - 2 });
  const neutral = mean(before.map((i) => aileron[i]));
  const held = rowsIn(columns, { fromS: breakS, toS: releaseS });
  const against = stretches(
    columns,
    held,
    (i) => Math.abs(bank[i]) > 6 && -Math.sign(bank[i]) * (aileron[i] - neutral) > 0.15,
  );
  return against.some((one) => lasting(one) > 0.5) ? 'ailerons against the drop' : undefined;
}

/** Nine tenths of the climb's power within four seconds of the release, and not long before it. */
function powerAfter({ columns, power, brief }: Page, { breakS, releaseS }: Stall): string | undefined {
  const { timeS } = columns;
  const full = Math.max(...power);
  const rows = rowsIn(columns, { fromS: breakS - 6, toS: releaseS + 4.5 });
  if (!rows.some((i) => timeS[i] >= releaseS - 1 && power[i] >= 0.9 * full - 2))
    return 'no full power in the recovery';
  if (brief.maneuver === 'power-on-stall') return undefined;
  const lead = rows.find((i) => timeS[i] > breakS - 1 && power[i] >= 0.6 * full);
  return lead !== undefined && releaseS - timeS[lead] > 1.5 && releaseS - breakS > 2
    ? 'power before the release'
    : undefined;
}

/** The warning again for a second, after it had been silent with 5 kt more. */
function second({ columns, ias, sink }: Page, { releaseS }: Stall): string | undefined {
  const warn = columns.of.stall_warn;
  if (!warn) return undefined;
  const rows = rowsIn(columns, { fromS: releaseS, toS: releaseS + 30 });
  const slowest = Math.min(...rowsIn(columns, { fromS: releaseS - 2, toS: releaseS + 3 }).map((i) => ias[i]));
  const free = rows.find((i) => warn[i] < 0.5 && ias[i] > slowest + 5);
  if (free === undefined) return undefined;
  const again = stretches(
    columns,
    rows.filter((i) => i > free),
    (i) => warn[i] > 0.5,
    0.4,
  ).filter((one) => lasting(one) >= 1);
  const sank = again.some(
    (one) =>
      rowsIn(columns, { fromS: one.fromS, toS: one.toS + 3 }).some((i) => sink[i] > 500) || lasting(one) >= 2,
  );
  return sank ? 'a second stall' : undefined;
}

/** The first stage is free; the rest asks for a climb and best angle. */
function flapsUp({ columns, ias, brief }: Page, releaseS: number): string | undefined {
  const flaps = columns.of.flaps_deg;
  const { timeS } = columns;
  if (!flaps) return undefined;
  const rate = smooth(columns, 'vs_fpm', 3);
  const rows = rowsIn(columns, { fromS: releaseS - 2, toS: releaseS + 80 });
  const out = flaps[rows[0]];
  // The drag stage may go at once; a take-off setting has none to give.
  const below = brief.flaps.map(({ deg }) => deg).filter((deg) => deg < out - 1);
  const free = below.length === 0 ? out : below[below.length - 1];
  const start = rows.find((i) => flaps[i] < free - 1);
  if (start === undefined) return undefined;
  const lever = rows.filter((i) => i <= start).findLast((i) => flaps[i] >= free - 0.3) ?? start;
  if (rate[lever] < -200)
    return `flaps up while it sank ${(-rate[lever]).toFixed(0)} ft/min at ${timeS[lever].toFixed(0)} s`;
  return ias[lever] < brief.vxKias - 4 ? 'flaps up below best angle' : undefined;
}

/** At a climb speed and climbing, and no dive on the way. */
function recovered({ columns, ias, pitch, brief }: Page, span: Stretch): string | undefined {
  const rate = smooth(columns, 'vs_fpm', 3);
  const rows = rowsIn(columns, span);
  const climbing = stretches(
    columns,
    rows,
    (i) => rate[i] > 50 && ias[i] > brief.vxKias - 4 && ias[i] < brief.vyKias + 11,
  );
  const endS = climbing.find((one) => lasting(one) >= 3)?.fromS;
  if (endS === undefined) return 'not recovered into a climb';
  const dive = rows.filter((i) => columns.timeS[i] < endS);
  if (Math.min(...dive.map((i) => pitch[i])) < -25) return 'nose below 25° down';
  return Math.max(...dive.map((i) => ias[i])) > brief.vyKias + 21 ? 'too fast in the recovery' : undefined;
}
