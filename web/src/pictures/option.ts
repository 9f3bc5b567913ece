/** A picture as the drawing library takes it: axes, closed sides and zones, lines, and what was flown. */
import type { Picture, PicturePanel, PictureZone } from '@keel/core';
import { numberText } from '../parts/format.ts';
import { type Colours, FONT, hatch } from '../theme/colours.ts';
import { frames, LEFT, RIGHT } from './layout.ts';

/** Groups of flown points are told apart by shape, colour never alone. */
const SYMBOLS = ['circle', 'rect', 'triangle', 'diamond', 'pin'] as const;

export function pictureOption(picture: Picture, height: number, colours: Colours) {
  const text = { color: colours.quiet, fontFamily: FONT, fontSize: 13 };
  const placed = frames(picture, height);
  const last = picture.panels.length - 1;
  return {
    animation: false,
    grid: placed.map(({ top, height: tall }) => ({ left: LEFT, right: RIGHT, top, height: tall })),
    xAxis: picture.panels.map((_, i) => ({
      gridIndex: i,
      min: picture.x.min,
      max: picture.x.max,
      interval: picture.x.step,
      axisLabel: {
        ...text,
        show: i === last,
        formatter: (value: number) => (picture.x.unit === '°' ? `${numberText(value)}°` : numberText(value)),
      },
      axisLine: { onZero: false, lineStyle: { color: colours.rule } },
      axisTick: { show: false },
      splitLine: { show: false },
    })),
    yAxis: picture.panels.map(({ y }, i) => ({
      gridIndex: i,
      min: y.min,
      max: y.max,
      interval: y.step * Math.ceil((y.max - y.min) / y.step / (i === 0 ? 8 : 4)),
      axisLabel: {
        ...text,
        formatter: (value: number) => (y.unit === '°' ? `${numberText(value)}°` : numberText(value)),
      },
      axisLine: { show: false },
      axisTick: { show: false },
      splitLine: { lineStyle: { color: colours.rule, opacity: 0.45 } },
    })),
    series: picture.panels.flatMap((panel, i) => [
      ...zonesOf(panel, i, colours),
      ...linesOf(panel, i, colours),
      ...flownOf(picture, panel, i, colours),
    ]),
  };
}

const fill = (colours: Colours, rising: boolean) => ({
  color: { image: hatch(colours['band-edge'], rising), repeat: 'repeat' as const },
});

const zoneFill = (kind: PictureZone['kind'], colours: Colours) => {
  if (kind === 'band') return { color: colours.band, opacity: 0.9 };
  if (kind === 'room') return { color: colours['band-edge'], opacity: 0.7 };
  return { ...fill(colours, kind === 'loss'), opacity: 0.5 };
};

const zonesOf = ({ zones }: PicturePanel, i: number, colours: Colours) =>
  zones.length === 0
    ? []
    : [
        {
          type: 'line' as const,
          xAxisIndex: i,
          yAxisIndex: i,
          data: [],
          silent: true,
          markArea: {
            silent: true,
            data: zones.map(({ x, y, kind }) => [
              { coord: [x[0], y[1]], itemStyle: zoneFill(kind, colours) },
              { coord: [x[1], y[0]] },
            ]),
          },
        },
      ];

const linesOf = ({ lines }: PicturePanel, i: number, colours: Colours) =>
  lines.map(({ points, kind, shut }) => ({
    type: 'line' as const,
    xAxisIndex: i,
    yAxisIndex: i,
    symbol: 'none',
    silent: true,
    z: 3,
    data: points,
    lineStyle: {
      limit: { color: colours.ink, width: 2.2 },
      curve: { color: colours.ink, width: 2.8 },
      other: { color: colours['band-edge'], width: 1.5, type: 'dashed' as const },
      guide: { color: colours.quiet, width: 1.5, type: 'dotted' as const },
    }[kind],
    ...(shut && {
      areaStyle: {
        ...fill(colours, shut === 'below'),
        opacity: 0.5,
        origin: shut === 'below' ? ('start' as const) : ('end' as const),
      },
    }),
  }));

/** As a line, since what follows what matters; where points belong to groups, as their shapes along it. */
function flownOf({ groups }: Picture, { flown }: PicturePanel, i: number, colours: Colours) {
  if (!flown) return [];
  const axes = { xAxisIndex: i, yAxisIndex: i, silent: true, z: 5 };
  const pair = (row: number) => [flown.x[row], flown.y[row]];
  const rows = flown.x.map((_, row) => row);
  const line = {
    ...axes,
    type: 'line' as const,
    symbol: 'none',
    data: rows.map(pair),
    lineStyle: { color: colours.spruce, width: groups.length > 0 ? 1 : 2.4 },
  };
  const stride = Math.max(1, Math.round(rows.length / 90));
  const points = groups.map((_, group) => ({
    ...axes,
    type: 'scatter' as const,
    symbol: SYMBOLS[group % SYMBOLS.length],
    symbolSize: 8,
    itemStyle: {
      color: group === 0 ? colours.spruce : colours.sheet,
      borderColor: colours.spruce,
      borderWidth: 1.6,
    },
    data: rows.filter((row) => row % stride === 0 && flown.group?.[row] === group).map(pair),
  }));
  return [line, ...points];
}
