/** A maneuver's picture for paper: what the screen draws, in black, with as few words as its size allows. */
import { numberText, type Picture, type PictureLine, type PicturePanel } from '@keel/core';

interface PictureSize {
  width: number;
  height: number;
  /** Names of lines and the axes' numbers; left out where it is a thumbnail. */
  words: boolean;
}

const INK = '#11211e';
const QUIET = '#586a64';
const RULE = '#c6d0ca';
const BAND = '#dfe8e1';
const FLOWN = '#0b5a53';
const FONT = 8;
const GAP = 12;

interface Frame {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** @returns the SVG as text; `viewBox` in points. */
export function pictureSvg(picture: Picture, { width, height, words }: PictureSize): string {
  const frames = framesOf(picture, width, height, words);
  const body = picture.panels.map((panel, i) => panelSvg(picture, panel, frames[i], words, i)).join('');
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}">${clips(frames)}${body}</svg>`;
}

function framesOf({ panels }: Picture, width: number, height: number, words: boolean): Frame[] {
  const [left, right, foot, head] = words ? [36, 6, 20, 12] : [2, 2, 2, 2];
  const room = height - head - foot - GAP * (panels.length - 1);
  const shares = panels.map((_, i) =>
    panels.length === 1 ? 1 : i === 0 ? 0.66 : 0.34 / (panels.length - 1),
  );
  let top = head;
  return shares.map((share) => {
    const frame = { left, top, width: width - left - right, height: room * share };
    top += frame.height + GAP;
    return frame;
  });
}

const clips = (frames: readonly Frame[]): string =>
  `<defs>${frames
    .map(
      ({ left, top, width, height }, i) =>
        `<clipPath id="p${i}"><rect x="${left}" y="${top}" width="${width}" height="${height}"/></clipPath>`,
    )
    .join('')}</defs>`;

function panelSvg(
  picture: Picture,
  panel: PicturePanel,
  frame: Frame,
  words: boolean,
  index: number,
): string {
  const { x: axis } = picture;
  const x = (value: number) => frame.left + ((value - axis.min) / (axis.max - axis.min)) * frame.width;
  const y = (value: number) =>
    frame.top + ((panel.y.max - value) / (panel.y.max - panel.y.min)) * frame.height;
  const path = (points: readonly (readonly [number, number])[]) =>
    points.map(([px, py], i) => `${i === 0 ? 'M' : 'L'}${x(px).toFixed(1)} ${y(py).toFixed(1)}`).join('');
  const zones = panel.zones.map(
    (zone) =>
      `<rect x="${x(zone.x[0]).toFixed(1)}" y="${y(zone.y[1]).toFixed(1)}" width="${Math.max(0, x(zone.x[1]) - x(zone.x[0])).toFixed(1)}" height="${Math.max(0, y(zone.y[0]) - y(zone.y[1])).toFixed(1)}" fill="${BAND}" ${zone.kind === 'shut' ? 'fill-opacity="0.6"' : ''}/>`,
  );
  const shut = panel.lines.filter((line) => line.shut).map((line) => shutSvg(line, frame, path, x));
  const lines = panel.lines.map(
    ({ points, kind }) =>
      `<path d="${path(points)}" fill="none" stroke="${kind === 'other' || kind === 'guide' ? QUIET : INK}" stroke-width="${kind === 'curve' ? 1.5 : kind === 'limit' ? 1.2 : 0.7}" ${kind === 'guide' ? 'stroke-dasharray="1 2.5"' : kind === 'other' ? 'stroke-dasharray="4 3"' : ''}/>`,
  );
  const target =
    panel.target === null
      ? ''
      : `<circle cx="${x(panel.target.at[0]).toFixed(1)}" cy="${y(panel.target.at[1]).toFixed(1)}" r="3.4" fill="${FLOWN}" stroke="#fff" stroke-width="1"/>`;
  return [
    `<g clip-path="url(#p${index})">`,
    ...zones,
    ...shut,
    ...lines,
    flownSvg(panel, x, y),
    target,
    '</g>',
    `<rect x="${frame.left}" y="${frame.top}" width="${frame.width}" height="${frame.height}" fill="none" stroke="${RULE}" stroke-width="0.6"/>`,
    words ? wordsSvg(picture, panel, frame, x, y, index === picture.panels.length - 1) : '',
  ].join('');
}

