/**
 * `npm run -s fly -- …`: flies the flight model without server or database, by a synthetic pilot or by a list of
 * control positions, and writes the recording.
 */
import {
  AREA_GROUND_FT,
  cabinSound,
  decodeText,
  describeInput,
  flyControls,
  flyManeuver,
  flyTemplate,
  InputError,
  phone,
  type Recording,
  readControlFile,
  SOUND_HZ,
  TURBULENCE,
  type Turbulence,
  type Weather,
  writeRecordingCsv,
} from '@keel/core';
import {
  airplaneFrom,
  bytesOf,
  type Command,
  configurationFrom,
  numberFrom,
  parseOptions,
  Refusal,
  writeOut,
} from './lib/cli.ts';
import { writeWav } from './lib/wav.ts';

const USAGE = `npm run -s fly -- --maneuver ID [--variant V] [--configuration C] [--habit FINDING_ID|none] [--seed N]
  [--airplane ID] [--weight-lb N] [--rate HZ] [--wind DIR/KT] [--turbulence none|light|moderate]
  [--channels full|position] [--out FILE.csv]
npm run -s fly -- --lesson TEMPLATE [--apron] [--cards FILE.json] [--seed N] [--airplane ID] [--out FILE.csv] …
npm run -s fly -- --controls FILE.csv [--start altFt=4500,ias=95,hdg=360] [--airplane ID] [--out FILE.csv] …
… [--sensors FILE.csv [--mount fixed|knee]]: what a phone in the airplane would have written
… [--sound FILE.wav] [--horn-test FILE.wav]: what its microphone would have heard`;

const DEMO_AIRPLANE = 'cairn-4';

export const fly: Command = (args) => {
  const text = { type: 'string' } as const;
  const { values, positionals } = parseOptions(args, {
    maneuver: text,
    variant: text,
    configuration: text,
    habit: { ...text, default: 'none' },
    seed: text,
    airplane: { ...text, default: DEMO_AIRPLANE },
    'weight-lb': text,
    rate: text,
    wind: text,
    turbulence: { ...text, default: 'none' },
    channels: { ...text, default: 'full' },
    controls: text,
    lesson: text,
    apron: { type: 'boolean', default: false },
    cards: text,
    start: text,
    out: text,
    sensors: text,
    sound: text,
    'horn-test': text,
    mount: { ...text, default: 'fixed' },
    help: { type: 'boolean', default: false },
  });
  if (values.help) return `${USAGE}\n`;
  if (positionals.length > 0) throw new Refusal(`${positionals[0]}: only options were expected`);
  const ways = [values.maneuver, values.controls, values.lesson].filter((way) => way !== undefined);
  if (ways.length !== 1)
    throw new Refusal('either --maneuver ID, --lesson TEMPLATE or --controls FILE.csv was expected');
  if (values.lesson === undefined && (values.apron || values.cards !== undefined))
    throw new Refusal('--apron and --cards go with --lesson');
  if (values.maneuver === undefined)
    for (const [name, value] of Object.entries({
      habit: values.habit === 'none' ? undefined : values.habit,
      variant: values.variant,
      configuration: values.configuration,
    }))
      if (value !== undefined) throw new Refusal(`--${name} ${value}: goes with --maneuver alone`);
  if (values.channels !== 'full' && values.channels !== 'position')
    throw new Refusal(`--channels ${values.channels}: full or position was expected`);
  if (values.controls === undefined && values.start !== undefined)
    throw new Refusal('--start goes with --controls; a pilot begins at the card’s altitude and speed');

  const common = {
    airplane: airplaneFrom(values.airplane),
    seed: wholeFrom('seed', values.seed, 0, 4_294_967_295) ?? 1,
    weightLb: numberFrom('weight-lb', values['weight-lb'], 100, 20_000),
    ...weatherFrom(values.wind, values.turbulence),
  };
  if (values.mount !== 'fixed' && values.mount !== 'knee')
    throw new Refusal(`--mount ${values.mount}: fixed or knee was expected`);
  const device = phone({ mount: values.mount, seed: common.seed });
  const sound = cabinSound({
    seed: common.seed,
    blades: common.airplane.propeller?.blades,
    cylinders: common.airplane.engine?.cylinders,
  });
  const recorder = {
    rateHz: numberFrom('rate', values.rate, 0.5, 50) ?? 10,
    channels: values.channels,
    also: (flight: Parameters<typeof sound.keep>[0]) => {
      if (values.sensors !== undefined) device.keep(flight);
      if (values.sound !== undefined) sound.keep(flight);
    },
  } as const;
  const recording = flown();
  if (values.sensors !== undefined) writeOut('sensors', values.sensors, device.text());
  if (values.sound !== undefined) writeWav(values.sound, { rateHz: SOUND_HZ, samples: sound.samples() });
  if (values['horn-test'] !== undefined)
    writeWav(values['horn-test'], { rateHz: SOUND_HZ, samples: sound.hornTest() });
  const csv = writeRecordingCsv(recording);
  return values.out === undefined ? csv : written(values.out, csv, recording);

  function flown(): Recording {
    if (values.lesson !== undefined) {
      const { recording: lesson, cards } = flyTemplate({
        ...common,
        template: values.lesson,
        apron: values.apron,
        recorder,
      });
      if (values.cards !== undefined) writeOut('cards', values.cards, `${JSON.stringify(cards, null, 2)}\n`);
      return lesson;
    }
    if (values.controls !== undefined)
      return fromControls(values.controls, (rows) =>
        flyControls({
          ...common,
          rows,
          start: startFrom(values.start),
          groundFt: AREA_GROUND_FT,
          recorder: { ...recorder, noise: false },
        }),
      );
    const { maneuver = '', variant, habit } = values;
    const configuration = configurationFrom(values.configuration);
    return flyManeuver({ ...common, maneuver, variant, configuration, habit, recorder }).recording;
  }
};

