import { syllabuses } from '@keel/core';
import { faultsOf, placed, renamed } from './syllabus-draft.ts';

const [syllabus] = syllabuses;
const at = (id: string) => syllabus.skills.findIndex((skill) => skill.id === id);

test('what came with the program fits as it is', () => {
  for (const one of syllabuses) expect([one.id, [...faultsOf(one)]]).toEqual([one.id, []]);
});

test('a figure, a title and a gate that closes by nobody are faults at their place', () => {
  const broken = {
    ...syllabus,
    title: '',
    ready: { ...syllabus.ready, chance: 1.8 },
    gates: [...syllabus.gates, { ...syllabus.gates[0], id: 'alone', closes: 'evidence' as const }],
  };
  const faults = faultsOf(broken);
  expect([...faults.keys()].sort()).toEqual(
    [`gates.${syllabus.gates.length}.closes`, 'ready.chance', 'title'].sort(),
  );
  expect(faults.get(`gates.${syllabus.gates.length}.closes`)).toContain('no skill serves it');
});

test('a skill that is called otherwise is still what the others come after', () => {
  const one = syllabus.skills.find(({ id }) => syllabus.skills.some(({ after }) => after.includes(id)))!;
  const next = renamed(syllabus, at(one.id), { ...one, id: 'called-otherwise' });
  expect([...faultsOf(next)]).toEqual([]);
  const followers = (list: typeof next, id: string) =>
    list.skills.filter(({ after }) => after.includes(id)).map(({ title }) => title);
  expect(followers(next, 'called-otherwise')).toEqual(followers(syllabus, one.id));
});

test('moved before what it comes after, it says so; moved beyond the ends, it stays', () => {
  const late = syllabus.skills.find(({ after }) => after.length > 0)!;
  const moved = placed(syllabus, at(late.id), 0);
  expect(moved.skills[0].id).toBe(late.id);
  expect(faultsOf(moved).get('skills.0.after.0')).toContain('comes later in the syllabus itself');
  expect(placed(syllabus, 0, -1)).toBe(syllabus);
  expect(placed(syllabus, 0, syllabus.skills.length)).toBe(syllabus);
  expect(new Set(moved.skills)).toEqual(new Set(syllabus.skills));
});
