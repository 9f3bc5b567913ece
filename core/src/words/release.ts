/** The check before a solo flight, in words. It never says that anyone may go. */
import { z } from 'zod';
import { figureOf as n, type Params } from '../coded.ts';
import type { GateState } from '../path/gates/gates.ts';
import { type ReleaseItem, releaseItemSchema } from '../path/gates/release.ts';
import { numberText } from '../units/text.ts';
import { dayText } from './day.ts';
import { gateReason } from './gates.ts';

/** A ceiling of this says that there is none. */
const CLEAR_FT = 99_999;
const NOT_KNOWN = 'not known';
const kt = (params: Params): string => `${numberText(n(params, 'kt'))} kt${params.gusts ? ' in gusts' : ''}`;
const limited =
  (name: string, said: (params: Params) => string) =>
  (params: Params): string =>
    params[name] === undefined ? NOT_KNOWN : said(params);

interface Words {
  title: string | ((params: Params) => string);
  says: (params: Params) => string;
}

const ITEMS: Readonly<Record<string, Words>> = {
  'dual-landings': {
    title: 'Landings with the instructor today',
    says: (p) =>
      `${p.unaided} unaided, needs ${p.needs}${n(p, 'unsaid') > 0 ? `; for ${p.unsaid} nobody has entered who flew` : ''}`,
  },
  'go-around-today': {
    title: 'Go-around decided by the student today',
    says: (p) => `${p.decided}, needs ${p.needs}`,
  },
  takeovers: {
    title: 'No takeover in the last ten landings',
    says: (p) =>
      p.last === 0
        ? 'no landing on record'
        : `${p.takeovers} in the last ${p.last}${n(p, 'unsaid') > 0 ? `; for ${p.unsaid} nobody has entered who flew` : ''}`,
  },
  'power-off': {
    title: (p) => `Power-off approach within ${p.withinDays} days`,
    says: (p) =>
      p.day === undefined
        ? 'none on record'
        : `last on ${dayText(String(p.day))}, counts until ${dayText(String(p.until))}`,
  },
  limits: { title: 'This student’s limits', says: () => 'no instructor has set limits: set them first' },
  wind: { title: 'Wind', says: limited('kt', (p) => `${kt(p)}; limit ${p.limitKt}`) },
  crosswind: {
    title: (p) => `Crosswind on ${p.runway}`,
    says: limited('kt', (p) => `${kt(p)}; limit ${p.limitKt}`),
  },
  tailwind: {
    title: (p) => `No tailwind on ${p.runway}`,
    says: limited('kt', (p) =>
      n(p, 'kt') > n(p, 'mostKt') ? `${kt(p)} of tailwind` : `${numberText(-n(p, 'kt'))} kt of headwind`,
    ),
  },
  gusts: { title: 'Gust spread', says: limited('kt', (p) => `${kt(p)}; limit ${p.limitKt}`) },
  visibility: {
    title: 'Visibility',
    says: limited('sm', (p) => `${p.sm} statute miles; limit ${p.limitSm}`),
  },
  ceiling: {
    title: 'Ceiling',
    says: limited('ft', (p) =>
      p.ft === CLEAR_FT
        ? 'clear'
        : `${numberText(n(p, 'ft'))} ft above the field; limit ${numberText(n(p, 'limitFt'))}`,
    ),
  },
  fuel: { title: 'Fuel', says: limited('gal', (p) => `${p.gal} gal; limit ${p.limitGal}`) },
  hours: { title: 'Time of day', says: (p) => `${p.time}; limits ${p.from} to ${p.until}` },
  daylight: {
    title: 'Daylight left',
    says: (p) => {
      if (p.leftMin === undefined) return 'the field’s position is not known: enter it under School';
      return n(p, 'leftMin') < 0
        ? 'the sun has set'
        : `${numberText(n(p, 'leftMin'))} min, needs ${p.needsMin} min`;
    },
  },
  runway: {
    title: 'Runway',
    says: (p) =>
      String(p.runways).split(', ').includes(String(p.runway))
        ? `${p.runway} is one of the student’s`
        : `${p.runway} is not one of ${p.runways}`,
  },
  'knows-runway': {
    title: 'Runway and pattern flown with the instructor',
    says: limited('known', (p) =>
      p.known ? 'flown with the instructor' : 'not yet flown with the instructor',
    ),
  },
};

/** As it crosses the wire, and as it is kept for the file. */
export const saidReleaseSchema = releaseItemSchema
  .omit({ params: true })
  .extend({ title: z.string(), says: z.string() });
export type SaidRelease = z.infer<typeof saidReleaseSchema>;

/** @param gates those that the items were made of. */
export function saidRelease(items: readonly ReleaseItem[], gates: readonly GateState[]): SaidRelease[] {
  const ofGates = new Map(gates.map((gate) => [`gate-${gate.id}`, gate]));
  return items.map(({ id, state, params }) => {
    const gate = ofGates.get(id);
    if (gate) return { id, state, title: gate.title, says: gateReason(gate) };
    const words = ITEMS[id];
    const title = typeof words.title === 'string' ? words.title : words.title(params);
    return { id, state, title, says: words.says(params) };
  });
}

/** One sentence on top. */
export function releaseSentence(items: readonly SaidRelease[]): string {
  const blocking = items.filter(({ state }) => state !== 'held');
  if (blocking.length === 0)
    return 'Nothing here stands in the way. Whether the student goes is the instructor’s decision alone.';
  const named = blocking
    .slice(0, 3)
    .map(({ title, state }) => `${title.toLowerCase()}${state === 'not known' ? ' (not known)' : ''}`);
  const more = blocking.length > 3 ? `, and ${blocking.length - 3} more` : '';
  return `Not today, because: ${named.join(', ')}${more}.`;
}
