/** Bank against heading in rolls about a point: the nose stays on it while the wings go from side to side. */
import { axisAround, type PictureZone, upright } from '../../card/picture.ts';
import { type PicturePart, within } from '../../kits/attempt/picture.ts';
import { numberText } from '../../units/text.ts';

const OFF = { label: 'nose off the point', unit: '°', step: 5 };
const BANK = { label: 'bank', unit: '°', step: 10 };

const held = (low: number, high: number, y: { min: number; max: number }): PictureZone[] => [
  { name: 'within tolerance', x: [low, high], y: [y.min, y.max], kind: 'band' },
];

export const rollsPicture: PicturePart = {
  kind: 'turn',

  plan({ bankDeg, tolerances }) {
    const x = axisAround(OFF, -15, 15);
    const y = axisAround(BANK, -bankDeg - 10, bankDeg + 10);
    const band = tolerances.find(({ parameter }) => parameter === 'heading');
    return {
      kind: 'turn',
      title: 'The nose stays on its point while the wings roll',
      x,
      panels: [
        {
          y,
          lines: [
            { name: 'the point', points: upright(y, 0), kind: 'guide' },
            {
              name: '',
              points: [
                [0, -bankDeg],
                [0, bankDeg],
              ],
              kind: 'curve',
            },
          ],
          zones: band ? held(band.low, band.high, y) : [],
          notes: [
            { at: [0, bankDeg], text: `${numberText(bankDeg)}° right` },
            { at: [0, -bankDeg], text: `${numberText(bankDeg)}° left` },
          ],
          target: null,
          flown: null,
        },
      ],
      groups: [],
      missing: [],
    };
  },

  flown(flown) {
    const { track, attempt, rows } = flown;
    const band = flown.band('heading');
    const heading = track.headingDeg.values;
    const inside = rows.filter(
      (row) =>
        track.timeS[row] >= attempt.startS && track.timeS[row] <= attempt.endS && !Number.isNaN(heading[row]),
    );
    if (inside.length === 0) return null;
    // The point is where the nose was on the whole.
    const point = inside.reduce((sum, row) => sum + heading[row], 0) / inside.length;
    const x = within(flown, (row) => heading[row] - point);
    const y = within(flown, (row) => track.bankDeg.values[row]);
    const axis = axisAround(OFF, -10, 10, ...x);
    const yAxis = axisAround(BANK, -30, 30, ...y);
    return {
      kind: 'turn',
      title: 'Where the nose went while the wings rolled',
      x: axis,
      panels: [
        {
          y: yAxis,
          lines: [{ name: 'the point', points: upright(yAxis, 0), kind: 'guide' }],
          zones: band ? held(band.low, band.high, yAxis) : [],
          notes: [],
          target: null,
          flown: { x, y },
        },
      ],
      groups: [],
      missing: [],
    };
  },
};
