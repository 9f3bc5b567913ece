/** What tells which shown stall one was that broke. */
import type { ScoringContext } from '../../kits/attempt/attempt.ts';
import { sceneOf } from '../../kits/attempt/scene.ts';
import type { StallAttempt } from '../../kits/stalls/stall-attempts.ts';
import { firstWhere, longestStretch, meanOver, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { SHOWN_SIGNS } from './tables.ts';
import type { ShownVariant } from './variants.ts';

/** Those told from a stall that broke. */
type OfAStall = Exclude<ShownVariant, 'accelerated' | 'feet-alone'>;
export const isOfAStall = (name: ShownVariant): name is OfAStall => name in SIGNS;

type Sign = (track: Track, context: ScoringContext, attempt: StallAttempt) => boolean;
export const SIGNS: Record<OfAStall, Sign> = {
  'falling-leaf': isFallingLeaf,
  skidding: (track, _, attempt) => ballLowG(track, attempt) < -SHOWN_SIGNS.ballG,
  slipping: (track, _, attempt) => ballLowG(track, attempt) > SHOWN_SIGNS.ballG,
  secondary: isSecondary,
};

/** The ball before the break, towards the low wing; 0 with the wings level or without a ball. */
function ballLowG(track: Track, { events: [{ breakS }] }: StallAttempt): number {
  const ball = track.other('lat_g')?.values;
  const rows = rowsBetween(track.timeS, breakS - SHOWN_SIGNS.ballS, breakS);
  const bankDeg = meanOver(track.bankDeg.values, rows);
  return ball && Math.abs(bankDeg) > SHOWN_SIGNS.turningDeg ? -meanOver(ball, rows) * Math.sign(bankDeg) : 0;
}

/** Slow and going down for long, the wings rocking and none of them kept. */
function isFallingLeaf(track: Track, context: ScoringContext, { events }: StallAttempt): boolean {
  const { timeS, airspeedKt, bankDeg, verticalSpeedFpm } = track;
  const scene = sceneOf(track, context);
  const [first, last] = [events[0], events[events.length - 1]];
  const rows = rowsBetween(timeS, first.breakS, Math.max(last.unloadS, last.lowestS));
  const down = longestStretch(
    timeS,
    rows,
    (i) =>
      airspeedKt.values[i] < scene.warningKias(scene.flapsDeg(i)) + SHOWN_SIGNS.acceleratedAboveKt &&
      verticalSpeedFpm[i] < 0,
  );
  if (!down || down.endS - down.startS < SHOWN_SIGNS.leafS) return false;
  const held = rowsBetween(timeS, down.startS, down.endS);
  const middle = meanOver(bankDeg.values, held);
  let [rocks, side] = [0, 0];
  for (let i = held.from; i < held.to; i++) {
    const bank = bankDeg.values[i] - middle;
    if (Math.abs(bank) < SHOWN_SIGNS.leafRocksDeg / 2 || Math.sign(bank) === side) continue;
    side = Math.sign(bank);
    rocks++;
  }
  return rocks >= 2;
}

/** It flew again, and was pulled into another: the warner fell silent, and sounded again for a second. */
function isSecondary(track: Track, _: ScoringContext, { events: [{ unloadS }] }: StallAttempt): boolean {
  const warner = track.other('stall_warn')?.values;
  if (!warner) return false;
  const rows = rowsBetween(track.timeS, unloadS, unloadS + SHOWN_SIGNS.secondS);
  const silent = firstWhere(rows, (row) => warner[row] < 0.5);
  if (silent < 0) return false;
  const after = { from: silent, to: rows.to };
  const again = longestStretch(track.timeS, after, (i) => warner[i] > 0.5);
  return again !== undefined && again.endS - again.startS >= SHOWN_SIGNS.secondWarnS;
}
