/** The choices as a person reads them: what is chosen, between what, and why schools differ. */
import type { Technique, TechniqueKey } from '../technique/technique.ts';

interface Option {
  value: string | number;
  label: string;
  /** Why a school does it so, in one line. */
  why: string;
}

export interface Choice {
  key: TechniqueKey;
  label: string;
  options: readonly Option[];
}

const option = (value: string | number, label: string, why: string): Option => ({ value, label, why });

export const CHOICES: readonly Choice[] = [
  {
    key: 'clearingMethod',
    label: 'Clearing the area',
    options: [
      option('two-90', 'two 90° turns', 'Short, and the nose comes back to the heading it left.'),
      option('one-180', 'one 180° turn', 'Shows the sky behind, where the airplane came from.'),
      option('one-360', 'one full circle', 'Nothing is left unseen; it takes two minutes.'),
    ],
  },
  {
    key: 'clearingFirst',
    label: 'First direction',
    options: [
      option('left', 'left', 'Overtaking traffic passes on the right, so look there last.'),
      option('right', 'right', 'The side that the instructor sees best from the right seat.'),
    ],
  },
  {
    key: 'clearingWhen',
    label: 'How often',
    options: [
      option('before-each', 'before each maneuver', 'The sky changes in two minutes.'),
      option('once', 'once, then continuously', 'Keeps eyes outside all the time instead of at set times.'),
    ],
  },
  {
    key: 'steepTrim',
    label: 'Trim in a steep turn',
    options: [
      option('none', 'leave it', 'Nothing to undo at the roll-out or through the reversal.'),
      option('nose-up', 'about three strokes nose-up', 'A lighter pull holds steadier in a long turn.'),
      option('both', 'both ways, one after the other', 'The student feels the difference and chooses.'),
    ],
  },
  {
    key: 'steepAltitudeBy',
    label: 'Altitude in a steep turn',
    options: [
      option('bank', 'by two or three degrees of bank', 'At constant pull a small change of bank is gentle.'),
      option('back-pressure', 'by back pressure', 'The bank stays where the standard wants it.'),
    ],
  },
  {
    key: 'steepPower',
    label: 'Power in a steep turn',
    options: [
      option('add', 'add a little past 30°', 'The turn needs it to hold the speed.'),
      option('leave', 'leave it', 'One thing less to do; a few knots go, and come back.'),
    ],
  },
  {
    key: 'steepReversal',
    label: 'Between the two turns',
    options: [
      option('at-once', 'reverse at once', 'As it is often asked in a test; teaches the reversal.'),
      option('paused', 'settle first', 'Each turn begins steady, so faults do not add up.'),
    ],
  },
  {
    key: 'steepCircles',
    label: 'Circles each way',
    options: [
      option(1, 'one', 'What the standard asks.'),
      option(2, 'two', 'Time to correct, and to feel that a correction works.'),
    ],
  },
  {
    key: 'entrySpeed',
    label: 'Entry speed',
    options: [
      option('makers', 'the maker’s', 'The handbook knows the airplane.'),
      option(
        'below-va',
        'maneuvering speed less the tolerance',
        'The fast edge of the tolerance is still below the limit.',
      ),
      option('middle', 'middle of the window', 'As far from the stall as from the maneuvering speed.'),
    ],
  },
  {
    key: 'slowSpeed',
    label: 'Speed in slow flight',
    options: [
      option(
        'above-warning',
        'just above the warning',
        'Slow enough to feel, and the stall warning stays silent.',
      ),
      option(
        'above-stall',
        '7 kt above the stall',
        'The same margin in every airplane, wherever its stall warning sounds.',
      ),
      option(
        'warning-sounding',
        'with the stall warning sounding',
        'Takes the fear out of the sound. Not what the FAA standard asks.',
      ),
    ],
  },
  {
    key: 'slowFlaps',
    label: 'Flaps into slow flight',
    options: [
      option('stages', 'stage by stage', 'Each change is small enough to hold.'),
      option(
        'all-at-once',
        'all at once, below the lowest limit',
        'One firm push instead of three small ones.',
      ),
    ],
  },
  {
    key: 'slowBankDeg',
    label: 'Bank limit in slow flight',
    options: [
      option(10, '10°', 'Leaves the most margin over the stall.'),
      option(15, '15°', 'Turns in reasonable time with half a knot of stall speed given away.'),
      option(20, '20°', 'As steep as a test asks.'),
    ],
  },
  {
    key: 'stallDepth',
    label: 'How deep a stall',
    options: [
      option('first-indication', 'to the first indication', 'Trains the recovery that is wanted in life.'),
      option('full', 'to the full break', 'The student knows what lies behind the warning.'),
    ],
  },
  {
    key: 'powerOnPct',
    label: 'Power in a power-on stall',
    options: [
      option(65, '65 %', 'The least that the standard accepts: a flatter nose.'),
      option(75, '75 %', 'Near a real climb, without the steepest nose.'),
      option(100, 'full', 'As after takeoff.'),
    ],
  },
  {
    key: 'stallRecovery',
    label: 'Recovering',
    options: [
      option('release-then-power', 'release, then power', 'The wing flies again before power can yaw it.'),
      option('together', 'release and power together', 'Saves a few tens of feet once the habit is there.'),
    ],
  },
  {
    key: 'recoveryTrim',
    label: 'Trim in a recovery',
    options: [
      option('after', 'after it', 'Hands and eyes stay on the attitude.'),
      option('during', 'while it goes on', 'The push that full power asks for gets lighter at once.'),
    ],
  },
  {
    key: 'flapRetraction',
    label: 'Flaps up in a recovery',
    options: [
      option('by-speed', 'by speed', 'Best angle, then best rate: numbers to wait for.'),
      option('by-climb', 'by a positive climb', 'The altimeter shows it before the airspeed settles.'),
    ],
  },
  {
    key: 'changeOrder',
    label: 'Order of changes',
    options: [
      option('pitch-power-trim', 'pitch, power, trim', 'The attitude decides; the rest follows.'),
      option('power-pitch-trim', 'power, pitch, trim', 'When slowing down, less power is where it begins.'),
    ],
  },
  {
    key: 'judge',
    label: 'The school signs by',
    options: [
      option('examiner', 'brief deviations allowed', 'A brief deviation, noticed and corrected, is allowed.'),
      option('strict', 'no deviations allowed', 'Any deviation counts.'),
    ],
  },
  {
    key: 'speedUnit',
    label: 'Speeds in',
    options: [
      option('airplane', 'the airplane’s own unit', 'As its instrument is marked.'),
      option('kt', 'kt', 'The same in every airplane.'),
      option('mph', 'mph', 'The same in every airplane.'),
    ],
  },
  {
    key: 'powerUnit',
    label: 'Power as',
    options: [
      option('airplane', 'the airplane’s own instrument', 'What the hand sets.'),
      option('%', 'percent of rated power', 'Comparable between airplanes.'),
    ],
  },
];

/** What is chosen, with the reason, where schools differ: of the choices that a maneuver heeds. */
export const choicesAmong = (keys: readonly TechniqueKey[], technique: Omit<Technique, 'checks'>) =>
  CHOICES.filter(({ key }) => keys.includes(key)).map(({ key, label, options }) => {
    const chosen =
      options.find(({ value }) => value === technique[key as keyof typeof technique]) ?? options[0];
    return { key, label, chosen: chosen.label, why: chosen.why };
  });
