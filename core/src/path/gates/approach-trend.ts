/** A student's measured approaches one after another: the speed at the gate, and how often it was stable there. */
import type { LedgerLine } from './landings.ts';

/** As many as a takeover is looked for in. */
const LAST = 10;

interface ApproachPoint {
  id: string;
  at: string;
  recordingId: string | null;
  /** At the gate, off the speed aimed for, kt. */
  offKt: number;
  stable: boolean | null;
  wentAround: boolean;
}

export interface ApproachTrend {
  points: ApproachPoint[];
  /** Of the last ten of which it can be told. */
  told: number;
  stable: number;
  /** Not stable: broken off, as the gate asks, or landed all the same. */
  brokenOff: number;
  landed: number;
}

/** Null where fewer than two were measured: one is no trend. */
export function approachTrend(lines: readonly LedgerLine[]): ApproachTrend | null {
  const points = lines.flatMap(({ id, at, recordingId, approach }): ApproachPoint[] => {
    if (approach?.gateKias == null || approach.targetKias === null) return [];
    const { decision, gateKias, targetKias } = approach;
    return [
      {
        id,
        at,
        recordingId,
        offKt: gateKias - targetKias,
        stable: decision === null ? null : decision === 'landed-stable' || decision === 'went-around',
        wentAround: decision === 'went-around' || decision === 'went-around-unstable',
      },
    ];
  });
  if (points.length < 2) return null;
  const told = points.filter(({ stable }) => stable !== null).slice(-LAST);
  const unstable = told.filter(({ stable }) => !stable);
  return {
    points,
    told: told.length,
    stable: told.length - unstable.length,
    brokenOff: unstable.filter(({ wentAround }) => wentAround).length,
    landed: unstable.filter(({ wentAround }) => !wentAround).length,
  };
}
