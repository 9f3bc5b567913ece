/** Bank against heading turned: roll in, hold, and begin the roll-out half the bank before the heading. */
import { across, axisAround, type PictureLine, upright } from '../../card/picture.ts';
import { rollOutLeadDeg } from '../../mechanics/turning.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import { clamp } from '../../units/numbers.ts';
import { type FlownCase, type PicturePart, within } from '../attempt/picture.ts';

const TURNED = { label: 'heading turned', unit: '°', step: 30 };
const BANK = { label: 'bank', unit: '°', step: 10 };
/** Where the mark may go: gentle to medium [common practice]. */
const MARK_DEG = [10, 30] as const;

/** The plan as a line: as much heading goes by in rolling in as in rolling out. */
const planned = (turnDeg: number, bankDeg: number, leadDeg: number): PictureLine => ({
  name: '',
  points: [
    [0, 0],
    [leadDeg, bankDeg],
    [turnDeg - leadDeg, bankDeg],
    [turnDeg, 0],
  ],
  kind: 'guide',
});

/** @param turnDeg the turn that the plan shows: half a circle unless the maneuver has its own. */
export const turnPicture = (turnDeg = 180): PicturePart => ({
  kind: 'turn',

  plan({ bankDeg, tolerances }) {
    const leadDeg = rollOutLeadDeg(bankDeg);
    const x = axisAround(TURNED, 0, turnDeg + 20);
    const band = tolerances.find(({ parameter }) => parameter === 'bank');
    const y = axisAround(BANK, -5, bankDeg + 15);
    return {
      kind: 'turn',
      title: 'Bank against heading: when to begin the roll-out',
      x,
      panels: [
        {
          y,
          lines: [
            { name: '', points: across(x, 0), kind: 'guide' },
            { ...planned(turnDeg, bankDeg, leadDeg), kind: 'curve' },
            { name: `begin here, ${leadDeg}° before`, points: upright(y, turnDeg - leadDeg), kind: 'guide' },
            { name: 'the heading', points: upright(y, turnDeg), kind: 'guide' },
          ],
          zones: band
            ? [
                {
                  name: 'within tolerance',
                  x: [leadDeg, turnDeg - leadDeg],
                  y: [bankDeg + band.low, bankDeg + band.high],
                  kind: 'band',
                },
              ]
            : [],
          notes: [],
          target: { at: [turnDeg / 2, bankDeg], text: `${bankDeg}° of bank` },
          flown: null,
        },
      ],
      groups: [],
      missing: [],
    };
  },

  move: (_card, _airplane, _x, y) => ({ bankDeg: clamp(Math.round(y), ...MARK_DEG) }),

  flown(flown) {
    const { track, attempt, rows, band } = flown;
    const heading = track.headingDeg.values;
    const inside = rows.filter(
      (row) => track.timeS[row] >= attempt.startS && track.timeS[row] <= attempt.endS,
    );
    const first = inside.find((row) => !Number.isNaN(heading[row]));
    const last = inside.findLast((row) => !Number.isNaN(heading[row]));
    if (first === undefined || last === undefined) return null;
    const way = sideOf(flown, inside);
    // A second or two beyond, so that the wings are seen to come level.
    const around = [2, 4] as const;
    const x = within(flown, (row) => way * (heading[row] - heading[first]), 1, around);
    const y = within(flown, (row) => way * track.bankDeg.values[row], 1, around);
    const turnedDeg = way * (heading[last] - heading[first]);
    const bank = band('bank');
    const axis = axisAround({ ...TURNED, step: Math.abs(turnedDeg) > 200 ? 60 : 30 }, 0, 30, ...x);
    const yAxis = axisAround(BANK, -5, bank ? bank.target + 10 : 20, ...y);
    const rollOut = phaseNamed(attempt.phases, 'roll-out');
    const leadDeg = rollOutLeadDeg(bank?.target ?? 0);
    const whole = attempt.turnedDeg !== undefined && bank !== undefined && turnedDeg > 2 * leadDeg;
    const held = turnedDeg - 2 * leadDeg;
    return {
      kind: 'turn',
      title: 'Bank against heading, as it was turned',
      x: axis,
      panels: [
        {
          y: yAxis,
          lines: [
            { name: '', points: across(axis, 0), kind: 'guide' },
            ...(whole
              ? [
                  planned(turnedDeg, bank.target, leadDeg),
                  {
                    name: `${leadDeg}° before where it stopped`,
                    points: upright(yAxis, turnedDeg - leadDeg),
                    kind: 'guide' as const,
                  },
                ]
              : []),
          ],
          zones:
            bank && whole && held > 0
              ? [
                  {
                    name: 'within tolerance',
                    x: [leadDeg, turnedDeg - leadDeg],
                    y: [bank.target + bank.low, bank.target + bank.high],
                    kind: 'band',
                  },
                ]
              : [],
          notes: rollOut && whole ? rolledOut(flown, way, first, rollOut.startS) : [],
          target: null,
          flown: { x, y },
        },
      ],
      groups: [],
      missing: [],
    };
  },
});

/** 1 where it was flown to the right or both ways, −1 to the left. */
function sideOf({ track }: FlownCase, rows: readonly number[]): 1 | -1 {
  const sum = rows.reduce((all, row) => all + (track.bankDeg.values[row] || 0), 0);
  return sum < 0 ? -1 : 1;
}

function rolledOut({ track, rows }: FlownCase, way: number, first: number, atS: number) {
  const row = rows.find((one) => track.timeS[one] >= atS);
  const heading = track.headingDeg.values;
  if (row === undefined || Number.isNaN(heading[row])) return [];
  const at: [number, number] = [way * (heading[row] - heading[first]), way * track.bankDeg.values[row]];
  return [{ at, text: 'roll-out begun' }];
}
