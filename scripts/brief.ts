/** `npm run -s brief -- --maneuver ID [options]`: prints one target card without server or database. */
import {
  type CardInput,
  DEFAULT_STANDARD_ID,
  findStandard,
  InputError,
  inputWords,
  MANEUVER_IDS,
  SCHOOL_STANDARD_ID,
  targetCard,
  techniqueSchema,
  wordedCard,
} from '@keel/core';
import { cardText } from './lib/card-text.ts';
import {
  airplaneFrom,
  type Command,
  configurationFrom,
  jsonOf,
  numberFrom,
  parseOptions,
  Refusal,
  standardFrom,
} from './lib/cli.ts';

const USAGE = `npm run -s brief -- --maneuver ID --airplane ID|FILE.json [--variant V] [--configuration C]
  [--weight-lb N] [--ground-ft N] [--pressure-alt-ft N] [--oat-c N] [--heading N] [--technique FILE.json] [--standard ID] [--format text|json]
  [--airspeed N] [--bank N] [--cloud-base-ft N] [--airspace-base-ft N]`;

/** The limits here only keep out what is no number of the kind; the card itself knows the airplane's. */
const NUMBERS = {
  'weight-lb': ['weightLb', 0, 20_000],
  'ground-ft': ['groundFt', -1500, 15_000],
  'pressure-alt-ft': ['pressureAltitudeFt', -2000, 20_000],
  'oat-c': ['oatC', -60, 55],
  heading: ['headingDeg', 0, 360],
  airspeed: ['airspeedKias', 1, 300],
  bank: ['bankDeg', 0, 60],
  'cloud-base-ft': ['cloudBaseFt', 0, 60_000],
  'airspace-base-ft': ['airspaceBaseFt', 0, 60_000],
} as const satisfies Record<string, [keyof CardInput, number, number]>;

export const brief: Command = (args) => {
  const text = { type: 'string' } as const;
  const { values, positionals } = parseOptions(args, {
    maneuver: text,
    variant: text,
    configuration: text,
    airplane: text,
    technique: text,
    standard: { type: 'string', default: DEFAULT_STANDARD_ID },
    format: { type: 'string', default: 'text' },
    help: { type: 'boolean', default: false },
    ...(Object.fromEntries(Object.keys(NUMBERS).map((name) => [name, text])) as Record<
      keyof typeof NUMBERS,
      typeof text
    >),
  });
  if (values.help) return `${USAGE}\n`;
  if (positionals.length > 0) throw new Refusal(`${positionals[0]}: only options were expected`);
  const ids = MANEUVER_IDS.join(', ');
  if (values.maneuver === undefined) throw new Refusal(`--maneuver: one of ${ids} was expected`);
  if (values.airplane === undefined)
    throw new Refusal('--airplane: an airplane of the fleet or a .json file was expected; none is assumed');
  if (values.format !== 'json' && values.format !== 'text')
    throw new Refusal(`--format ${values.format}: text or json was expected`);

  const input: CardInput = {
    maneuver: values.maneuver,
    variant: values.variant,
    configuration: configurationFrom(values.configuration),
    airplane: airplaneFrom(values.airplane),
    standard: standardFrom(values.standard),
    schoolStandard: findStandard(SCHOOL_STANDARD_ID),
    technique:
      values.technique === undefined
        ? undefined
        : jsonOf(values.technique, techniqueSchema, 'a set of choices of technique'),
  };
  for (const [name, [key, low, high]] of Object.entries(NUMBERS)) {
    const number = numberFrom(name, values[name as keyof typeof NUMBERS], low, high);
    if (number !== undefined) Object.assign(input, { [key]: number });
  }
  try {
    const card = targetCard(input);
    return `${values.format === 'json' ? JSON.stringify(wordedCard(card), null, 2) : cardText(card)}\n`;
  } catch (error) {
    if (error instanceof InputError) throw new Refusal(inputWords(error));
    throw error;
  }
};
