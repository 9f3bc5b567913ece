/**
 * The lesson worth flying next: which maneuvers in which order, how often shown and flown, what it is about, and why each. It
 * proposes; the instructor changes what they like, and that is remembered.
 */
import { z } from 'zod';
import { type RecurringFinding, recurringSchema } from '../card/recurring.ts';
import { type Coded, codedSchema } from '../coded.ts';
import { findRoom } from '../maneuvers/registry.ts';
import type { StandingOnDay } from './standing/standing.ts';
import type { Syllabus, SyllabusSkill } from './syllabus/schema.ts';

/** Why something is proposed or left out; what that rests on, and whether a gate waits for it. */
const reasonSchema = codedSchema.extend({
  because: codedSchema.optional(),
  gateWaits: z.boolean().optional(),
});
export type ProposalReason = z.infer<typeof reasonSchema>;

export const proposedItemSchema = z.object({
  id: z.string(),
  skill: z.string(),
  title: z.string(),
  maneuver: z.string(),
  variant: z.string().optional(),
  demonstrations: z.number(),
  attempts: z.number(),
  minutes: z.number(),
  why: reasonSchema,
});
export const proposalSchema = z.object({
  items: z.array(proposedItemSchema),
  /** The fault that it is about, where one recurs in what is flown. */
  about: recurringSchema.nullable(),
  /** What was left out, and why. */
  leftOut: z.array(z.object({ title: z.string(), why: reasonSchema })),
  minutes: z.number(),
  /** Skills that no recording shows, and that want an eye today. */
  byHand: z.array(z.object({ skill: z.string(), title: z.string(), why: reasonSchema })),
});
export type Proposal = z.infer<typeof proposalSchema>;

export interface ProposalInput {
  syllabus: Syllabus;
  standings: ReadonlyMap<string, StandingOnDay>;
  openGates: ReadonlySet<string>;
  recurring: readonly RecurringFinding[];
  /** Variants flown of each skill, oldest first, so that the other one comes next. */
  flownVariants: ReadonlyMap<string, readonly string[]>;
  blockMin: number;
  /** Why a maneuver cannot be flown today, as the brief says it; null where it can. */
  refused?: (maneuver: string, variant: string) => Coded | null;
}

/** Minutes that taxi, climb and the way home take of a block. */
const AWAY_MIN = 25;
/** One attempt with the word after it. */
const ATTEMPT_MIN = 4;
/** More than this is no lesson, and more than one new thing no learning. */
const MOST_ITEMS = 4;
const MOST_NEW = 1;
const SOON_RUSTY_DAYS = 7;
/** Below whatever is next in the syllabus. */
const BEFORE_ITS_TURN = 5;

interface Candidate {
  skill: SyllabusSkill;
  weight: number;
  isNew: boolean;
  demonstrations: number;
  attempts: number;
  why: ProposalReason;
}

export function proposeLesson(input: ProposalInput): Proposal {
  const { syllabus, refused, blockMin } = input;
  const wanted = syllabus.skills
    .map((skill) => candidate(skill, input))
    .filter((one) => one !== null)
    .sort((a, b) => b.weight - a.weight);
  const flyable = wanted.filter(({ skill }) => skill.maneuver !== null);
  const items: Proposal['items'] = [];
  const leftOut: Proposal['leftOut'] = [];
  let [left, news] = [Math.max(0, blockMin - AWAY_MIN), 0];
  for (const one of flyable) {
    const variant = variantOf(one.skill, input);
    const minutes = ATTEMPT_MIN * (one.demonstrations + one.attempts);
    const no = refused?.(one.skill.maneuver!, variant ?? '') ?? null;
    const why =
      no ??
      (items.length >= MOST_ITEMS ? { code: 'enough' } : null) ??
      (one.isNew && news >= MOST_NEW ? { code: 'one-new' } : null) ??
      (minutes > left ? { code: 'no-time', params: { blockMin } } : null);
    if (why) {
      leftOut.push({ title: one.skill.title, why });
      continue;
    }
    items.push(itemOf(one, variant, minutes));
    left -= minutes;
    if (one.isNew) news++;
  }
  const order = new Map(syllabus.skills.map(({ id }, i) => [id, i]));
  // What is weak is flown fresh; what is new comes after something known.
  items.sort(
    (a, b) => Number(isNewItem(a)) - Number(isNewItem(b)) || order.get(a.skill)! - order.get(b.skill)!,
  );
  return {
    items,
    about: aboutOf(items, input.recurring),
    leftOut: leftOut.slice(0, 6),
    minutes: blockMin - left,
    byHand: wanted
      .filter(({ skill }) => skill.maneuver === null)
      .slice(0, 4)
      .map(({ skill, why }) => ({ skill: skill.id, title: skill.title, why })),
  };
}

