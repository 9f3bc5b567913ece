import type { RecurringFinding } from '../card/recurring.ts';
import { KNOTS } from '../words/figures.ts';
import { wordedProposal } from '../words/proposal.ts';
import { type ProposalInput, proposeLesson } from './next-lesson.ts';
import type { StandingOnDay, StandingWord } from './standing/standing.ts';
import { DEFAULT_SYLLABUS } from './syllabus/syllabuses.ts';

const standing = (word: StandingWord, rustyInDays: number | null = null): StandingOnDay => ({
  standing: word,
  chance: null,
  trend: 'too few',
  days: 1,
  counted: 1,
  flown: 1,
  why: [{ code: word }],
  rustyInDays,
});
const propose = (words: Record<string, StandingOnDay>, more: Partial<ProposalInput> = {}) =>
  proposeLesson({
    syllabus: DEFAULT_SYLLABUS,
    standings: new Map(Object.entries(words)),
    openGates: new Set(DEFAULT_SYLLABUS.gates.map(({ id }) => id)),
    recurring: [],
    flownVariants: new Map(),
    blockMin: 75,
    ...more,
  });
const skills = (proposal: ReturnType<typeof propose>) => proposal.items.map(({ skill }) => skill);

test('the first lesson has one new thing, shown once, and nothing whose turn has not come', () => {
  const first = propose({});
  expect(first.items).toEqual([
    expect.objectContaining({ skill: 'straight-and-level', demonstrations: 1, attempts: 2 }),
  ]);
  expect(first.leftOut).toEqual([]);
});

test('rusty comes before weak, weak before new; each with its reason', () => {
  const items = propose({
    'straight-and-level': standing('ready', 20),
    'level-turn': standing('rusty', -4),
    climb: standing('guided'),
    descent: standing('holding'),
  });
  expect(skills(items)).toEqual(['level-turn', 'climb', 'descent', 'configuration-change']);
  expect(items.items.map(({ why }) => why)).toEqual([
    expect.objectContaining({ code: 'rusty' }),
    expect.objectContaining({ code: 'guided', because: { code: 'guided' } }),
    expect.objectContaining({ code: 'holding' }),
    { code: 'next', gateWaits: true },
  ]);
  // What is ready and stays so is left alone; what goes rusty within the week is not.
  expect(skills(propose({ 'straight-and-level': standing('ready', 3) }))).toContain('straight-and-level');
});

test('it fits its block, and says what did not', () => {
  const words = {
    'straight-and-level': standing('guided'),
    'level-turn': standing('guided'),
    climb: standing('guided'),
  };
  const short = propose(words, { blockMin: 40 });
  expect(short.minutes).toBeLessThanOrEqual(40);
  expect(short.items).toHaveLength(1);
  expect(short.leftOut.map(({ why }) => why)).toContainEqual({ code: 'no-time', params: { blockMin: 40 } });
});

test('what cannot be flown today is left out with the brief’s own words, and the next thing taken', () => {
  const words = { 'slow-flight': standing('guided'), descent: standing('guided') };
  const low = propose(words, {
    refused: (maneuver) => (maneuver === 'slow-flight' ? { code: 'clouds' } : null),
  });
  expect(skills(low)).not.toContain('slow-flight');
  expect(low.leftOut).toContainEqual({ title: 'Slow flight', why: { code: 'clouds' } });
});

test('the configuration flown least comes next, and turns go both ways', () => {
  const words = { 'slow-flight': standing('holding'), 'level-turn': standing('holding') };
  const flownVariants = new Map([['slow-flight', ['clean', 'clean', 'landing']]]);
  const { items } = propose(words, { flownVariants });
  expect(items.find(({ skill }) => skill === 'slow-flight')!.variant).toBe('landing');
  expect(items.find(({ skill }) => skill === 'level-turn')!.variant).toBeUndefined();
});

test('nothing is put before what it stands on: a stall that was tried early waits for straight and level', () => {
  const { items } = propose({ 'power-off-stall': standing('guided'), 'level-turn': standing('holding') });
  expect(items[0].skill).not.toBe('power-off-stall');
  expect(items.map(({ skill }) => skill)).toContain('straight-and-level');
  // Shown early, it is no more than what comes in its turn.
  expect(skills(propose({ 'power-off-stall': standing('shown') }))).not.toContain('power-off-stall');
});

test('the fault that recurs is what the lesson is about; a critical one before all', () => {
  const words = { 'power-off-stall': standing('guided') };
  const fault = {
    id: 'power-off-stall/wing-drop',
    size: 34,
    params: { side: 'left', withinS: 2 },
    severity: 'fault',
    count: 3,
    of: 5,
  };
  const critical = {
    id: 'power-off-stall/secondary-stall',
    size: 3,
    severity: 'critical',
    count: 1,
    of: 5,
  };
  const said = (recurring: RecurringFinding[]) => wordedProposal(propose(words, { recurring }), KNOTS);
  expect(said([fault]).sayFirst).toMatch(/3 of the last 5: The left wing dropped/);
  expect(said([fault, critical]).focus).toMatch(/^Wait for the speed/);
  expect(said([{ ...fault, id: 'steep-turn/overbank' }]).focus).toBe('Power-off stalls');
});
