/** An airplane file while it is being typed: plain data by paths, checked as a whole by the file's own schema. */
import { type Airplane, airplaneSchema } from '@keel/core';

export type Path = readonly (string | number)[];
export type Draft = Record<string, unknown>;

export function valueAt(draft: unknown, path: Path): unknown {
  return path.reduce<unknown>(
    (value, key) => (value === undefined || value === null ? undefined : (value as Draft)[key as string]),
    draft,
  );
}

/** A copy with another value at a path; `undefined` takes the field out, as an empty field is one not given. */
export function withValue(draft: Draft, path: Path, value: unknown): Draft {
  const copy = structuredClone(draft);
  let at = copy as Record<string | number, unknown>;
  path.slice(0, -1).forEach((key, i) => {
    if (at[key] === undefined) at[key] = typeof path[i + 1] === 'number' ? [] : {};
    at = at[key] as Record<string | number, unknown>;
  });
  const last = path[path.length - 1];
  if (value === undefined && !Array.isArray(at)) delete at[last];
  else at[last] = value;
  return copy;
}

export interface Checked {
  airplane: Airplane | null;
  /** Messages under their field's path, joined by dots. */
  errors: Map<string, string>;
}

export function check(draft: Draft): Checked {
  const result = airplaneSchema.safeParse(draft);
  if (result.success) return { airplane: result.data, errors: new Map() };
  return {
    airplane: null,
    errors: new Map(result.error.issues.map((issue) => [issue.path.join('.'), plain(issue.message)])),
  };
}

/** The file's names for its fields, as the form calls them. */
const NAMES: [RegExp, string][] = [
  [/\bvs0Kias\b/g, 'the stall with landing flaps'],
  [/\bvs1Kias\b/g, 'the stall with flaps up'],
  [/\bvaKiasAtMax\b/g, 'the maneuvering speed'],
  [/\bvxKias\b/g, 'best angle'],
  [/\bvyKias\b/g, 'best rate'],
  [/\bvneKias\b/g, 'never exceed'],
  [/\bbestGlideKias\b/g, 'best glide'],
  [/\bapproachKias\b/g, 'final approach'],
  [/\bmaxWeightLb\b/g, 'the maximum weight'],
  [/\bemptyWeightLb\b/g, 'the empty weight'],
  [/\bemptyArmIn\b/g, 'the empty arm'],
  [/\bcgEnvelope\b/g, 'the envelope'],
  [/\bidleRpm\b/g, 'idle'],
  [/\bmaxRpm\b/g, 'the red line'],
];

/** A message for a person: the form's names, and words of our own where the library's say nothing. */
const plain = (message: string): string =>
  /expected (number|string|array|object), received (undefined|null)/.test(message)
    ? 'This is needed'
    : /expected number, received NaN/.test(message)
      ? 'Type a number, such as 30.5'
      : NAMES.reduce((text, [name, words]) => text.replace(name, words), message);

/** A number of the file as its field shows it; `scale` is the shown unit in the file's. */
export const toTyped = (value: unknown, scale: number): number | '' =>
  typeof value === 'number' ? rounded(value * scale, 2) : '';

/** What was typed as the file keeps it: finer than it is shown, so that 30.3 mph come back as 30.3. */
export const fromTyped = (typed: number | '', scale: number): number | undefined =>
  typed === '' ? undefined : rounded(typed / scale, 4);

const rounded = (value: number, decimals: number): number => Number(value.toFixed(decimals));
