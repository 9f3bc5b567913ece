/** An airplane file while it is being typed: plain data by paths, checked as a whole by the file's own schema. */
import { type Airplane, airplaneSchema, issueWords } from '@keel/core';

export type Path = readonly (string | number)[];
export type Draft = Record<string, unknown>;
type Issue = Parameters<typeof issueWords>[0];

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

interface Checked {
  airplane: Airplane | null;
  /** Messages under their field's path, joined by dots. */
  errors: Map<string, string>;
}

export function check(draft: Draft): Checked {
  const result = airplaneSchema.safeParse(draft);
  if (result.success) return { airplane: result.data, errors: new Map() };
  return {
    airplane: null,
    errors: new Map(result.error.issues.map((issue) => [issue.path.join('.'), plain(issue, draft)])),
  };
}

/** The file's names for its fields, as the form calls them. */
const NAMES: Record<string, string> = {
  vs0Kias: 'the stall with landing flaps',
  vs1Kias: 'the stall with flaps up',
  vaKiasAtMax: 'the maneuvering speed',
  vxKias: 'best angle',
  vyKias: 'best rate',
  vneKias: 'never exceed',
  bestGlideKias: 'best glide',
  approachKias: 'final approach',
  maxWeightLb: 'the maximum weight',
  emptyWeightLb: 'the empty weight',
  emptyArmIn: 'the empty arm',
  cgEnvelope: 'the envelope',
  idleRpm: 'idle',
  maxRpm: 'the red line',
};

/** What is wrong for a person: words of our own where a field is empty or no number, the form's names elsewhere. */
function plain(issue: Issue, draft: Draft): string {
  if (issue.code === 'invalid_type') {
    const value = valueAt(draft, issue.path as Path);
    if (value === undefined || value === null) return 'This is needed';
    if (Number.isNaN(value)) return 'Type a number, such as 30.5';
  }
  return issueWords(issue, (name) => NAMES[name] ?? name);
}

/** A number of the file as its field shows it; `scale` is the shown unit in the file's. */
export const toTyped = (value: unknown, scale: number): number | '' =>
  typeof value === 'number' ? rounded(value * scale, 2) : '';

/** What was typed as the file keeps it: finer than it is shown, so that 30.3 mph come back as 30.3. */
export const fromTyped = (typed: number | '', scale: number): number | undefined =>
  typed === '' ? undefined : rounded(typed / scale, 4);

const rounded = (value: number, decimals: number): number => Number(value.toFixed(decimals));
