/**
 * A maneuver's picture, ready for drawing: axes, what bounds it, where the target is, and after the flight how it was
 * flown. Speeds are in the unit that the airplane shows.
 */
import { z } from 'zod';
import { codedSchema } from '../coded.ts';

export const PICTURES = [
  'speed-window',
  'power-curve',
  'altitude-ladder',
  'turn',
  'break',
  'level-off',
  'trade',
  'approach-gate',
] as const;
export type PictureKind = (typeof PICTURES)[number];

const range = z.tuple([z.number(), z.number()]);
const point = z.tuple([z.number(), z.number()]);

const axisSchema = z.object({
  label: z.string(),
  unit: z.string(),
  min: z.number(),
  max: z.number(),
  /** Between two labels. */
  step: z.number(),
});
export type PictureAxis = z.infer<typeof axisSchema>;

const lineSchema = z.object({
  /** Written at its end; empty for a line that its neighbours explain. */
  name: z.string(),
  points: z.array(point),
  /** A limit; what holds today; the same of another flap stage; a help for the eye. */
  kind: z.enum(['limit', 'curve', 'other', 'guide']),
  /** Which side of it is closed. */
  shut: z.enum(['above', 'below']).nullish(),
});
export type PictureLine = z.infer<typeof lineSchema>;

const zoneSchema = z.object({
  name: z.string(),
  x: range,
  y: range,
  /** Within tolerance; not to be in; height that may be lost; how far the mark may go. */
  kind: z.enum(['band', 'shut', 'loss', 'room']),
});
export type PictureZone = z.infer<typeof zoneSchema>;

const panelSchema = z.object({
  y: axisSchema,
  lines: z.array(lineSchema),
  zones: z.array(zoneSchema),
  /** Words beside a place. */
  notes: z.array(z.object({ at: point, text: z.string() })),
  target: z.object({ at: point, text: z.string() }).nullable(),
  /** On the rows of the attempt's keel; null outside the attempt or where nothing was measured. */
  flown: z
    .object({
      x: z.array(z.number().nullable()),
      y: z.array(z.number().nullable()),
      /** Which of the picture's groups each point belongs to. */
      group: z.array(z.number()).nullish(),
    })
    .nullable(),
});
export type PicturePanel = z.infer<typeof panelSchema>;

export const pictureSchema = z.object({
  kind: z.enum(PICTURES),
  title: z.string(),
  x: axisSchema,
  panels: z.array(panelSchema).min(1),
  /** Names of what the flown points are told apart by. */
  groups: z.array(z.string()),
  /** What could not be drawn, and why. */
  missing: z.array(codedSchema),
});
export type Picture = z.infer<typeof pictureSchema>;

/** An axis in whole steps around some values. */
export function axisAround(
  { label, unit, step }: Pick<PictureAxis, 'label' | 'unit' | 'step'>,
  ...values: readonly (number | null)[]
): PictureAxis {
  const known = values.filter((value) => value !== null && Number.isFinite(value)) as number[];
  const low = Math.min(...known);
  const high = Math.max(...known);
  const [least, most] = known.length > 0 ? [low, high] : [0, step];
  const min = Math.floor(least / step) * step;
  return { label, unit, step, min, max: Math.max(min + step, Math.ceil(most / step) * step) };
}

/** A line across the whole picture at one height, or up it at one place. */
export const across = ({ min, max }: PictureAxis, y: number): PictureLine['points'] => [
  [min, y],
  [max, y],
];
export const upright = ({ min, max }: PictureAxis, x: number): PictureLine['points'] => [
  [x, min],
  [x, max],
];
