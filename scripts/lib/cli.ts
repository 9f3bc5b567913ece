/** What the commands share: options, files and refusals. */
import { readFileSync, writeFileSync } from 'node:fs';
import { type ParseArgsConfig, parseArgs } from 'node:util';
import {
  type Airplane,
  airplaneSchema,
  CONFIGURATIONS,
  type Configuration,
  decodeText,
  errorWords,
  findAirplane,
  findStandard,
  fleet,
  InputError,
  issueWords,
  type Standard,
  standards,
} from '@keel/core';
import type { z } from 'zod';

/** Something wrong with the call or with a file, said in one line; ends the program with exit code 2. */
export class Refusal extends Error {}

/**
 * The options of a call. A value may be a negative number, which the parser by itself would take for an option.
 * @throws Refusal for an option that is not known.
 */
export function parseOptions<T extends NonNullable<ParseArgsConfig['options']>>(
  given: readonly string[],
  options: T,
) {
  const args = [...given];
  for (let i = args.length - 1; i > 0; i--) {
    if (/^-\.?\d/.test(args[i]) && /^--[a-z-]+$/.test(args[i - 1]))
      args.splice(i - 1, 2, `${args[i - 1]}=${args[i]}`);
  }
  try {
    return parseArgs({ args, allowPositionals: true, options });
  } catch (error) {
    throw new Refusal((error as Error).message.split('\n')[0]);
  }
}

/** Reads a file's bytes, or says why not. */
export function bytesOf(file: string): Buffer {
  try {
    return readFileSync(file);
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    throw new Refusal(`${file}: ${code === 'ENOENT' ? 'there is no such file' : `cannot be read (${code})`}`);
  }
}

/** Reads a JSON file of a known shape; the refusal names the first field that is wrong. */
export function jsonOf<T extends z.ZodType>(file: string, schema: T, what: string): z.infer<T> {
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
  throw new Refusal(
    `${file}: ${issue.path.join('.') || 'the file'}: ${issueWords(issue)}; ${what} was expected`,
  );
}

export function airplaneFrom(value: string): Airplane {
  const known = findAirplane(value);
  if (known) return known;
  if (value.toLowerCase().endsWith('.json')) return jsonOf(value, airplaneSchema, 'an airplane file');
  throw new Refusal(
    `--airplane ${value}: not an airplane of the fleet (${fleet.map(({ id }) => id).join(', ')}) nor a .json file`,
  );
}

export function numberFrom(
  name: string,
  value: string | undefined,
  min: number,
  max: number,
): number | undefined {
  if (value === undefined) return undefined;
  const number = Number(value);
  if (value.trim() === '' || !Number.isFinite(number) || number < min || number > max) {
    throw new Refusal(`--${name} ${value}: a number from ${min} to ${max} was expected`);
  }
  return number;
}

/** Flaps up, for takeoff, or all of them; whether the maneuver leaves the choice is its card's to say. */
export function configurationFrom(value: string | undefined): Configuration | undefined {
  const known = CONFIGURATIONS.find((one) => one === value);
  if (value !== undefined && !known)
    throw new Refusal(`--configuration ${value}: ${CONFIGURATIONS.join(', ')} was expected`);
  return known;
}

export function standardFrom(value: string): Standard {
  const standard = findStandard(value);
  if (standard) return standard;
  throw new Refusal(
    `--standard ${value}: not known; one of ${standards.map(({ id }) => id).join(', ')} was expected`,
  );
}

/**
 * A command: from its arguments to what it prints.
 * @throws Refusal or InputError for a call or a file that is wrong.
 */
export type Command = (args: readonly string[]) => string;

export interface Outcome {
  status: 0 | 2;
  stdout: string;
  /** Empty, or one line. */
  stderr: string;
}

/** Runs a command; a refusal is one line on standard error and exit code 2, never a stack trace. */
export function outcomeOf(command: Command, args: readonly string[]): Outcome {
  try {
    return { status: 0, stdout: command(args), stderr: '' };
  } catch (error) {
    if (!(error instanceof Refusal || error instanceof InputError)) throw error;
    return { status: 2, stdout: '', stderr: `${errorWords(error).replace(/\s*\n\s*/g, ' ')}\n` };
  }
}

/** The command as the whole of a process. */
export function main(command: Command): void {
  const { status, stdout, stderr } = outcomeOf(command, process.argv.slice(2));
  process.stdout.write(stdout);
  process.stderr.write(stderr);
  process.exitCode = status;
}

/** Writes what an option names a file for. */
export function writeOut(option: string, file: string, text: string): void {
  try {
    writeFileSync(file, text);
  } catch (error) {
    throw new Refusal(`--${option} ${file}: cannot be written (${(error as NodeJS.ErrnoException).code})`);
  }
}
