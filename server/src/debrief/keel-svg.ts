/** The small keel as an SVG for paper: a lane a parameter, the band tinted, what left it drawn heavier and hatched by side. */
import { brokenLine } from '@keel/core';

const WIDTH = 500;
const LANE = 26;
const LEFT = 70;
const REACH = 2;
const COLOURS = {
  band: '#dfe8e1',
  line: '#c6d0ca',
  ink: '#11211e',
  above: '#2a5db0',
  below: '#b9500c',
  quiet: '#586a64',
};

interface Lane {
  parameter: string;
  used: readonly (number | null)[];
}

export function keelSvg(lanes: readonly Lane[], names: Readonly<Record<string, string>>): string {
  const height = lanes.length * LANE;
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${height}" width="${WIDTH}" height="${height}">${lanes
    .map((lane, i) => laneSvg(lane, i * LANE, names[lane.parameter] ?? lane.parameter))
    .join('')}</svg>`;
}

function laneSvg({ used }: Lane, top: number, name: string): string {
  const middle = top + LANE / 2;
  const half = (LANE - 4) / 2 / REACH;
  const all = used.map((value, i) =>
    value === null
      ? null
      : {
          x: LEFT + (i * (WIDTH - LEFT)) / Math.max(1, used.length - 1),
          y: middle - Math.max(-REACH, Math.min(REACH, value)) * half,
          value,
        },
  );
  const points = all.filter((point) => point !== null);
  const out = points
    .filter(({ value }) => Math.abs(value) > 1)
    .map(
      ({ x, y, value }) =>
        `<line x1="${x.toFixed(1)}" x2="${x.toFixed(1)}" y1="${(middle - Math.sign(value) * half).toFixed(1)}" y2="${y.toFixed(1)}" stroke="${value > 0 ? COLOURS.above : COLOURS.below}" stroke-width="3"/>`,
    );
  return [
    `<text x="0" y="${middle + 3}" font-family="Atkinson" font-size="9" fill="${COLOURS.quiet}">${name}</text>`,
    `<rect x="${LEFT}" y="${middle - half}" width="${WIDTH - LEFT}" height="${2 * half}" fill="${COLOURS.band}"/>`,
    `<line x1="${LEFT}" x2="${WIDTH}" y1="${middle}" y2="${middle}" stroke="${COLOURS.line}" stroke-width="1"/>`,
    ...out,
    `<path d="${brokenLine(all)}" fill="none" stroke="${COLOURS.ink}" stroke-width="1.1"/>`,
  ].join('');
}
