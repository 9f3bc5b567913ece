/** A stage check's plan and where it stands. */
import fc from 'fast-check';
import { findRoom } from '../../maneuvers/registry.ts';
import { DEFAULT_SYLLABUS } from '../syllabus/syllabuses.ts';
import { drawStagePlan, SURPRISES } from './plan.ts';
import { QUESTIONS } from './questions.ts';
import { readQuestionsCsv, writeQuestionsCsv } from './questions-csv.ts';
import { type Mark, NO_MARKS, type StageMarks, skillsToRetest, stageStateOf } from './stage-check.ts';

const byHand = ['slow-flight', 'steep-turn', 'level-turn'];

test('a plan that is put together by hand keeps its order, whatever the seed; what the syllabus does not have is left out', () => {
  for (const seed of [1, 2, 3]) {
    const plan = drawStagePlan({ syllabus: DEFAULT_SYLLABUS, seed, byHand: [...byHand, 'no-such-skill'] });
    expect(plan.tasks.map(({ skill }) => skill)).toEqual(byHand);
    expect(plan.questions.length).toBeGreaterThan(0);
  }
});

const draw = (seed: number, only?: string[]) => drawStagePlan({ syllabus: DEFAULT_SYLLABUS, seed, only });

test('the seed draws order and figures, never what is asked: every skill for solo is in every plan, once', () => {
  const wanted = DEFAULT_SYLLABUS.skills.filter(({ gates }) => gates.length > 0).map(({ id }) => id);
  fc.assert(
    fc.property(fc.nat(), (seed) => {
      const { tasks } = draw(seed);
      expect(tasks.map(({ skill }) => skill).sort()).toEqual([...wanted].sort());
      expect(new Set(tasks.map(({ id }) => id)).size).toBe(tasks.length);
    }),
  );
  expect(draw(5)).toEqual(draw(5));
  expect(draw(5).tasks).not.toEqual(draw(6).tasks);
});

test('nothing near the stall is flown before steady flight, and what comes down is flown last of what is recorded', () => {
  for (let seed = 0; seed < 20; seed++) {
    const flown = draw(seed).tasks.flatMap(({ maneuver }) => (maneuver ? [findRoom(maneuver)!] : []));
    const firstStall = flown.findIndex(({ nearStall }) => nearStall);
    const lastSteady = flown.findLastIndex(
      ({ nearStall, clearedFor, card }) => !nearStall && !clearedFor && !card.losesHeight,
    );
    expect(lastSteady).toBeLessThan(firstStall);
  }
});

test('headings are whole tens; variants are the maneuver’s own', () => {
  for (const { maneuver, variant, headingDeg } of draw(11).tasks) {
    if (maneuver === null) {
      expect(headingDeg).toBeNull();
      continue;
    }
    expect(headingDeg! % 10).toBe(0);
    expect(findRoom(maneuver)!.variants as readonly (string | null)[]).toContain(variant);
  }
});

test('a question of knowledge and one of risk for what is stalled and steep; each says what it looks for and where that stands', () => {
  const { questions } = draw(3);
  for (const maneuver of ['power-off-stall', 'slow-flight'])
    expect(
      questions
        .filter((one) => one.maneuver === maneuver)
        .map(({ kind }) => kind)
        .sort(),
    ).toEqual(['knowledge', 'risk']);
  expect(new Set(QUESTIONS.map(({ id }) => id)).size).toBe(QUESTIONS.length);
  for (const { maneuver, looksFor, source } of QUESTIONS) {
    expect(maneuver === null || findRoom(maneuver) !== undefined).toBe(true);
    expect([looksFor, source].every((text) => text.length > 5)).toBe(true);
  }
});

test('no surprise touches fuel, mixture or magnetos', () => {
  for (const surprise of SURPRISES) expect(surprise).not.toMatch(/fuel|mixture|magneto|ignition|key off/i);
});

const plan = draw(1);
const marksAll = (mark: Mark, list: { id: string }[]) =>
  Object.fromEntries(list.map(({ id }) => [id, { mark, words: '', tries: 1 }]));
const stateOf = (marks: Partial<StageMarks>, closed = false, discontinued: string | null = null) =>
  stageStateOf({ plan, marks: { ...NO_MARKS, ...marks }, discontinued, closed });

test('from the oral part to the end', () => {
  const questions = marksAll('satisfactory', plan.questions);
  const tasks = marksAll('satisfactory', plan.tasks);
  expect(stateOf({})).toBe('oral');
  expect(stateOf({ questions })).toBe('flight');
  expect(stateOf({ questions, tasks })).toBe('to-close');
  expect(stateOf({ questions, tasks }, true)).toBe('passed');
  expect(stateOf({ questions: marksAll('unsatisfactory', plan.questions) })).toBe('to-close');
  expect(stateOf({ questions: marksAll('unsatisfactory', plan.questions) }, true)).toBe('failed-oral');
  const [first] = plan.tasks;
  const one = { ...tasks, [first.id]: { mark: 'unsatisfactory' as const, words: '', tries: 2 } };
  expect(stateOf({ questions, tasks: one }, true)).toBe('failed');
  expect(stateOf({ questions }, true, 'weather')).toBe('discontinued');
  expect(skillsToRetest({ plan, marks: { questions, tasks: one } })).toEqual([first.skill]);
});

test('a retest draws what was not passed alone', () => {
  expect(draw(9, ['power-off-stall']).tasks.map(({ skill }) => skill)).toEqual(['power-off-stall']);
});

describe('questions as a table', () => {
  test('written and read again they are the same', () => {
    const { questions, problems } = readQuestionsCsv(writeQuestionsCsv(QUESTIONS));
    expect(problems).toEqual([]);
    expect(questions.map(({ id: _, ...rest }) => rest)).toEqual(QUESTIONS.map(({ id: _, ...rest }) => rest));
  });

  test('maneuvers go by their names; a line that cannot be is left out with its reason', () => {
    const text = [
      'task,kind,question,answer,source',
      'Steep turns,risk,What comes first?,Power and wings,ours',
      ',knowledge,Light signals?,Green,ours',
      'Loops,risk,Why?,Because,ours',
      'Climbs,opinion,Why?,Because,ours',
      'Climbs,risk,,Because,ours',
    ].join('\n');
    const { questions, problems } = readQuestionsCsv(text);
    expect(questions.map(({ maneuver, kind }) => [maneuver, kind])).toEqual([
      ['steep-turn', 'risk'],
      [null, 'knowledge'],
    ]);
    expect(problems.map(({ line, code }) => [line, code])).toEqual([
      [4, 'question/maneuver'],
      [5, 'question/cell'],
      [6, 'question/cell'],
    ]);
  });
});
