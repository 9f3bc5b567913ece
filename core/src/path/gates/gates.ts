/** The gates before solo: which are open, and who closed the others, by what. Nothing here says that anyone is ready. */
import { z } from 'zod';
import { type Coded, codedSchema } from '../../coded.ts';
import { InputError } from '../../errors.ts';
import { dayIn } from '../../units/days.ts';
import { daysApart } from '../standing/days-apart.ts';
import type { StandingWord } from '../standing/standing.ts';
import type { Gate, Syllabus } from '../syllabus/schema.ts';

export const isoDay = z.iso.date('a day was expected, such as 2026-03-14');

export const gateClosingBodySchema = z.object({
  words: z.string().trim().max(1000).default(''),
  /** Of a document: when it was given, and when it ends. */
  date: isoDay.optional(),
  endsOn: isoDay.nullable().optional(),
});
export type GateClosingBody = z.infer<typeof gateClosingBodySchema>;

export const gateStateSchema = z.object({
  id: z.string(),
  title: z.string(),
  text: z.string(),
  source: z.string(),
  fromMemory: z.boolean(),
  closes: z.enum(['evidence', 'word', 'document', 'age']),
  by: z.enum(['instructor', 'chief']),
  ends: z.boolean(),
  state: z.enum(['open', 'closed', 'ended']),
  /** Why it stands so. */
  why: codedSchema,
  closing: z
    .object({
      id: z.string(),
      byName: z.string(),
      at: z.string(),
      words: z.string(),
      date: z.string().nullable(),
    })
    .nullable(),
  /** The last day on which it holds. */
  endsOn: z.string().nullable(),
  /** Skills that serve it, and how they stand. */
  skills: z.array(z.object({ skill: z.string(), title: z.string(), standing: z.string() })),
});
export type GateState = z.infer<typeof gateStateSchema>;

/** What closed a gate, with the name of who did. */
export interface Closing {
  id: string;
  gate: string;
  byName: string;
  at: string;
  body: GateClosingBody;
}

export interface GatesInput {
  syllabus: Syllabus;
  closings: readonly Closing[];
  standings: ReadonlyMap<string, StandingWord>;
  /** The student’s day of birth; null where nobody said. */
  born: string | null;
  /** The day in the school’s zone. */
  on: string;
  /** The school’s zone: a word said late in the evening is of that day. */
  zone: string;
}

const DAY_MS = 86_400_000;

export const daysUntil = daysApart;
export const dayAfter = (day: string, days: number): string =>
  new Date(Date.parse(day) + days * DAY_MS).toISOString().slice(0, 10);

export function gateStates({ syllabus, closings, standings, born, on, zone }: GatesInput): GateState[] {
  return syllabus.gates.map((gate): GateState => {
    const { id, title, text, source, fromMemory, closes, by, ends } = gate;
    const skills = syllabus.skills
      .filter((skill) => skill.gates.includes(id))
      .map((skill) => ({
        skill: skill.id,
        title: skill.title,
        standing: standings.get(skill.id) ?? ('not flown' as const),
      }));
    const known = { id, title, text, source, fromMemory, closes, by, ends, skills };
    if (closes === 'age') return { ...known, ...byAge(gate, born, on), closing: null, endsOn: null };
    const closing = closings.find((one) => one.gate === id);
    if (!closing)
      return { ...known, state: 'open', why: stillOpen(gate, skills), closing: null, endsOn: null };
    const endsOn = endOf(gate, closing, zone);
    const left = endsOn === null ? null : daysUntil(on, endsOn);
    const { body, byName, at } = closing;
    return {
      ...known,
      state: left !== null && left < 0 ? 'ended' : 'closed',
      why:
        endsOn === null
          ? { code: 'closed-by', params: { byName } }
          : { code: left !== null && left < 0 ? 'ended' : 'until', params: { day: endsOn } },
      closing: { id: closing.id, byName, at, words: body.words, date: body.date ?? null },
      endsOn,
    };
  });
}

