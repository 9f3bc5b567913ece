/** `npm run -s score -- FILE [options]`: scores a recording without server or database. */
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { basename } from 'node:path';
import { parseArgs } from 'node:util';
import {
  type Airplane,
  airplaneSchema,
  type BriefTargets,
  briefFileSchema,
  DEFAULT_STANDARD_ID,
  decodeText,
  findAirplane,
  findStandard,
  fleet,
  InputError,
  judgeSchema,
  readRecordingCsv,
  scoreRecording,
  standards,
} from '@keel/core';
import type { z } from 'zod';
import { scoreTable } from './lib/score-table.ts';

const USAGE = `npm run -s score -- FILE [--format table|json] [--airplane ID|FILE.json] [--standard ID]
  [--judge strict|examiner] [--brief FILE.json] [--ground-ft FT] [--weight-lb N]`;

/** Something wrong with the call or with a file, said in one line; ends the program with exit code 2. */
class Refusal extends Error {}

function options() {
  try {
    const { values, positionals } = parseArgs({
      allowPositionals: true,
      options: {
        format: { type: 'string', default: 'table' },
        airplane: { type: 'string' },
        standard: { type: 'string', default: DEFAULT_STANDARD_ID },
        judge: { type: 'string', default: 'examiner' },
        brief: { type: 'string' },
        'ground-ft': { type: 'string' },
        'weight-lb': { type: 'string' },
        help: { type: 'boolean', default: false },
      },
    });
    return { values, positionals };
  } catch (error) {
    throw new Refusal((error as Error).message.split('\n')[0]);
  }
}

/** Reads a file's bytes, or says why not. */
function bytesOf(file: string): Buffer {
  try {
    return readFileSync(file);
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    throw new Refusal(`${file}: ${code === 'ENOENT' ? 'there is no such file' : `cannot be read (${code})`}`);
  }
}

/** Reads a JSON file of a known shape; the refusal names the first field that is wrong. */
function jsonOf<T extends z.ZodType>(file: string, schema: T, what: string): z.infer<T> {
  let parsed: unknown;
  try {
    parsed = JSON.parse(decodeText(bytesOf(file)));
  } catch (error) {
    if (error instanceof Refusal || error instanceof InputError) throw error;
    throw new Refusal(`${file}: not JSON (${(error as Error).message.split('\n')[0]}); ${what} was expected`);
  }
  const result = schema.safeParse(parsed);
  if (result.success) return result.data;
  const issue = result.error.issues[0];
  throw new Refusal(`${file}: ${issue.path.join('.') || 'the file'}: ${issue.message}; ${what} was expected`);
}

function airplaneFrom(value: string): Airplane {
  const known = findAirplane(value);
  if (known) return known;
  if (value.toLowerCase().endsWith('.json')) return jsonOf(value, airplaneSchema, 'an airplane file');
  throw new Refusal(
    `--airplane ${value}: not an airplane of the fleet (${fleet.map(({ id }) => id).join(', ')}) nor a .json file`,
  );
}

function numberFrom(name: string, value: string | undefined, min: number, max: number): number | undefined {
  if (value === undefined) return undefined;
  const number = Number(value);
  if (value.trim() === '' || !Number.isFinite(number) || number < min || number > max) {
    throw new Refusal(`--${name} ${value}: a number from ${min} to ${max} was expected`);
  }
  return number;
}

function run(): void {
  const { values, positionals } = options();
  if (values.help) {
    console.log(USAGE);
    return;
  }
  if (positionals.length !== 1) throw new Refusal(`one recording file was expected: ${USAGE.split('\n')[0]}`);
  if (values.format !== 'json' && values.format !== 'table') {
    throw new Refusal(`--format ${values.format}: table or json was expected`);
  }
  const judge = judgeSchema.safeParse(values.judge);
  if (!judge.success) throw new Refusal(`--judge ${values.judge}: strict or examiner was expected`);
  const standard = findStandard(values.standard);
  if (!standard) {
    throw new Refusal(
      `--standard ${values.standard}: not known; one of ${standards.map(({ id }) => id).join(', ')} was expected`,
    );
  }
  const groundFt = numberFrom('ground-ft', values['ground-ft'], -1500, 30_000);
  const weightLb = numberFrom('weight-lb', values['weight-lb'], 100, 20_000);
  const chosen = values.airplane === undefined ? undefined : airplaneFrom(values.airplane);
  const briefs: BriefTargets[] = values.brief
    ? jsonOf(values.brief, briefFileSchema, 'a target card or a list of them')
    : [];

  const file = positionals[0];
  const bytes = bytesOf(file);
  try {
    const recording = readRecordingCsv(decodeText(bytes));
    const named = recording.header.airplane;
    const airplane = chosen ?? (named === undefined ? undefined : findAirplane(named));
    if (!airplane && named !== undefined) {
      recording.warnings.push(
        `the header's airplane "${named}" is not in the fleet; give --airplane FILE.json`,
      );
    }
    const score = scoreRecording(recording, {
      standard,
      judge: judge.data,
      airplane,
      weightLb,
      groundFt,
      briefs,
      recordingSha256: createHash('sha256').update(bytes).digest('hex'),
    });
    console.log(
      values.format === 'json' ? JSON.stringify(score, null, 2) : scoreTable(score, basename(file)),
    );
  } catch (error) {
    if (error instanceof InputError) throw new Refusal(error.describe(file));
    throw error;
  }
}

try {
  run();
} catch (error) {
  if (!(error instanceof Refusal || error instanceof InputError)) throw error;
  console.error(error.message.replace(/\s*\n\s*/g, ' '));
  process.exitCode = 2;
}
