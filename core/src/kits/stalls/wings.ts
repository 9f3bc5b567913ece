/** Wings in a stall: how far one went, what the ailerons did against it, and whether it began to spin. */
import { longestStretch, type Rows, rowOfMax } from '../../recording/columns/span.ts';
import type { Evidence } from '../../scoring/requirement.ts';
import { shortestTurnDeg } from '../../units/angles.ts';
import { limitsOf } from '../../units/figures.ts';
import { between, type Case } from '../attempt/case.ts';
import { failed, met, unseen } from './evidence.ts';
import { eventOf } from './stall-case.ts';
import { RECOVERY, STALL_LIMITS } from './tables.ts';

/** Bank from the break until it flies again. */
export function bankInStall(c: Case): Evidence {
  const event = eventOf(c);
  if (!event) return unseen(undefined, 'no-break-found');
  const { bankDeg, timeS } = c.track;
  const rows = between(c, event.breakS, Math.max(event.unloadS, event.breakS) + RECOVERY.wingsAfterS);
  const most = rowOfMax(rows, (i) => Math.abs(bankDeg.values[i]));
  if (most < 0) return unseen(undefined, 'bank-not-known');
  const deg = Math.abs(bankDeg.values[most]);
  const over = deg > limitsOf(c.context, STALL_LIMITS).mostBankDeg;
  const derived = bankDeg.source === 'derived';
  if (!over) return met(timeS[most], 'most-bank', { bankDeg: deg });
  return derived
    ? unseen(undefined, 'most-bank', { bankDeg: deg, derived })
    : failed(timeS[most], 'most-bank', { bankDeg: deg });
}

/** Aileron held against a dropping wing for longer than a slip of the hand: when, how much. */
export function aileronAgainst(c: Case): { share: number; startS: number; endS: number } | undefined {
  const event = eventOf(c);
  const aileron = c.track.other('aileron')?.values;
  if (!event || !aileron) return undefined;
  const { aileron: limit, aileronS } = limitsOf(c.context, STALL_LIMITS);
  const bank = c.track.bankDeg.values;
  const held = Math.sign(c.attempt.targets.bankDeg ?? 0) === 0;
  // Once the wing flies again aileron is how it is levelled.
  const untilS = event.unloadSeen ? event.unloadS : event.breakS + RECOVERY.stalledS;
  const rows = between(c, event.breakS, Math.max(untilS, event.breakS + aileronS));
  // Against the drop: stick to the side that is up, while the wing goes down; in a turn the bank is meant.
  const against = (i: number) => (held && Math.abs(bank[i]) > 5 ? -aileron[i] * Math.sign(bank[i]) : 0);
  const stretch = longestStretch(c.track.timeS, rows, (i) => against(i) > limit);
  if (!stretch || stretch.endS - stretch.startS < aileronS - c.track.stepS / 2) return undefined;
  const most = rowOfMax(between(c, stretch.startS, stretch.endS), against);
  return { share: against(most), ...stretch };
}

export function aileronsNeutral(c: Case): Evidence {
  const event = eventOf(c);
  if (!event || !c.track.other('aileron')) return unseen(undefined, 'ailerons-not-recorded');
  const found = aileronAgainst(c);
  return found
    ? failed(found.startS, 'aileron-against', {
        sharePct: 100 * found.share,
        lastedS: found.endS - found.startS,
      })
    : met(event.breakS, 'aileron-neutral');
}

interface Spin {
  startS: number;
  endS: number;
  yawDegPerS: number;
  bankDeg: number;
}

/** Stalled and turning fast about its own axis while the bank grows. */
export function spinIn(c: Case): Spin | undefined {
  const event = eventOf(c);
  if (!event) return undefined;
  const { track } = c;
  const { spinYawDegPerS, spinS } = limitsOf(c.context, STALL_LIMITS);
  const heading = track.recording.channels.hdg_deg;
  const rows: Rows = between(
    c,
    event.breakS - 0.5,
    Math.min(c.attempt.endS, event.breakS + RECOVERY.spinWithinS),
  );
  if (!heading || rows.to - rows.from < 3) return undefined;
  // Half a second at a time and not smoothed: a spin turns half round in one.
  const ahead = Math.max(1, Math.round(0.5 / track.stepS));
  const yaw = (i: number) =>
    i + ahead < rows.to
      ? Math.abs(shortestTurnDeg(heading[i], heading[i + ahead])) / (track.timeS[i + ahead] - track.timeS[i])
      : 0;
  const bank = (i: number) => Math.abs(track.bankDeg.values[i]);
  const slow = (i: number) =>
    track.airspeedKt.values[i] < c.scene.stallKias(c.scene.flapsDeg(i)) * RECOVERY.stalledShare;
  // Rolled past the vertical while it yaws, it needs no two seconds more.
  const over = rowOfMax(rows, (i) => (bank(i) > RECOVERY.spinBankDeg && slow(i) ? yaw(i) : 0));
  if (over >= 0 && bank(over) > RECOVERY.spinBankDeg && yaw(over) > RECOVERY.rolledYawDegPerS)
    return { startS: event.breakS, endS: track.timeS[over], yawDegPerS: yaw(over), bankDeg: bank(over) };
  const turning = longestStretch(track.timeS, rows, (i) => yaw(i) > spinYawDegPerS && slow(i));
  if (!turning || turning.endS - turning.startS < spinS - track.stepS) return undefined;
  const within = between(c, turning.startS, turning.endS);
  const steepest = rowOfMax(within, bank);
  const grew =
    bank(steepest) - bank(within.from) > RECOVERY.spinBankGrowsDeg ||
    bank(within.from) > RECOVERY.spinBankDeg;
  if (!grew) return undefined;
  return { ...turning, yawDegPerS: yaw(rowOfMax(within, yaw)), bankDeg: bank(steepest) };
}

export function noSpin(c: Case): Evidence {
  const found = spinIn(c);
  return found
    ? failed(found.startS, 'spinning', { bankDeg: found.bankDeg, yawDegPerS: found.yawDegPerS })
    : met(eventOf(c)?.breakS, 'no-growing-yaw');
}
