/** An attempt from its parts: what is the same for every maneuver is here, what differs comes as options. */

import type { Configuration } from '../../airplane/configuration.ts';
import { FLOOR_ABOVE_GROUND_FT } from '../../card/ladder.ts';
import { briefFor, namedTargets } from '../../card/targets.ts';
import type { Track } from '../../recording/track/track.ts';
import type { Quantity, Span } from '../../scoring/judged.ts';
import type { Phase } from '../../scoring/schema.ts';
import type { Parameter, StandardRow } from '../../scoring/standard.ts';
import { judgingRows } from '../../scoring/standard.ts';
import { type Air, airOf } from '../../signals/air-level.ts';
import { compassDeg } from '../../units/angles.ts';
import { type Attempt, lastTold, type Proposal, type ScoringContext } from './attempt.ts';
import { type Aims, entryValues, quantityFor } from './quantities.ts';
import { settlePhase } from './settle.ts';

export interface Parts {
  phases: Phase[];
  /** What differs from the entry's own values. */
  aims?: Partial<Aims>;
  /** Targets to show; bank only where one is flown. */
  shows?: readonly ('altitudeFt' | 'airspeedKt' | 'bankDeg' | 'headingDeg')[];
  /** A row as it counts here, or undefined where it does not apply. */
  rowFor?: (row: StandardRow, aims: Aims) => StandardRow | undefined;
  /** Where a row is judged, when that is not one phase. */
  spansOf?: (row: StandardRow) => Span[] | undefined;
  quantity?: (row: StandardRow) => Quantity | undefined;
  configuration?: Configuration | null;
  turnedDeg?: number;
  inherits?: Attempt;
  /** The altitude that was to be kept, where it is not the entry’s own. */
  specifiedFt?: number;
  /** Whether it should settle at the entry's altitude and speed; after a stall the altitude counts alone. */
  settles?: boolean | 'in height';
}

/** What an instructor felt goes before what is worked out. */
function feltAir({ told }: ScoringContext, proposal: Proposal): Air | undefined {
  const said = lastTold(told, 'level', proposal);
  return said && { level: said.level, by: 'instructor' };
}

const ALL = ['altitudeFt', 'airspeedKt', 'bankDeg', 'headingDeg'] as const;

export function buildAttempt(
  track: Track,
  proposal: Proposal,
  context: ScoringContext,
  parts: Parts,
): Attempt {
  const entry = parts.inherits
    ? (parts.inherits.targets as { altitudeFt: number; airspeedKt: number; headingDeg: number })
    : entryValues(track, proposal);
  const brief = briefFor(context.briefs, proposal.maneuver, proposal.variant, {
    altitudeFt: entry.altitudeFt,
    configuration: parts.configuration,
  });
  const aims: Aims = {
    ...entry,
    bankDeg: brief?.bankDeg ?? 0,
    floorFt: context.groundFt === undefined ? undefined : context.groundFt + FLOOR_ABOVE_GROUND_FT,
    ...parts.aims,
  };
  const entryFt = aims.altitudeFt;
  if (parts.specifiedFt !== undefined) aims.altitudeFt = parts.specifiedFt;
  const briefed = brief && namedTargets(brief);
  const quantity = (row: StandardRow) =>
    parts.quantity?.(row) ?? quantityFor(row, track, proposal, aims, briefed);
  const rowFor = (row: StandardRow) => (parts.rowFor ? parts.rowFor(row, aims) : row);
  const rowOf = (parameter: Parameter) =>
    judgingRows(context, { ...proposal, configuration: parts.configuration }).rows.find(
      (row) => row.parameter === parameter && rowFor(row),
    );
  const settle =
    parts.settles === false
      ? undefined
      : settlePhase(track, proposal, {
          ...entry,
          ...(parts.settles === 'in height' && { airspeedKt: Number.NaN }),
        });
  const targets: Record<string, number> = {
    altitudeFt: aims.altitudeFt,
    airspeedKt: briefed?.airspeedKt ?? aims.airspeedKt,
    bankDeg: aims.bankDeg,
    headingDeg: compassDeg(aims.headingDeg),
  };
  const shows = parts.shows ?? ALL;
  return {
    ...proposal,
    phases: settle ? [...parts.phases, settle] : parts.phases,
    targets: Object.fromEntries(Object.entries(targets).filter(([name]) => shows.includes(name as never))),
    brief,
    air: feltAir(context, proposal) ?? airOf(track, proposal),
    inheritsEntry: parts.inherits !== undefined,
    turnedDeg: parts.turnedDeg,
    ...(parts.configuration !== undefined && { configuration: parts.configuration }),
    entry: { altitudeFt: entryFt, airspeedKt: aims.airspeedKt, headingDeg: aims.headingDeg },
    rowFor,
    spansOf: parts.spansOf ?? (() => undefined),
    quantity,
    quantityOf: (parameter) => {
      const row = rowOf(parameter);
      return row && quantity(row);
    },
    spansOfParameter: (parameter) => {
      const row = rowOf(parameter);
      return row && parts.spansOf?.(row);
    },
  };
}
