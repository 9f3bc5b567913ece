/** The power that a power-on stall was flown with. */

import { percentOfManifold } from '../../performance/engine.ts';
import { performanceOf } from '../../performance/fit.ts';
import { percentOfRpm } from '../../performance/level.ts';
import type { Evidence } from '../../scoring/requirement.ts';
import { between, type Case, extremes } from '../attempt/case.ts';
import { limitsOf } from '../attempt/figures.ts';
import { numberText } from '../attempt/finding.ts';
import { failed, held, unseen } from '../attempt/requirement.ts';
import { shareBeforeSign } from './release.ts';
import { eventOf } from './stall-case.ts';
import { RECOVERY, STALL_LIMITS } from './tables.ts';

export interface PowerUsed {
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
  if (!event) return unseen('no break was found');
  const { leastPowerPct } = limitsOf(c.context, STALL_LIMITS);
  const asked = `of at least ${numberText(leastPowerPct)} %`;
  const used = percentBeforeSign(c);
  if (used && Number.isFinite(used.percent)) {
    const said = `${numberText(used.percent)} % ${asked}`;
    if (used.percent >= leastPowerPct) return held(said, event.pitchUpS);
    return used.percent < leastPowerPct - used.error
      ? failed(said, event.pitchUpS)
      : unseen(`${said}, ± ${numberText(used.error)}`);
  }
  const signS = Math.min(event.indicationS, event.breakS);
  const share = shareBeforeSign(c, between(c, signS - RECOVERY.beforeSignS, signS));
  if (!share) return unseen('no power on record that a percentage could be had from');
  if (share.share >= share.enough) return held(share.says, event.pitchUpS);
  return share.share < share.tooLittle ? failed(share.says, event.pitchUpS) : unseen(share.says);
}
