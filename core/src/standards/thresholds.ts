/** A school's own thresholds: numbers in place of those that come with the maneuvers, refused where one is misspelt. */
import { z } from 'zod';
import { rooms } from '../maneuvers/registry.ts';
import { type FigureTable, rowsOfTable, type ThresholdEdits } from '../units/figures.ts';

/** Every table of numbers, once, with the rows of each: what a maneuver is found by and when it is a finding. */
export const figureTables: readonly FigureTable[] = [...new Set(rooms.flatMap(({ tables }) => tables))].map(
  rowsOfTable,
);

const positive = z.number().positive();
const groups = figureTables
  .filter(({ editable }) => editable)
  .map(({ group, rows }): [string, z.ZodType] => [
    group,
    z
      .strictObject(Object.fromEntries(Object.keys(rows).map((name) => [name, positive.optional()])))
      .optional(),
  ]);

export const thresholdEditsSchema = z.strictObject(
  Object.fromEntries(groups),
) as unknown as z.ZodType<ThresholdEdits>;
