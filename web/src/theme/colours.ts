/** The roles and the font as values, for canvases, which know no CSS variables. */
import { useComputedColorScheme } from '@mantine/core';
import { useMemo } from 'react';

const ROLES = [
  'ground',
  'sheet',
  'ink',
  'quiet',
  'rule',
  'band',
  'band-edge',
  'spruce',
  'above',
  'below',
] as const;
/** Canvases do not inherit a font. */
export const FONT = '"Atkinson Hyperlegible Next Variable", system-ui, sans-serif';
export type Colours = Record<(typeof ROLES)[number], string>;

/** Follows the colour scheme. */
export function useColours(): Colours {
  const scheme = useComputedColorScheme('light');
  // biome-ignore lint/correctness/useExhaustiveDependencies: the computed style changes with the scheme
  return useMemo(() => {
    const style = getComputedStyle(document.documentElement);
    return Object.fromEntries(
      ROLES.map((role) => [role, style.getPropertyValue(`--${role}`).trim()]),
    ) as Colours;
  }, [scheme]);
}

/** A hatched fill for a canvas: rising lines or falling ones, so that colour is never the only carrier. */
export function hatch(colour: string, rising: boolean, gap = 7): HTMLCanvasElement {
  const canvas = document.createElement('canvas');
  canvas.width = gap * 2;
  canvas.height = gap * 2;
  const context = canvas.getContext('2d');
  if (!context) return canvas;
  const size = gap * 2;
  context.strokeStyle = colour;
  context.lineWidth = 2;
  for (let x = -size; x <= size; x += gap) {
    context.beginPath();
    context.moveTo(x, rising ? size : 0);
    context.lineTo(x + size, rising ? 0 : size);
    context.stroke();
  }
  return canvas;
}
