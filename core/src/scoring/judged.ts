/** What the scoring of a row needs to know of an attempt: when, which phases, and how a row is counted in it. */
import type { Coded } from '../coded.ts';
import type { Channel } from '../recording/columns/channel.ts';
import type { Rows } from '../recording/columns/span.ts';
import type { Air } from '../signals/air-level.ts';
import type { Phase } from './schema.ts';
import type { StandardRow } from './standard.ts';

/** How one row of a standard is counted in an attempt. */
export interface Quantity {
  channel: Channel;
  target: number;
  /** Signed deviation, measured − target, at a row. */
  deviation(row: number): number;
  /** Where it is taken at one instant, and that is not the end. */
  atS?: number;
}

export interface Span {
  startS: number;
  endS: number;
}

export interface Judged extends Span {
  /** The unbroken rows around it. */
  segment: Rows;
  state: 'complete' | 'discontinued';
  endedBy?: Coded;
  phases: Phase[];
  /** How rough the air was; left out where nothing tells. */
  air?: Air;
  /** Where a row is judged, when that is not one phase: legs. */
  spansOf(row: StandardRow): Span[] | undefined;
  /** Undefined where the row's parameter means nothing in this maneuver or has no channel. */
  quantity(row: StandardRow): Quantity | undefined;
}
