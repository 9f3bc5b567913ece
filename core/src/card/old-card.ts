/** Cards as they were kept before their sentences were made of their figures: read, and shown as they were written. */
import { asWritten } from '../coded.ts';

type Loose = Record<string, unknown>;
const isText = (value: unknown): value is string => typeof value === 'string';
const coded = (value: unknown): unknown => (isText(value) ? asWritten(value) : value);
const allCoded = (values: unknown): unknown => (Array.isArray(values) ? values.map(coded) : values);

const TRIMS: Loose = { 'as it is': 'as-it-is', 'nose up': 'nose-up', 'nose down': 'nose-down' };
const trimmed = (row: Loose): Loose => ({ ...row, trim: TRIMS[String(row.trim)] ?? row.trim });

const figured = ({ label, note, ...figure }: Loose): Loose =>
  label === undefined ? figure : { ...figure, code: 'as-written', params: { label, note: note ?? '' } };

/** What is not of the old form is left as it is: the schema judges it. */
export function fromWritten(value: unknown): unknown {
  if (typeof value !== 'object' || value === null || !('steps' in value)) return value;
  const { purpose = '', steps, checks, watchFor, cautions, choices, offToday, ...rest } = value as Loose;
  const entry = (rest.entry ?? {}) as Loose;
  const two =
    Array.isArray(choices) && choices.some(({ key, chosen }) => key === 'steepCircles' && chosen === 'two');
  return {
    ...rest,
    entry: { ...entry, airspeedWhy: coded(entry.airspeedWhy), windowWhy: allCoded(entry.windowWhy) },
    figures: Array.isArray(rest.figures) ? rest.figures.map(figured) : [],
    powerTable: Array.isArray(rest.powerTable) ? rest.powerTable.map(trimmed) : [],
    ...(two && { technique: { steepCircles: 2 } }),
    checks,
    watchFor: [],
    assumed: allCoded(rest.assumed),
    missing: Object.fromEntries(
      Object.entries((rest.missing ?? {}) as Loose).map(([name, why]) => [name, coded(why)]),
    ),
    offToday: isText(offToday),
    asWritten: { purpose, steps, checks, watchFor, cautions, choices, offToday },
  };
}
