/** The phases of a turn at any bank. */
import { rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import type { Phase } from '../../scoring/schema.ts';
import type { Proposal } from '../attempt/attempt.ts';
import { TURN_SIGNS } from './tables.ts';
import { heldBank } from './turns.ts';

export const TURN_PHASES = ['roll-in', 'established', 'roll-out', 'settle'] as const;

/** Roll-in, established (first to last moment near the held bank, a second less at each end) and roll-out. */
export function turnPhases(track: Track, { startS, endS, segment }: Proposal): Phase[] {
  const { timeS } = track;
  const bank = track.bankDeg.values;
  const rows = rowsBetween(timeS, startS, endS, segment);
  const held = heldBank(bank, rows);
  let first = rows.from;
  let last = rows.to - 1;
  while (first <= last && Math.abs(Math.abs(bank[first]) - held) > TURN_SIGNS.nearHeldBankDeg) first++;
  while (last > first && Math.abs(Math.abs(bank[last]) - held) > TURN_SIGNS.nearHeldBankDeg) last--;
  const from = timeS[Math.min(first, rows.to - 1)] + TURN_SIGNS.establishedTrimS;
  const to = timeS[last] - TURN_SIGNS.establishedTrimS;
  if (to <= from) return [{ name: 'roll-in', startS, endS }];
  return [
    { name: 'roll-in', startS, endS: from },
    { name: 'established', startS: from, endS: to },
    { name: 'roll-out', startS: to, endS },
  ];
}