/** The closed side of a limit, tinted down or up to the frame's edge. */
function shutSvg(
  { points, shut }: PictureLine,
  { top, height }: Frame,
  path: (points: PictureLine['points']) => string,
  x: (value: number) => number,
): string {
  const edge = shut === 'above' ? top : top + height;
  const [first, last] = [points[0], points[points.length - 1]];
  return `<path d="${path(points)}L${x(last[0]).toFixed(1)} ${edge}L${x(first[0]).toFixed(1)} ${edge}Z" fill="${RULE}" fill-opacity="0.55"/>`;
}

function flownSvg(
  { flown }: PicturePanel,
  x: (value: number) => number,
  y: (value: number) => number,
): string {
  if (!flown) return '';
  let drawn = '';
  let open = false;
  flown.x.forEach((px, row) => {
    const py = flown.y[row];
    if (px === null || py === null || py === undefined) {
      open = false;
      return;
    }
    drawn += `${open ? 'L' : 'M'}${x(px).toFixed(1)} ${y(py).toFixed(1)}`;
    open = true;
  });
  return `<path d="${drawn}" fill="none" stroke="${FLOWN}" stroke-width="1.4"/>`;
}

const text = (x: number, y: number, words: string, anchor: 'start' | 'end' | 'middle', colour = QUIET) =>
  `<text x="${x.toFixed(1)}" y="${y.toFixed(1)}" text-anchor="${anchor}" font-family="Atkinson" font-size="${FONT}" fill="${colour}">${plain(words)}</text>`;

/** As paper has it: no index below the line, nothing that markup would take for its own. */
const plain = (words: string): string =>
  words.replaceAll('V_A', 'VA').replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('\u202f', ' ');

const numbers = (
  { min, max, step, unit }: Picture['x'],
  most: number,
): { value: number; words: string }[] => {
  const every = step * Math.ceil((max - min) / step / most);
  const found = [];
  for (let value = min; value <= max + step / 100; value += every)
    found.push({ value, words: `${numberText(value)}${unit === '°' ? '°' : ''}` });
  return found;
};

function wordsSvg(
  { x: axis }: Picture,
  { y: own, lines, zones, flown }: PicturePanel,
  { left, top, width, height }: Frame,
  x: (value: number) => number,
  y: (value: number) => number,
  last: boolean,
): string {
  const named = lines.filter(({ name, points }) => name !== '' && points.length > 1);
  const below = last
    ? [
        ...numbers(axis, 7).map(({ value, words }) => text(x(value), top + height + 9, words, 'middle')),
        text(
          left + width,
          top + height + 18,
          `${axis.label}${axis.unit === '°' ? '' : `, ${axis.unit}`}`,
          'end',
        ),
      ]
    : [];
  return [
    text(left, top - 3, `${own.label}${own.unit === '°' ? '' : `, ${own.unit}`}`, 'start'),
    ...numbers(own, last && top > 30 ? 3 : 5).map(({ value, words }) =>
      text(left - 3, y(value) + 3, words, 'end'),
    ),
    ...below,
    ...named.map((line, i) => lineName(line, { left, top, width, height }, x, y, i)),
    ...zones
      .filter(({ name, kind }) => name !== '' && (kind === 'loss' || flown === null))
      .map((zone) =>
        text(Math.min(left + width - 3, x(zone.x[1]) - 3), y(zone.y[0]) - 3, zone.name, 'end', INK),
      ),
  ].join('');
}

/** At its end; lines that run up the picture have theirs at the top, one under the other. */
function lineName(
  { name, points, shut }: PictureLine,
  { left, top, width }: Frame,
  x: (value: number) => number,
  y: (value: number) => number,
  nth: number,
): string {
  const [first, end] = [points[0], points[points.length - 1]];
  if (first[0] === end[0]) {
    const at = x(first[0]);
    const late = at > left + width - 90;
    return text(late ? at - 3 : at + 3, top + 9 + 9 * (nth % 3), name, late ? 'end' : 'start', INK);
  }
  const level = first[1] === end[1];
  return level
    ? text(left + 3, y(first[1]) + (shut === 'below' ? 9 : -3), name, 'start', INK)
    : text(Math.min(left + width - 3, x(end[0])), y(end[1]) - 4, name, 'end', INK);
}
