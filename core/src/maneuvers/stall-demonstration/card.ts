/** The card of the shown stalls: what is shown, what to watch, and who flies it. */
import { type Day, speedWords, stallKias, warningKias } from '../../card/day.ts';
import { bookSpeed, figure } from '../../card/figures.ts';
import type { Flown } from '../../card/flown.ts';
import { carburettorCaution, heatThen, NOT_ALONE, SPIN_RECOVERY, steadyEntry } from '../../card/words.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { STALL_CAUTIONS, stallFigures } from '../../kits/stalls/card.ts';
import { breakPicture } from '../../kits/stalls/picture.ts';
import { loadFactor } from '../../mechanics/turning.ts';
import type { ShownVariant } from './variants.ts';

const ACCELERATED_BANK_DEG = 45;
const TURN_BANK_DEG = 15;

interface Shown {
  bankDeg: number;
  /** Its entry, as a multiple of the stall speed. */
  entry?: number;
  steps: (day: Day, kias: number) => string[];
  watch: string[];
}

const SHOWN: Record<ShownVariant, Shown> = {
  accelerated: {
    bankDeg: ACCELERATED_BANK_DEG,
    entry: 1.55,
    steps: (day, kias) => [
      `Slow to ${speedWords(day, kias)}, well below V_A; bank ${ACCELERATED_BANK_DEG}°, power back`,
      `Pull, smoothly and firmly, to the warning: here it comes near ${speedWords(day, warnsAt(day))}, not near ${speedWords(day, Math.round(warningKias(day).kias))}`,
      'Release at the first sign: it flies at once; then level the wings, power as needed',
    ],
    watch: ['The airspeed at the warning', 'How little release ends it', 'That the nose need not be high'],
  },
  skidding: {
    bankDeg: TURN_BANK_DEG,
    steps: () => [
      `As in the turn to final: power idle, ${TURN_BANK_DEG}° of bank, the nose raised slowly`,
      'Rudder into the turn, opposite aileron to hold the bank: the ball goes to the outside',
      'At the break the inside wing goes, under: release, rudder against, then level',
    ],
    watch: [
      'The ball before the break',
      'Which wing goes, and how fast',
      'That it looked like a gentle turn',
    ],
  },
  slipping: {
    bankDeg: TURN_BANK_DEG,
    steps: () => [
      `Power idle, ${TURN_BANK_DEG}° of bank, rudder against the turn: the ball goes to the low side`,
      'The nose raised slowly, the slip kept',
      'At the break the outside wing goes, over the top, and slower: release, ball in the middle, level',
    ],
    watch: ['The ball before the break', 'Which wing goes', 'How much time there is, against the skid'],
  },
  secondary: {
    bankDeg: 0,
    steps: () => [
      'A power-off stall, recovered: release, and the warning stops',
      'Then pulled again at once, before there is speed: the warning, and the second break',
      'Release again, further and longer; power, and only then the climb',
    ],
    watch: ['How soon after the first', 'The nose: it need not be high', 'What the second costs in height'],
  },
  'feet-alone': {
    bankDeg: 0,
    steps: () => [
      'The instructor holds the yoke: power low, the nose up until the warner sounds, and it is kept on',
      'The student has the feet alone: each wing that begins to go is met with opposite rudder, and the nose kept on a point',
      'Half a minute of it; then release, and it flies; power, and climb away',
    ],
    watch: [
      'Feet before the bank shows: the nose swings first',
      'Hands off: the aileron is the instructor’s',
      'The sink, and the altitude above the floor',
    ],
  },
  'falling-leaf': {
    bankDeg: 0,
    steps: () => [
      'Power idle, the nose raised to the stall, and the stick held all the way back',
      'Wings kept by rudder alone, ailerons neutral, for ten to fifteen seconds: it rocks and goes down',
      'Release: it flies; power, and climb away',
    ],
    watch: ['Feet against each wing as it begins to go', 'The sink', 'That ailerons would do the opposite'],
  },
};

/** Where it warns in the pull; those of a stall with the wings about level are as of any stall. */
function shownFigures(day: Day, bankDeg: number) {
  const figures = stallFigures(day, 0, bankDeg);
  return bankDeg === ACCELERATED_BANK_DEG
    ? [figure(`Warns at ${bankDeg}°`, warnsAt(day), 'kias', 'pulled, and not before'), ...figures.slice(1)]
    : figures;
}

/** With the root of the load. */
const warnsAt = (day: Day): number =>
  Math.round(warningKias(day).kias * Math.sqrt(loadFactor(ACCELERATED_BANK_DEG)));

export const stallDemonstrationCard: Card = {
  purpose: 'Shown by the instructor: how a stall comes fast, in a turn, with the ball out, or again.',
  heeds: [],
  ownFigures: ['stall-speed', 'stall-loss'],
  lossFt: 800,
  gainFt: 200,
  picture: breakPicture,
  travels: true,
  losesHeight: true,
  steepest: ({ variant }) => ({
    deg: SHOWN[variant as ShownVariant].bankDeg,
    why: 'the bank in which it is shown',
  }),
  minutes: () => 3,
  fly(day): Flown {
    const shown = SHOWN[day.variant as ShownVariant];
    const { bankDeg } = shown;
    const stall = stallKias(day);
    const speed = bookSpeed(day, (shown.entry ?? 1.35) * stall, 'slow before the pull, and far below V_A', {
      bankDeg,
    });
    return {
      bankDeg,
      stage: 0,
      speed,
      power: null,
      powerMissing: 'idle',
      figures: [
        ...shownFigures(day, bankDeg),
        figure('Flown by', 'the instructor', '', 'a student follows through'),
      ],
      steps: [
        steadyEntry(day, null),
        heatThen(day, 'power back; flaps up'),
        ...shown.steps(day, Math.round(speed.kias ?? 1.35 * stall)),
        'Climb back to the altitude; say what was seen',
      ],
      usualFaults: shown.watch,
      cautions: [
        'The instructor’s alone, and only where the handbook and the loading allow it; no student is asked for it.',
        ...STALL_CAUTIONS,
        ...carburettorCaution(day),
        SPIN_RECOVERY,
        NOT_ALONE,
      ],
    };
  },
};