/** Flies a control file; what is wrong in it is said with file and line. */
function fromControls(file: string, fly: (rows: ReturnType<typeof readControlFile>) => Recording): Recording {
  let rows: ReturnType<typeof readControlFile>;
  try {
    rows = readControlFile(decodeText(bytesOf(file)));
  } catch (error) {
    if (error instanceof InputError) throw new Refusal(describeInput(error, file));
    throw error;
  }
  return fly(rows);
}

/** Writes the file, and says how long it is. */
function written(file: string, csv: string, { timeS }: Recording): string {
  writeOut('out', file, csv);
  return `${file}: ${timeS.length} rows, ${timeS.at(-1)!.toFixed(0)} s\n`;
}

function wholeFrom(name: string, value: string | undefined, min: number, max: number): number | undefined {
  const number = numberFrom(name, value, min, max);
  if (number !== undefined && !Number.isInteger(number))
    throw new Refusal(`--${name} ${value}: a whole number from ${min} to ${max} was expected`);
  return number;
}

function weatherFrom(wind: string | undefined, turbulence: string): Weather {
  if (!Object.hasOwn(TURBULENCE, turbulence))
    throw new Refusal(`--turbulence ${turbulence}: ${Object.keys(TURBULENCE).join(', ')} was expected`);
  const strength = turbulence as Turbulence;
  if (wind === undefined) return { turbulence: strength };
  const match = /^(\d{1,3}(?:\.\d+)?)\/(\d{1,3}(?:\.\d+)?)$/.exec(wind);
  const [from, speed] = [Number(match?.[1]), Number(match?.[2])];
  if (!match || from > 360 || speed > 100)
    throw new Refusal(
      `--wind ${wind}: DIR/KT was expected, from 0 to 360 degrees and 0 to 100 kt, such as 240/15`,
    );
  return { turbulence: strength, windFromDeg: from, windKt: speed };
}

const START = {
  altFt: ['altitudeFt', -1000, 15_000],
  ias: ['kias', 30, 200],
  hdg: ['headingDeg', 0, 360],
} as const;

function startFrom(text: string | undefined): { altitudeFt: number; kias: number; headingDeg: number } {
  const start = { altitudeFt: 4500, kias: 95, headingDeg: 360 };
  for (const part of text?.split(',') ?? []) {
    const [name, value, ...rest] = part.split('=');
    const known = Object.hasOwn(START, name) ? START[name as keyof typeof START] : undefined;
    if (!known || value === undefined || rest.length > 0)
      throw new Refusal(`--start ${part}: altFt=FEET,ias=KNOTS,hdg=DEGREES was expected`);
    const [key, low, high] = known;
    const number = Number(value);
    if (value.trim() === '' || !(number >= low && number <= high))
      throw new Refusal(`--start ${part}: a number from ${low} to ${high} was expected`);
    start[key] = number;
  }
  return start;
}
