/** Why a requirement before solo stands as it does. */
import type { z } from 'zod';
import { AS_WRITTEN, type Params } from '../coded.ts';
import { type GateState, gateStateSchema } from '../path/gates/gates.ts';
import { dayText } from './day.ts';

const day = (params: Params): string => dayText(String(params.day));

const REASONS: Readonly<Record<string, (params: Params) => string>> = {
  [AS_WRITTEN]: ({ text }) => String(text),
  'closed-by': ({ byName }) => `confirmed by ${byName}`,
  ended: (p) => `ended on ${day(p)}`,
  until: (p) => `valid until ${day(p)}`,
  'no-birthday': () => 'the date of birth is not on file',
  'of-age': (p) => `${p.years} years old since ${day(p)}`,
  'not-of-age': (p) => `${p.years} years old on ${day(p)}`,
  'no-dated-document': () => 'no document with an end date on file',
  'no-document': () => 'not on file',
  'needs-word': () => 'needs an instructor’s decision',
  'ready-for-decision': () => 'ready for a decision',
  'skills-ready': ({ ready, of }) => `${ready} of ${of} skills to standard`,
};

export const gateReason = ({ why: { code, params = {} } }: GateState): string =>
  (REASONS[code] ?? (() => code))(params);

/** As it crosses the wire. */
export const saidGateSchema = gateStateSchema.omit({ why: true }).extend({
  /** What it says in a few words. */
  says: gateStateSchema.shape.title,
});
export type SaidGate = z.infer<typeof saidGateSchema>;

export const saidGate = ({ why, ...gate }: GateState): SaidGate => ({
  ...gate,
  says: gateReason({ ...gate, why }),
});
