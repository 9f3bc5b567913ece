/** The card of the shown stalls: what is shown, what to watch, and who flies it. */
import { type Day, stallKias, warningKias } from '../../card/day.ts';
import { bookSpeed, figure } from '../../card/figures.ts';
import type { Flown } from '../../card/flown.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { stallFigures } from '../../kits/stalls/card.ts';
import { breakPicture } from '../../kits/stalls/picture.ts';
import { loadFactor } from '../../mechanics/turning.ts';
import type { ShownVariant } from './variants.ts';

const ACCELERATED_BANK_DEG = 45;
const TURN_BANK_DEG = 15;

/** How each is entered: its bank, and its speed as a multiple of the stall's. */
const SHOWN: Record<ShownVariant, { bankDeg: number; entry?: number }> = {
  accelerated: { bankDeg: ACCELERATED_BANK_DEG, entry: 1.55 },
  skidding: { bankDeg: TURN_BANK_DEG },
  slipping: { bankDeg: TURN_BANK_DEG },
  secondary: { bankDeg: 0 },
  'feet-alone': { bankDeg: 0 },
  'falling-leaf': { bankDeg: 0 },
};

/** Where it warns in the pull; those of a stall with the wings about level are as of any stall. */
function shownFigures(day: Day, bankDeg: number) {
  const figures = stallFigures(day, 0, bankDeg);
  return bankDeg === ACCELERATED_BANK_DEG
    ? [figure('warning-in-pull', warnsAt(day), 'kias', { params: { bankDeg } }), ...figures.slice(1)]
    : figures;
}

/** With the root of the load. */
const warnsAt = (day: Day): number =>
  Math.round(warningKias(day).kias * Math.sqrt(loadFactor(ACCELERATED_BANK_DEG)));

export const stallDemonstrationCard: Card = {
  heeds: [],
  ownFigures: ['stall-speed', 'stall-loss'],
  // Planned with a turn of a spin to spare.
  lossFt: 1500,
  gainFt: 200,
  picture: breakPicture,
  travels: true,
  losesHeight: true,
  mostBankDeg: ({ variant }) => SHOWN[variant as ShownVariant].bankDeg,
  minutes: () => 3,
  fly(day): Flown {
    const shown = SHOWN[day.variant as ShownVariant];
    const { bankDeg } = shown;
    const stall = stallKias(day);
    const speed = bookSpeed(
      day,
      (shown.entry ?? 1.35) * stall,
      { code: 'before-the-pull' },
      {
        bankDeg,
      },
    );
    return {
      bankDeg,
      stage: 0,
      speed,
      power: null,
      powerMissing: { code: 'idle' },
      figures: [...shownFigures(day, bankDeg), figure('flown-by', 'the instructor', '')],
      params: { warnsAtKias: warnsAt(day) },
    };
  },
};