/** The last day on which it holds. */
function endOf(gate: Gate, { body, at }: Closing, zone: string): string | null {
  if (body.endsOn) return body.endsOn;
  return gate.lastsDays ? dayAfter(body.date ?? dayIn(at, zone), gate.lastsDays) : null;
}

/** A gate as lists of everybody need it. */
interface GateBrief {
  gate: Gate;
  state: GateState['state'];
  endsOn: string | null;
  /** Open, and every skill that serves it is ready: it waits for a word alone. */
  waits: boolean;
}

const servants = new WeakMap<Syllabus, Map<string, string[]>>();

/** By gate, the skills that serve it; worked out once for a syllabus. */
function servedBy(syllabus: Syllabus): Map<string, string[]> {
  const known = servants.get(syllabus);
  if (known) return known;
  const made = new Map(
    syllabus.gates.map(({ id }) => [
      id,
      syllabus.skills.filter(({ gates }) => gates.includes(id)).map((skill) => skill.id),
    ]),
  );
  servants.set(syllabus, made);
  return made;
}

/** The same as `gateStates`, without the words. @param closings of one student. */
export function gatesBriefly({ syllabus, closings, standings, born, on, zone }: GatesInput): GateBrief[] {
  const serves = servedBy(syllabus);
  return syllabus.gates.map((gate): GateBrief => {
    if (gate.closes === 'age')
      return { gate, state: byAge(gate, born, on).state, endsOn: null, waits: false };
    const closing = closings.find((one) => one.gate === gate.id);
    if (!closing) {
      const skills = serves.get(gate.id) ?? [];
      const waits = gate.closes === 'evidence' && skills.every((skill) => standings.get(skill) === 'ready');
      return { gate, state: 'open', endsOn: null, waits };
    }
    const endsOn = endOf(gate, closing, zone);
    const state = endsOn !== null && endsOn < on ? 'ended' : 'closed';
    return { gate, state, endsOn, waits: false };
  });
}

function byAge({ years = 0 }: Gate, born: string | null, on: string): Pick<GateState, 'state' | 'why'> {
  if (born === null) return { state: 'open', why: { code: 'no-birthday' } };
  const day = `${Number(born.slice(0, 4)) + years}${born.slice(4)}`;
  return day <= on
    ? { state: 'closed', why: { code: 'of-age', params: { years, day } } }
    : { state: 'open', why: { code: 'not-of-age', params: { years, day } } };
}

function stillOpen({ closes, ends }: Gate, skills: GateState['skills']): Coded {
  if (closes === 'document') return { code: ends ? 'no-dated-document' : 'no-document' };
  if (closes === 'word') return { code: 'needs-word' };
  const ready = skills.filter(({ standing }) => standing === 'ready').length;
  return ready === skills.length
    ? { code: 'ready-for-decision' }
    : { code: 'skills-ready', params: { ready, of: skills.length } };
}

/** @throws InputError saying what to put right, for what cannot close this gate. */
export function checkClosing(
  state: Pick<GateState, 'title' | 'closes' | 'ends' | 'skills'>,
  body: GateClosingBody,
  on: string,
): void {
  if (state.closes === 'age') throw new InputError('gate/born', { gate: state.title });
  if (state.closes === 'document') {
    if (!body.date) throw new InputError('gate/no-day', {});
    if (body.date > on) throw new InputError('gate/day-to-come', { date: body.date });
    if (body.endsOn && body.endsOn < body.date)
      throw new InputError('gate/ends-before', { endsOn: body.endsOn, date: body.date });
    if (state.ends && !body.endsOn) throw new InputError('gate/no-end', {});
    return;
  }
  const weak = state.skills.filter(({ standing }) => standing !== 'ready');
  if (state.closes === 'evidence' && weak.length > 0 && body.words.length < 10)
    throw new InputError('gate/not-ready', { skills: weak.map(({ title }) => title).join(', ') });
}
