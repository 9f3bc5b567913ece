/** What was odd in a recording, why something was not measured, and what an attempt was judged as. */
import { AS_WRITTEN, type Coded } from '../../coded.ts';
import type { RecordingWarnings } from '../../recording/warnings.ts';
import type { NotMeasured } from '../../scoring/parameter.ts';
import { clock } from '../../units/text.ts';
import { type FigureWords, figuresIn, plural, type Units } from '../figures.ts';
import { type Said, say, textOf } from '../say.ts';
import type { EvidenceWords } from './worded.ts';

const leftOut = (count: number, one: string, many: string, why: string): Said =>
  say`${plural(count, one, many)} ${why} ${count === 1 ? 'was' : 'were'} left out`;

const WARNINGS: EvidenceWords<RecordingWarnings> = {
  'positions-not-valid': ({ count }) => leftOut(count, 'position', 'positions', 'marked as not valid'),
  'positions-out-of-order': ({ count }) =>
    leftOut(count, 'position', 'positions', 'with a time not later than the one before'),
  'no-date': () => say`the log has no date: when it was flown is not known`,
  'sentences-damaged': ({ count }) => leftOut(count, 'damaged sentence', 'damaged sentences', 'of the log'),
  'header-unknown': ({ line, name }) =>
    say`line ${String(line)}: the header “${name}” is not known and was ignored`,
  'column-unknown': ({ name }) => say`the column “${name}” is not known and was ignored`,
  'rows-without-time': ({ count }) => leftOut(count, 'line', 'lines', 'without a time or a day'),
  'rows-out-of-order': ({ count }) =>
    leftOut(count, 'line', 'lines', 'with a time not later than the one before'),
  'rows-too-fast': ({ hz }) => say`samples come faster than 50 a second (${String(hz)})`,
  'satellite-altitude': () =>
    say`no indicated altitude: satellite altitude was used, for changes of altitude and not for its level`,
  'no-wind-to-be-had': () =>
    say`airspeed or heading was not recorded, and no turn of half a circle or more shows the wind: nothing that needs them can be scored`,
  'airspeed-from-positions': () =>
    say`no airspeed was recorded: wind, airspeed and heading were worked out from the positions. Slow flight and stalls are named as likely, and no causes are given`,
  'no-airplane': () => say`no airplane given: maneuvering speed and calibration are not known`,
  'no-weight': ({ maxWeightLb }, f) => say`no weight given: the maximum of ${f.pounds(maxWeightLb)} was used`,
  'weight-impossible': ({ weightLb, maxWeightLb }, f) =>
    say`${f.pounds(weightLb)} cannot be this airplane’s weight: the maximum of ${f.pounds(maxWeightLb)} was used`,
  'weight-above-maximum': ({ weightLb, maxWeightLb }, f) =>
    say`${f.pounds(weightLb)} is above the maximum weight of ${f.pounds(maxWeightLb)}`,
  'ground-above-flight': ({ groundFt, highestFt }, f) =>
    say`ground at ${f.ft(groundFt)} is above the whole flight, whose highest point is ${f.ft(highestFt)}: the floor was not checked`,
  'no-ground': () => say`no ground elevation given: the floor was not checked`,
  'no-recorded-entry': ({ atS }) =>
    say`the steep bank at ${clock(atS)} has no recorded entry, because the recording breaks off before it: not scored`,
  'altitude-datum': () =>
    say`the device’s altitude may be off by the geoid, up to 300 ft: its changes are used, not its level`,
  'attitude-unknown': () =>
    say`how the device was turned could not be worked out: too little straight and steady flight, or too few turns. Its positions were used`,
  'mount-slipped': ({ atS }) =>
    say`the device moved in its mount at ${clock(atS)}: from then on only its positions were used`,
  'pitch-from-cruise': () => say`pitch is counted from straight and steady flight`,
  'airplane-unknown': ({ name }) =>
    say`the header’s airplane “${name}” is not in the fleet; give --airplane FILE.json`,
};

const NOT_MEASURED: EvidenceWords<NotMeasured> = {
  'not-recorded': () => say`not recorded`,
  'not-recorded-here': () => say`not recorded in this part`,
  'not-recorded-then': () => say`not recorded at that moment`,
  'no-such-phase': ({ phase }) => say`this attempt has no part “${phase.replaceAll('-', ' ')}”`,
  discontinued: () => say`the attempt was discontinued`,
  'too-uncertain': ({ standardError, band, unit }, f) =>
    say`too uncertain: ± ${f.in(standardError, unit, unit === 'g' ? 2 : 1)} against a tolerance ${f.in(band, unit)} wide`,
};

const OTHERS: Readonly<Record<string, (p: Readonly<Record<string, string>>) => Said>> = {
  'recording-breaks-off': () => say`the recording breaks off before the roll-out`,
  'flaps-not-recorded': () => say`flaps were not recorded, so the configuration is not known`,
  'other-configuration': ({ configuration, standard, by }) =>
    say`Flown with flaps for ${configuration === 'clean' ? 'cruise' : configuration}, which is not the task of ${standard}. Judged by ${by}`,
};

type Any = Readonly<Record<string, (p: never, f: FigureWords) => Said>>;
const ALL: Any = { ...WARNINGS, ...NOT_MEASURED, ...OTHERS };

/** Without its full stop; empty for a code of another version. */
export function noticeSaid({ code, params = {} }: Coded, units: Units): Said {
  if (code === AS_WRITTEN) return say`${String(params.text)}`;
  return ALL[code]?.(params as never, figuresIn(units)) ?? [];
}

/** All of them as one line, with its full stop. */
export const noticesText = (all: readonly Coded[], units: Units): string =>
  all.length === 0 ? '' : `${all.map((one) => textOf(noticeSaid(one, units))).join('; ')}.`;
