/** Where the panels of a picture lie, and how its numbers become places. */
import type { Picture, PictureAxis, PicturePanel } from '@keel/core';

export const LEFT = 58;
export const RIGHT = 18;
const TOP = 28;
const GAP = 30;
const FOOT = 42;

export interface Frame {
  top: number;
  height: number;
}

/** One above the other, the first taking most of the height. */
export function frames(picture: Picture, height: number): Frame[] {
  const [first, ...others] = picture.panels;
  if (!first) return [];
  const room = height - TOP - FOOT - GAP * others.length;
  const small = others.length > 0 ? Math.round(room * 0.32) : 0;
  const tall = room - small * others.length;
  return picture.panels.map((_, i) =>
    i === 0 ? { top: TOP, height: tall } : { top: TOP + tall + GAP + (i - 1) * (small + GAP), height: small },
  );
}

export const xPlace = ({ min, max }: PictureAxis, width: number, value: number): number =>
  LEFT + ((value - min) / (max - min)) * Math.max(1, width - LEFT - RIGHT);

export const yPlace = ({ y: { min, max } }: PicturePanel, { top, height }: Frame, value: number): number =>
  top + ((max - value) / (max - min)) * height;

/** The other way about: what stands at a place. */
export const valueAtX = ({ min, max }: PictureAxis, width: number, place: number): number =>
  min + ((place - LEFT) / Math.max(1, width - LEFT - RIGHT)) * (max - min);

export const valueAtY = ({ y: { min, max } }: PicturePanel, { top, height }: Frame, place: number): number =>
  max - ((place - top) / height) * (max - min);

/** The flown point nearest to a place, within reach of a finger; undefined where there is none. */
export function nearestFlown(
  picture: Picture,
  placed: readonly Frame[],
  width: number,
  at: { x: number; y: number },
  reachPx = 28,
): { panel: number; row: number } | undefined {
  let best: { panel: number; row: number } | undefined;
  let least = reachPx;
  picture.panels.forEach((panel, k) => {
    panel.flown?.x.forEach((x, row) => {
      const y = panel.flown?.y[row];
      if (x === null || y === null || y === undefined) return;
      const away = Math.hypot(xPlace(picture.x, width, x) - at.x, yPlace(panel, placed[k], y) - at.y);
      if (away < least) {
        least = away;
        best = { panel: k, row };
      }
    });
  });
  return best;
}

/** Labels of lines that run up the picture, one under the other where they would touch: [place, row]. */
export function stagger(places: readonly number[], apart = 110): number[] {
  const rows: number[] = [];
  const order = places.map((place, i) => ({ place, i })).sort((a, b) => a.place - b.place);
  const lastIn: number[] = [];
  for (const { place, i } of order) {
    let row = 0;
    while (lastIn[row] !== undefined && place - lastIn[row] < apart) row++;
    lastIn[row] = place;
    rows[i] = row;
  }
  return rows;
}
