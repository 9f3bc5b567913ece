/**
 * What is never said, and what is, as the trade has it [common practice, no source]: a row for each situation, drawn in the
 * columns by hand, so that each is met.
 */

import type { TableRow } from './table/row.ts';
import { SLOW } from './table/slow.ts';
import { STALLS } from './table/stalls.ts';
import { STRAIGHT } from './table/straight.ts';
import { TURNS } from './table/turns.ts';

export type { TableRow };

export const TABLE: readonly TableRow[] = [...TURNS, ...SLOW, ...STALLS, ...STRAIGHT].sort(
  (a, b) => a.row - b.row,
);
