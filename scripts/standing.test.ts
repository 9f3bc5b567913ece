import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Refusal } from './lib/cli.ts';
import { standing } from './standing.ts';

const folder = mkdtempSync(join(tmpdir(), 'keel-standing-'));
afterAll(() => rmSync(folder, { recursive: true }));

const attempt = (at: string, more: object = {}) => ({
  skill: 'steep-turn',
  at,
  flownIn: 'airplane',
  help: 'unaided',
  verdict: 'satisfactory',
  toleranceUsed: 0.6,
  grade: 3,
  ...more,
});
const run = (history: object, ...args: string[]) => {
  const file = join(folder, 'history.json');
  writeFileSync(file, JSON.stringify(history));
  return standing([file, ...args]) as string;
};
const days = ['2026-01-05', '2026-01-05', '2026-01-09', '2026-01-09', '2026-01-14', '2026-01-14'];
const ready = { judge: 'examiner', attempts: days.map((day, i) => attempt(`${day}T10:0${i}:00Z`)) };

test('ready on the day, rusty nine weeks later, in JSON and as a table', () => {
  const { on, skills, forecast } = JSON.parse(run(ready, '--on', '2026-01-15', '--format', 'json'));
  expect([on, skills]).toEqual([
    '2026-01-15',
    [expect.objectContaining({ skill: 'steep-turn', standing: 'ready', days: 3, counted: 6 })],
  ]);
  expect(skills[0].chance.low).toBeLessThanOrEqual(skills[0].chance.p);
  expect(forecast.lessons).toEqual({ low: 0, middle: 0, high: 0 });
  expect(run(ready, '--on', '2026-03-20')).toMatch(/steep-turn +rusty/);
});

test('any order, and what was flown after the moment asked for is not known yet', () => {
  const shuffled = { ...ready, attempts: [...ready.attempts].reverse() };
  const at = ['--on', '2026-01-14T10:04:30Z', '--format', 'json'];
  expect(run(shuffled, ...at)).toBe(run(ready, ...at));
  expect(JSON.parse(run(ready, ...at)).skills[0].counted).toBe(5);
});

test('a syllabus says which skills there are', () => {
  const { skills } = JSON.parse(
    run({ ...ready, syllabus: 'pre-solo' }, '--format', 'json', '--on', '2026-01-15'),
  );
  expect(skills.length).toBeGreaterThan(20);
  const stray = {
    syllabus: 'pre-solo',
    attempts: [attempt('2026-01-05T10:00:00Z', { skill: 'barrel-roll' })],
  };
  expect(() => run(stray)).toThrow(/attempts\.0\.skill: barrel-roll is not a skill of pre-solo/);
  expect(() => run({ ...ready, syllabus: 'none' })).toThrow(/path\/syllabus|none of this name/);
});

test.each<[object, string[], RegExp]>([
  [{ attempts: [attempt('yesterday')] }, [], /attempts\.0\.at: an instant/],
  [{ attempts: [attempt('2026-01-05T10:00:00Z', { help: 'some' })] }, [], /attempts\.0\.help/],
  [ready, ['--on', 'soon'], /--on soon: a day or an instant/],
  [ready, ['--format', 'xml'], /table or json/],
])('what cannot be read is refused in one line', (history, args, why) => {
  expect(() => run(history, ...args)).toThrow(Refusal);
  expect(() => run(history, ...args)).toThrow(why);
});
