/** The power that a power-on stall was flown with. */

import { percentOfManifold } from '../../performance/engine.ts';
import { performanceOf } from '../../performance/fit.ts';
import { percentOfRpm } from '../../performance/level.ts';
import type { Evidence } from '../../scoring/requirement.ts';
import { limitsOf } from '../../units/figures.ts';
import { between, type Case, extremes } from '../attempt/case.ts';
import { failed, met, unseen } from './evidence.ts';
import { shareBeforeSign } from './release.ts';
import { eventOf } from './stall-case.ts';
import { RECOVERY, STALL_LIMITS } from './tables.ts';

interface PowerUsed {
  percent: number;
  /** One standard error, % of rated. */
  error: number;
}

/**
 * Percent of rated in the seconds before the first sign: as recorded, else from manifold pressure or revolutions through
 * the airplane's book.
 */
export function percentBeforeSign(c: Case): PowerUsed | undefined {
  const event = eventOf(c);
  if (!event) return undefined;
  const { track, context } = c;
  const signS = Math.max(Math.min(event.indicationS, event.breakS), event.pitchUpS + 2);
  const rows = between(c, signS - RECOVERY.beforeSignS, signS);
  if (rows.to <= rows.from) return undefined;
  const recorded = track.other('power_pct')?.values;
  // The most of it: an engine still coming up is not what was set, and the recovery's power comes after the sign.
  if (recorded) return { percent: recorded[extremes(recorded, rows).high], error: 1 };
  const model = context.airplane && performanceOf(context.airplane);
  if (!model || model.from.shaftPower === 'estimated') return undefined;
  const governed = model.propeller.kind === 'constant-speed';
  const set = track.other(governed ? 'map_inhg' : 'rpm')?.values;
  if (!set) return undefined;
  const percents = Array.from({ length: rows.to - rows.from }, (_, k) => {
    const row = rows.from + k;
    const pressureAltitudeFt = track.altitudeFt.values[row];
    const weightLb = context.weightLb ?? model.airplane.maxWeightLb;
    return governed
      ? percentOfManifold(model.engine, set[row], pressureAltitudeFt)
      : percentOfRpm(model, set[row], track.airspeedKt.values[row], { weightLb, pressureAltitudeFt });
  });
  return { percent: Math.max(...percents), error: RECOVERY.revolutionsErrorPct };
}

/** At least the standard's share of the power, before the first sign of the stall. */
export function enoughPower(c: Case): Evidence {
  const event = eventOf(c);
  if (!event) return unseen(undefined, 'no-break-found');
  const { leastPowerPct } = limitsOf(c.context, STALL_LIMITS);
  const used = percentBeforeSign(c);
  if (used && Number.isFinite(used.percent)) {
    const asked = { powerPct: used.percent, askedPct: leastPowerPct };
    if (used.percent >= leastPowerPct) return met(event.pitchUpS, 'percent-asked', asked);
    return used.percent < leastPowerPct - used.error
      ? failed(event.pitchUpS, 'percent-asked', asked)
      : unseen(undefined, 'percent-asked', { ...asked, errorPct: used.error });
  }
  const signS = Math.min(event.indicationS, event.breakS);
  const share = shareBeforeSign(c, between(c, signS - RECOVERY.beforeSignS, signS));
  if (!share) return unseen(undefined, 'no-percentage-on-record');
  const known = { evidence: share.known };
  if (share.share >= share.enough) return { held: true, ...known, atS: event.pitchUpS };
  return share.share < share.tooLittle
    ? { held: false, ...known, atS: event.pitchUpS }
    : { held: null, ...known };
}
