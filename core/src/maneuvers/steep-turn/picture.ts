/** Where it is safe to turn steeply: the stall against bank, V_A above it, the target between; and the turn, flown in it. */
import { maneuveringSpeedKias } from '../../airplane/limits.ts';
import type { Airplane } from '../../airplane/schema.ts';
import { across, axisAround, type Picture, type PictureAxis } from '../../card/picture.ts';
import { speedWindow, stallCurve } from '../../card/speed-window.ts';
import { airspeedOf, type PicturePart, shownUnit, within } from '../../kits/attempt/picture.ts';
import { speedIn } from '../../units/convert.ts';
import { clamp } from '../../units/numbers.ts';
import { numberText } from '../../units/text.ts';

const MOST_BANK_DEG = 60;
/** Not shallower than a steep turn; not steeper than the 50° of the commercial standard with primary students. */
const MARK_DEG = [30, 50] as const;
const BANK: PictureAxis = { label: 'bank', unit: '°', min: 0, max: MOST_BANK_DEG, step: 15 };

/** The window at a weight: what bounds it, and the axis that shows it whole. */
function windowAt(airplane: Airplane, weightLb: number, unit: string) {
  const shown = (kt: number) => speedIn(kt, unit);
  const va = shown(maneuveringSpeedKias(airplane, weightLb));
  const stall = stallCurve(airplane, weightLb, MOST_BANK_DEG).map(([bank, kt]): [number, number] => [
    bank,
    shown(kt),
  ]);
  return {
    va,
    lines: [
      { name: 'stalls', points: stall, kind: 'limit' as const, shut: 'below' as const },
      {
        name: `V_A at ${numberText(weightLb)} lb, ${numberText(Math.floor(va))} ${unit}`,
        points: across(BANK, va),
        kind: 'limit' as const,
        shut: 'above' as const,
      },
    ],
    lowest: stall[0][1] - 4,
    highest: va + 12,
  };
}

const speedAxis = (unit: string) => ({ label: 'indicated airspeed', unit, step: 20 });

export const speedWindowPicture: PicturePart = {
  kind: 'speed-window',

  plan(card, airplane): Picture {
    const unit = card.speedUnit;
    const shown = (kt: number) => speedIn(kt, unit);
    const { va, lines, lowest, highest } = windowAt(airplane, card.weightLb, unit);
    const { airspeedKias: kias } = card.entry;
    const stall = card.stallKias.inBank;
    return {
      kind: 'speed-window',
      title: 'Where it is safe to turn steeply, today',
      x: BANK,
      panels: [
        {
          y: axisAround(speedAxis(unit), lowest, highest),
          lines,
          zones:
            kias === null
              ? []
              : [
                  {
                    name: '',
                    x: [card.bankDeg - 0.6, card.bankDeg + 0.6],
                    y: [shown(stall), va],
                    kind: 'room',
                  },
                ],
          notes:
            kias === null
              ? []
              : [
                  {
                    at: [card.bankDeg, (va + shown(kias)) / 2],
                    text: `${numberText(Math.floor(shown(card.vaKias - kias)))} below V_A`,
                  },
                  {
                    at: [card.bankDeg, (shown(stall) + shown(kias)) / 2],
                    text: `${numberText(Math.floor(shown(kias - stall)))} ${unit} above the stall`,
                  },
                ],
          target:
            kias === null
              ? null
              : {
                  at: [card.bankDeg, shown(kias)],
                  text: `${numberText(shown(kias))} ${unit} at ${card.bankDeg}°`,
                },
          flown: null,
        },
      ],
      groups: [],
      missing: kias === null ? [card.entry.airspeedWhy] : [],
    };
  },

  move({ weightLb, speedUnit }, airplane, x, y) {
    const bankDeg = clamp(Math.round(x), ...MARK_DEG);
    const allowed = speedWindow(airplane, weightLb, bankDeg).windowKias;
    return allowed && { bankDeg, airspeedKias: clamp(y / speedIn(1, speedUnit), ...allowed) };
  },

  flown(flown) {
    const { track, context, band } = flown;
    const { airplane } = context;
    const unit = shownUnit(context);
    const bank = band('bank');
    const speed = band('airspeed');
    const x = within(flown, (row) => Math.abs(track.bankDeg.values[row]));
    const y = within(flown, airspeedOf(flown));
    if (!y.some((value) => value !== null)) return null;
    const bounds = airplane && windowAt(airplane, context.weightLb ?? airplane.maxWeightLb, unit);
    const shown = (kt: number) => speedIn(kt, unit);
    return {
      kind: 'speed-window',
      title: 'The turn, in the window between the stall and V_A',
      x: axisAround(BANK, 0, MOST_BANK_DEG, ...x),
      panels: [
        {
          y: axisAround(speedAxis(unit), ...(bounds ? [bounds.lowest, bounds.highest] : []), ...y),
          lines: bounds?.lines ?? [],
          zones:
            bank && speed
              ? [
                  {
                    name: 'within the standard',
                    x: [bank.target + bank.low, bank.target + bank.high],
                    // What a band allows, V_A does not.
                    y: [
                      shown(speed.target + speed.low),
                      Math.min(shown(speed.target + speed.high), bounds?.va ?? Number.POSITIVE_INFINITY),
                    ],
                    kind: 'band',
                  },
                ]
              : [],
          notes: [],
          target: null,
          flown: { x, y },
        },
      ],
      groups: [],
      missing: airplane ? [] : [{ code: 'no-airplane-file' }],
    };
  },
};
