/** A picture handed to the drawing library: everything of it is there, on its own panel, and what was not measured is a gap. */
import type { Picture } from '@keel/core';
import type { Colours } from '../theme/colours.ts';
import { pictureOption } from './option.ts';

const colours = Object.fromEntries(
  ['ground', 'sheet', 'ink', 'quiet', 'rule', 'band', 'band-edge', 'spruce', 'above', 'below'].map((role) => [
    role,
    `colour of ${role}`,
  ]),
) as Colours;

// A hatch is painted on a canvas of the page; here there is no page, and nothing is painted.
beforeAll(() => {
  Object.assign(globalThis, { document: { createElement: () => ({ getContext: () => null }) } });
});
afterAll(() => {
  Reflect.deleteProperty(globalThis, 'document');
});

const axis = (unit: string, min: number, max: number, step: number) => ({
  label: unit,
  unit,
  min,
  max,
  step,
});
const picture = (more: Partial<Picture['panels'][number]> = {}, groups: string[] = []): Picture => ({
  kind: 'power-curve',
  title: 'a picture',
  x: axis('kt', 50, 110, 10),
  panels: [
    {
      y: axis('rpm', 1500, 2700, 100),
      lines: [
        {
          name: 'today',
          points: [
            [50, 2200],
            [110, 2600],
          ],
          kind: 'curve',
        },
        {
          name: 'full',
          points: [
            [50, 2700],
            [110, 2700],
          ],
          kind: 'limit',
          shut: 'above',
        },
      ],
      zones: [{ name: 'within tolerance', x: [80, 90], y: [2000, 2400], kind: 'band' }],
      notes: [],
      target: null,
      flown: null,
      ...more,
    },
    { y: axis('°', 0, 60, 15), lines: [], zones: [], notes: [], target: null, flown: null },
  ],
  groups,
  missing: [],
});
const option = (...of: Parameters<typeof picture>) => pictureOption(picture(...of), 420, colours);
const FLOWN = { x: [60, 70, null, 90], y: [2100, 2200, 2300, null] };

test('a grid and two axes for each panel, with the picture’s own ends and units', () => {
  const { grid, xAxis, yAxis } = option();
  expect([grid.length, xAxis.length, yAxis.length]).toEqual([2, 2, 2]);
  expect(xAxis.map(({ min, max, interval }) => [min, max, interval])).toEqual([
    [50, 110, 10],
    [50, 110, 10],
  ]);
  expect(yAxis.map(({ min, max }) => [min, max])).toEqual([
    [1500, 2700],
    [0, 60],
  ]);
  expect(yAxis[1].axisLabel.formatter(45)).toBe('45°');
  expect(yAxis[0].axisLabel.formatter(2400)).toMatch(/^2.?400$/);
  // The panels share what they are drawn over: it is written once, under the last.
  expect(xAxis.map(({ axisLabel }) => axisLabel.show)).toEqual([false, true]);
});

test('labels of a tall axis do not crowd: whole steps apart, eight of them at most', () => {
  for (const { min, max, interval } of option().yAxis.slice(0, 1)) {
    expect(interval % 100).toBe(0);
    expect((max - min) / interval).toBeLessThanOrEqual(8);
  }
});

test('every line and zone is drawn on its own panel; a closed side is filled away from it', () => {
  const { series } = option();
  expect(series.every(({ xAxisIndex, yAxisIndex }) => xAxisIndex === 0 && yAxisIndex === 0)).toBe(true);
  const lines = series.filter((one) => 'data' in one && one.data.length > 0) as {
    data: number[][];
    areaStyle?: object;
  }[];
  expect(lines.map(({ data }) => data)).toEqual(picture().panels[0].lines.map(({ points }) => points));
  expect(lines[0].areaStyle).toBeUndefined();
  expect(lines[1].areaStyle).toMatchObject({ origin: 'end' });
  const [{ markArea }] = series.filter((one) => 'markArea' in one) as {
    markArea: { data: { coord: number[] }[][] };
  }[];
  expect(markArea.data[0].map(({ coord }) => coord)).toEqual([
    [80, 2400],
    [90, 2000],
  ]);
});

describe('what was flown', () => {
  const flownOf = (groups: string[], group?: number[]) =>
    option({ flown: { ...FLOWN, ...(group && { group }) } }, groups).series.filter(
      (one) => 'z' in one && one.z === 5,
    ) as { type: string; symbol: string; data: (number | null)[][] }[];

  test('is one line through all of it, with a gap where nothing was measured', () => {
    const [line, ...more] = flownOf([]);
    expect(more).toEqual([]);
    expect(line.data).toEqual([
      [60, 2100],
      [70, 2200],
      [null, 2300],
      [90, null],
    ]);
  });

  test('in groups, each has a shape of its own: colour is never the only carrier', () => {
    const [, ...points] = flownOf(['approach', 'recovery'], [0, 0, 1, 1]);
    expect(points.map(({ type }) => type)).toEqual(['scatter', 'scatter']);
    expect(new Set(points.map(({ symbol }) => symbol)).size).toBe(2);
    expect(points.map(({ data }) => data.length)).toEqual([2, 2]);
  });

  test('nothing flown, nothing drawn', () => {
    expect(option().series.filter((one) => 'z' in one && one.z === 5)).toEqual([]);
  });
});
