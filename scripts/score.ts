/** `npm run -s score -- FILE [options]`: scores a recording without server or database. */
import { createHash } from 'node:crypto';
import { basename } from 'node:path';
import {
  type Airplane,
  type BriefTargets,
  briefFileSchema,
  columnsCsv,
  DEFAULT_STANDARD_ID,
  decodeText,
  describeInput,
  findAirplane,
  type Heard,
  heardOf,
  InputError,
  judgeSchema,
  learnHorn,
  type Recording,
  readRecording,
  scoreWithTrack,
  targetCardSchema,
  unitsFor,
  warning,
  withSound,
  wordedScore,
} from '@keel/core';
import {
  airplaneFrom,
  bytesOf,
  type Command,
  jsonOf,
  numberFrom,
  parseOptions,
  Refusal,
  standardFrom,
  writeOut,
} from './lib/cli.ts';
import { scoreTable } from './lib/score-table.ts';
import { readWav } from './lib/wav.ts';

const USAGE = `npm run -s score -- FILE [--format table|json] [--airplane ID|FILE.json] [--standard ID]
  [--judge strict|examiner] [--brief FILE.json] [--ground-ft FT] [--weight-lb N] [--coach]
  [--columns FILE.csv]   what was read and what was worked out, row for row
  [--sound FILE.wav [--horn FILE.wav]]   the cabin’s sound from the recording’s beginning: revolutions; the horn’s preflight test`;

/** What the coach would have said: it needs whole cards, and the airplane that they are for. */
function coached(
  recording: Recording,
  briefs: readonly BriefTargets[],
  airplane: Airplane | undefined,
): Heard[] {
  const cards = briefs.map((brief) => targetCardSchema.safeParse(brief));
  const known = cards.flatMap(({ data }) => (data ? [data] : []));
  if (!airplane || known.length === 0 || known.length < cards.length)
    throw new Refusal('--coach: a target card (--brief) and its airplane were expected');
  return heardOf(recording, known, { airplane });
}

export const score: Command = (args) => {
  const { values, positionals } = parseOptions(args, {
    format: { type: 'string', default: 'table' },
    airplane: { type: 'string' },
    standard: { type: 'string', default: DEFAULT_STANDARD_ID },
    judge: { type: 'string', default: 'examiner' },
    brief: { type: 'string' },
    'ground-ft': { type: 'string' },
    'weight-lb': { type: 'string' },
    coach: { type: 'boolean', default: false },
    sound: { type: 'string' },
    horn: { type: 'string' },
    columns: { type: 'string' },
    help: { type: 'boolean', default: false },
  });
  if (values.help) return `${USAGE}\n`;
  if (positionals.length !== 1) throw new Refusal(`one recording file was expected: ${USAGE.split('\n')[0]}`);
  if (values.format !== 'json' && values.format !== 'table') {
    throw new Refusal(`--format ${values.format}: table or json was expected`);
  }
  const judge = judgeSchema.safeParse(values.judge);
  if (!judge.success) throw new Refusal(`--judge ${values.judge}: strict or examiner was expected`);
  const standard = standardFrom(values.standard);
  const groundFt = numberFrom('ground-ft', values['ground-ft'], -1500, 30_000);
  const weightLb = numberFrom('weight-lb', values['weight-lb'], 100, 20_000);
  const chosen = values.airplane === undefined ? undefined : airplaneFrom(values.airplane);
  const briefs: BriefTargets[] = values.brief
    ? jsonOf(values.brief, briefFileSchema, 'a target card or a list of them')
    : [];

  const file = positionals[0];
  const bytes = bytesOf(file);
  try {
    const read = readRecording(decodeText(bytes));
    const named = read.header.airplane;
    const airplane = chosen ?? (named === undefined ? undefined : findAirplane(named));
    const recording = values.sound === undefined ? read : heard(read, airplane, values.sound, values.horn);
    if (!airplane && named !== undefined) {
      recording.warnings.push(warning('airplane-unknown', { name: named }));
    }
    const { score, track } = scoreWithTrack(recording, {
      standard,
      judge: judge.data,
      airplane,
      weightLb,
      groundFt,
      briefs,
      recordingSha256: createHash('sha256').update(bytes).digest('hex'),
    });
    if (values.columns !== undefined) writeOut('columns', values.columns, columnsCsv(track));
    const worded = {
      ...wordedScore(score, unitsFor(airplane)),
      ...(values.coach && { coach: coached(recording, briefs, airplane) }),
    };
    return `${values.format === 'json' ? JSON.stringify(worded, null, 2) : scoreTable(worded, basename(file))}\n`;
  } catch (error) {
    if (error instanceof InputError) throw new Refusal(describeInput(error, file));
    throw error;
  }
};

/** @throws Refusal where a file is no sound, or the horn's test has no tone in it */
function heard(recording: Recording, airplane: Airplane | undefined, file: string, test?: string): Recording {
  const told = test === undefined ? undefined : readWav(test);
  const horn = told && learnHorn(told.samples, told.rateHz);
  if (told && !horn)
    throw new Refusal(`${test}: no tone stands out in it; the horn’s preflight test was expected`);
  return withSound(recording, readWav(file), airplane, horn);
}
