/**
 * Faults as they come: each looked at row by row, half a second behind, by the same record that Debrief goes by. Once named a
 * fault stays named until the next attempt.
 */
import type { Airplane } from '../airplane/schema.ts';
import type { TargetCard } from '../card/card.ts';
import { FLOOR_ABOVE_GROUND_FT } from '../card/ladder.ts';
import { type Fault, type Flying, isSeen, type Onset, openOnset } from '../kits/attempt/fault.ts';
import { AFTER_S, SETTLE } from '../kits/attempt/onset.ts';
import { SCENE } from '../kits/attempt/tables.ts';
import type { Step } from '../kits/coach/part.ts';
import { meanOver, rowsBetween } from '../recording/columns/span.ts';
import type { Columns } from '../signals/columns.ts';
import type { LiveColumns } from '../signals/live-columns.ts';
import { wrap360 } from '../units/angles.ts';
import type { ThresholdEdits } from '../units/figures.ts';

export interface FaultHeard {
  /** By its name in the room. */
  name: string;
  atS: number;
  /** At Debrief's edge; else at the coach's. */
  reached: boolean;
}

interface FaultOptions {
  card: TargetCard;
  airplane: Airplane;
  faults: readonly Fault[];
  thresholds: ThresholdEdits;
  clearsBeforeEach: boolean;
  startRow?: (columns: Columns, row: number) => number;
}

interface FaultFollower {
  /** After each row that was pushed, with the step that it is in. @returns what was named just now. */
  look(step: Step, first: boolean): FaultHeard[];
  /** The maneuver begins at the row pushed last. */
  begin(): void;
  /** Those that are beyond the coach's edge, as far as the rows are final. */
  beyond: ReadonlySet<string>;
}

/** What is recognised later than this after its start was not entered there, s. */
const ENTERED_S = 10;

const phaseAtDebrief = (step: Step): string => step.of ?? step.phase ?? step.id;

export function followFaults(columns: LiveColumns, options: FaultOptions): FaultFollower {
  const { card, airplane, thresholds, clearsBeforeEach } = options;
  const live = options.faults.filter(isSeen);
  const beyond = new Set<string>();
  /** Phase of each row pushed, while an attempt is followed. */
  let phases: string[] = [];
  let phaseFrom = 0;
  let onsets: { name: string; onset: Onset }[] = [];
  let next = 0;
  let settlesS = Number.NaN;
  let pushed = 0;

  function flyingFrom(row: number, inheritsEntry: boolean): Flying {
    const startRow = Math.min(options.startRow?.(columns, row) ?? row, row);
    const startS = columns.timeS[startRow];
    const before = rowsBetween(columns.timeS, startS - SCENE.entryS, startS, { from: 0, to: row + 1 });
    const mean = (values: Float64Array) => meanOver(values, before);
    const entry = {
      altitudeFt: mean(columns.altitudeFt.values),
      airspeedKt: mean(columns.airspeedKt.values),
      headingDeg: wrap360(mean(columns.headingDeg.values)),
    };
    return {
      columns,
      airplane,
      weightLb: card.weightLb,
      groundFt: card.entry.floorFt - FLOOR_ABOVE_GROUND_FT,
      clearsBeforeEach,
      thresholds,
      brief: card,
      firstRow: 0,
      startRow,
      startS,
      // Nor does what has gone on for so long: its entry is another's.
      inheritsEntry: inheritsEntry || columns.timeS[row] - startS > ENTERED_S,
      entry,
      targets: { ...entry, bankDeg: card.bankDeg },
      side: card.variant === 'left' ? -1 : 1,
      toleranceOf: (parameter) => card.tolerances.find((row) => row.parameter === parameter && row.required),
    };
  }

  function lookAt(row: number): FaultHeard[] {
    const timeS = columns.timeS[row];
    const phase = phases[Math.max(0, row - phaseFrom)];
    if (phase === SETTLE && Number.isNaN(settlesS)) settlesS = timeS;
    const heard: FaultHeard[] = [];
    for (const { name, onset } of onsets) {
      const { warnedS, reachedS } = onset;
      onset.look({ row, timeS, inPhase: (asked) => asked === phase });
      if (onset.beyond) beyond.add(name);
      else beyond.delete(name);
      // Asked for by a word that is not yet a number: NaN differs from itself.
      if (Number.isNaN(warnedS) && !Number.isNaN(onset.warnedS))
        heard.push({ name, atS: timeS, reached: false });
      if (Number.isNaN(reachedS) && !Number.isNaN(onset.reachedS))
        heard.push({ name, atS: timeS, reached: true });
    }
    return heard;
  }

  function end(): void {
    onsets = [];
    beyond.clear();
  }

  return {
    beyond,
    begin() {
      // What begins while the one before settles goes on from it: nobody owes it ten steady seconds of its own.
      const flying = flyingFrom(pushed - 1, onsets.length > 0);
      end();
      onsets = live.map(({ name, seen }) => ({ name, onset: openOnset(seen, flying) }));
      next = flying.startRow;
      phaseFrom = pushed - 1;
      phases = [];
      settlesS = Number.NaN;
    },
    look(step, first) {
      pushed++;
      if (onsets.length === 0) return [];
      // What follows the last step is settling still, until it is over.
      phases.push(first && phases.length > 0 ? SETTLE : phaseAtDebrief(step));
      const heard: FaultHeard[] = [];
      for (; next < columns.rows && onsets.length > 0; next++) {
        heard.push(...lookAt(next));
        if (columns.timeS[next] - settlesS > AFTER_S) end();
      }
      return heard;
    },
  };
}