const isNewItem = ({ demonstrations }: Proposal['items'][number]): boolean => demonstrations > 0;

/** Null for what needs nothing now, or whose turn has not come. */
function candidate(
  skill: SyllabusSkill,
  { standings, openGates, syllabus }: ProposalInput,
): Candidate | null {
  const stands = standings.get(skill.id);
  const word = stands?.standing ?? 'not flown';
  const gate = skill.gates.some((id) => openGates.has(id));
  const soon =
    stands?.rustyInDays != null && stands.rustyInDays >= 0 && stands.rustyInDays <= SOON_RUSTY_DAYS;
  const make = (
    weight: number,
    isNew: boolean,
    demonstrations: number,
    attempts: number,
    why: ProposalReason,
  ) => ({
    skill,
    weight: weight + (gate ? 10 : 0),
    isNew,
    demonstrations,
    attempts,
    why: gate ? { ...why, gateWaits: true } : why,
  });
  if (word === 'rusty') return make(100, false, 0, 2, { code: 'rusty', because: stands!.why[0] });
  if (word === 'ready')
    return soon
      ? make(50, false, 0, 1, { code: 'soon-rusty', params: { days: stands!.rustyInDays! } })
      : null;
  const standingOf = (id: string) => standings.get(id)?.standing ?? 'not flown';
  // What was tried before its turn gives way to what it stands on.
  const early = skill.after.some((id) => standingOf(id) === 'not flown');
  if (word === 'guided')
    return make(early ? BEFORE_ITS_TURN : 80, false, 0, 3, { code: 'guided', because: stands!.why[0] });
  if (word === 'holding')
    return make(early ? BEFORE_ITS_TURN : 70, false, 0, 2, { code: 'holding', because: stands!.why[0] });
  if (skill.after.some((id) => !['holding', 'ready', 'rusty'].includes(standingOf(id)))) return null;
  const order = syllabus.skills.length - syllabus.skills.indexOf(skill);
  // Among what is new the syllabus says the order, and what was shown need not be shown again.
  return word === 'shown'
    ? make(30 + order / 10, true, 0, 2, { code: 'shown' })
    : make(30 + order / 10, true, 1, 2, { code: 'next' });
}

/** What it asks for and has seen least. */
function variantOf(skill: SyllabusSkill, { flownVariants }: ProposalInput): string | undefined {
  const variants = skill.variants ?? skill.asks.flatMap((ask) => ask.variants ?? []);
  const room: readonly string[] = findRoom(skill.maneuver ?? '')?.variants ?? [];
  const choice = variants.length > 0 ? variants : room;
  // A turn is flown both ways by itself.
  if (choice.length < 2 || choice.includes('left')) return undefined;
  const flown = flownVariants.get(skill.id) ?? [];
  const count = (variant: string) => flown.filter((one) => one === variant).length;
  return [...choice].sort((a, b) => count(a) - count(b))[0];
}

const itemOf = (one: Candidate, variant: string | undefined, minutes: number): Proposal['items'][number] => ({
  id: one.skill.id,
  skill: one.skill.id,
  title: one.skill.title,
  maneuver: one.skill.maneuver!,
  ...(variant && { variant }),
  demonstrations: one.demonstrations,
  attempts: one.attempts,
  minutes,
  why: one.why,
});

/** What recurs in one of today’s maneuvers comes first; what is critical before all. */
function aboutOf(items: Proposal['items'], recurring: readonly RecurringFinding[]): RecurringFinding | null {
  const today = recurring.filter(({ id }) => items.some(({ maneuver }) => id.startsWith(`${maneuver}/`)));
  return (
    today.find(({ severity }) => severity === 'critical') ?? today.find(({ count }) => count > 1) ?? null
  );
}
