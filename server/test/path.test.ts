/** The way to solo: standing, gates, what is proposed. */
import { randomUUID } from 'node:crypto';
import { type PathAttempt, type Score, STANDINGS, syllabuses } from '@keel/core';
import { asOwner, lessonInput, type TestSchool } from './support/school.ts';
import { gateOf, openStudent, problem, type TestStudent } from './support/student.ts';

let school: TestSchool;
let recordingId: string;
let at: TestStudent['at'];
let pathOf: TestStudent['pathOf'];
beforeAll(async () => {
  ({ school, recordingId, at, pathOf } = await openStudent());
});
afterAll(() => school.close());
const skillOf = async (id: string) => (await pathOf()).skills.find(({ skill }) => skill === id)!;

describe('standing', () => {
  test('what nobody said counts for nothing; said unaided, it counts at once', async () => {
    expect(await skillOf('steep-turn')).toMatchObject({ standing: 'guided', counted: 0, chance: null });
    const { attempts } = (await (await school.instructor.call('GET', `/recordings/${recordingId}`)).json())
      .score;
    for (const { startS, endS, maneuver } of attempts) {
      const body = { kind: 'help', maneuver, startS, endS, help: 'unaided', flownBy: 'student' };
      await school.instructor.call('POST', `/recordings/${recordingId}/statements`, {
        id: randomUUID(),
        body,
      });
    }
    const skill = await skillOf('steep-turn');
    expect(skill.counted).toBe(
      attempts.filter(({ maneuver }: { maneuver: string }) => maneuver === 'steep-turn').length,
    );
    expect(skill.chance!.low).toBeLessThan(skill.chance!.p);
    expect(skill.why.join()).toMatch(/needs 5 unaided attempts on 3 days/);
  });

  test('in air that the instructor called rough a failure with nothing critical says nothing', async () => {
    const { attempts } = (await (await school.instructor.call('GET', `/recordings/${recordingId}`)).json())
      .score;
    const failed = attempts.find(
      (one: { maneuver: string; examiner: string }) =>
        one.maneuver === 'steep-turn' && one.examiner === 'unsatisfactory',
    );
    const { startS, endS, maneuver } = failed;
    const say = (seen: boolean) =>
      school.instructor.call('POST', `/recordings/${recordingId}/statements`, {
        id: randomUUID(),
        body: { kind: 'observed', item: 'moderate-air', seen, startS, endS, maneuver },
      });
    const before = (await skillOf('steep-turn')).counted;
    await say(true);
    expect((await skillOf('steep-turn')).counted).toBe(before - 1);
    await say(false);
    expect((await skillOf('steep-turn')).counted).toBe(before);
  });

  test('what went wrong in each attempt is a row, and stands behind the skill as it was found', async () => {
    const { score } = await (await school.instructor.call('GET', `/recordings/${recordingId}`)).json();
    const found = (score as Score).attempts.map(({ findings }) => findings.map(({ id }) => id));
    expect(found.flat().length).toBeGreaterThan(0);
    const rows: { attempt: number; finding: string }[] = await school.database.query(
      'SELECT attempt, finding FROM attempt_finding WHERE recording_id = $1 ORDER BY attempt, nth',
      [recordingId],
    );
    expect(
      found.map((_, i) => rows.filter(({ attempt }) => attempt === i).map(({ finding }) => finding)),
    ).toEqual(found);
    const behind: PathAttempt[] = await (await school.student.call('GET', at('/path/steep-turn'))).json();
    for (const { attempt, findings } of behind) expect(findings.map(({ id }) => id)).toEqual(found[attempt]);
  });

  test('every standing opens to its attempts', async () => {
    const { attempts } = await skillOf('steep-turn');
    const behind = await (await school.student.call('GET', at('/path/steep-turn'))).json();
    expect(behind.map(({ attempt }: { attempt: number }) => attempt)).toEqual(
      attempts.map(({ attempt }) => attempt),
    );
  });

  test('a skill that no recording shows is graded by hand, and one that there is not is refused', async () => {
    const grade = (skill: string) =>
      school.instructor.call('POST', at('/entered-attempts'), {
        id: randomUUID(),
        body: { skill, flownAt: '2026-11-03T10:00:00Z', help: 'unaided', grade: 3 },
      });
    expect((await grade('landing')).status).toBe(201);
    expect(await skillOf('landing')).toMatchObject({ standing: 'holding', counted: 1 });
    expect(await problem(await grade('steep-turn'))).toEqual([
      422,
      expect.stringMatching(/no skill of the syllabus/),
    ]);
  });

  test('the matrix shows instructors their own, and its cells are the path’s words', async () => {
    const matrix = await (await school.instructor.call('GET', '/path')).json();
    const row = matrix.students.find(({ id }: { id: string }) => id === school.student.id);
    const { skills } = await pathOf();
    expect(row.cells.map((cell: [number] | null) => STANDINGS[cell?.[0] ?? 0])).toEqual(
      skills.map(({ standing }) => standing),
    );
    expect((await (await school.otherInstructor.call('GET', '/path')).json()).students).toEqual([]);
  });
});

describe('gates', () => {
  const close = (gate: string, body: object, who = school.instructor, id = randomUUID()) =>
    who.call('POST', at(`/gates/${gate}`), { id, body });

  test('a paper that ends before it begins, and one without its end, are refused with what to do', async () => {
    expect(await problem(await close('medical', { date: '2026-11-01', endsOn: '2026-10-01' }))).toEqual([
      422,
      expect.stringMatching(/before it begins/),
    ]);
    expect(await problem(await close('medical', { date: '2026-11-01' }))).toEqual([
      422,
      expect.stringMatching(/day on which it expires/),
    ]);
    const kept = await close('medical', { date: '2026-11-01', endsOn: '2031-11-01' });
    expect(kept.status).toBe(201);
    expect(gateOf(await kept.json(), 'medical')).toMatchObject({ state: 'closed', endsOn: '2031-11-01' });
  });

  test('by evidence that is not there it closes with a sentence alone', async () => {
    expect(await problem(await close('stalls', {}))).toEqual([
      422,
      expect.stringMatching(/not to standard by what was flown/),
    ]);
    expect((await close('stalls', { words: 'Flown four of each with me today.' })).status).toBe(201);
  });

  test('of two who close one gate at once one closes it, and both stand in the trail', async () => {
    const answers = await Promise.all([close('english', {}), close('english', {}, school.chief)]);
    expect(answers.map(({ status }) => status)).toEqual([201, 201]);
    const owner = await asOwner(school);
    const { rows } = await owner.query(
      "SELECT 1 FROM gate_closing WHERE gate = 'english' AND undone IS NULL AND student_id = $1",
      [school.student.id],
    );
    const trail = await owner.query(
      "SELECT by FROM trail WHERE what = 'gate closed' AND detail->>'gate' = 'english'",
    );
    await owner.end();
    expect(rows).toHaveLength(1);
    expect(trail.rows.map(({ by }) => by).sort()).toEqual([school.instructor.id, school.chief.id].sort());
  });

  test('a gate that is the chief’s is closed by nobody else', async () => {
    const own = {
      ...syllabuses[0],
      gates: syllabuses[0].gates.map((gate) => (gate.id === 'certificate' ? { ...gate, by: 'chief' } : gate)),
    };
    expect((await school.chief.call('PUT', '/syllabuses/pre-solo', { version: 0, data: own })).status).toBe(
      200,
    );
    expect(await problem(await close('certificate', { date: '2026-11-01' }))).toEqual([
      403,
      expect.stringMatching(/chief instructor alone/),
    ]);
    expect((await close('certificate', { date: '2026-11-01' }, school.chief)).status).toBe(201);
  });

  test('age counts from the day of birth, and a syllabus that misspells an id is refused', async () => {
    const gates = await (await school.instructor.call('PUT', at('/born'), { born: '2004-02-29' })).json();
    expect(gateOf(gates, 'age').state).toBe('closed');
    const wrong = { ...syllabuses[0], skills: [{ ...syllabuses[0].skills[0], gates: ['stals'] }] };
    expect(
      await problem(await school.chief.call('PUT', '/syllabuses/mine', { version: 0, data: wrong })),
    ).toEqual([422, expect.stringMatching(/stals: there is no such gate/)]);
  });

  test('another syllabus of another shape changes what is asked of the same attempts', async () => {
    await school.chief.call('PUT', '/syllabus', { id: 'three-stages' });
    const { gates, syllabus } = await pathOf();
    expect([syllabus.id, gates.map(({ id }) => id)]).toEqual([
      'three-stages',
      ['stage-1', 'stage-2', 'stage-3', 'health-paper', 'age'],
    ]);
    await school.chief.call('PUT', '/syllabus', { id: 'pre-solo' });
  });
});

test('a proposal has reasons, fits its block, and becomes a lesson once; what is changed of it is remembered', async () => {
  const proposal = await (await school.instructor.call('GET', at('/proposal?blockMin=60'))).json();
  expect(proposal.items.length).toBeGreaterThan(0);
  expect(proposal.minutes).toBeLessThanOrEqual(60);
  for (const { why } of proposal.items) expect(why).toMatch(/\w/);
  const id = randomUUID();
  const make = () =>
    school.instructor.call('POST', at('/proposal'), { id, plannedAt: '2026-12-02T10:00:00Z', blockMin: 60 });
  const [first, again] = [await make(), await make()];
  expect([first.status, again.status]).toEqual([201, 201]);
  const lesson = await first.json();
  expect(lesson.items.map(({ maneuver }: { maneuver: string }) => maneuver)).toEqual(
    proposal.items.map(({ maneuver }: { maneuver: string }) => maneuver),
  );
  expect(lesson.cards.length).toBeGreaterThan(0);
  const changed = { ...lessonInput(school.student.id), id, version: lesson.version, why: 'gusty today' };
  expect((await school.instructor.call('PUT', `/lessons/${id}`, changed)).status).toBe(200);
  const owner = await asOwner(school);
  const { rows } = await owner.query('SELECT proposal FROM lesson WHERE id = $1', [id]);
  await owner.end();
  expect(rows[0].proposal.changed).toEqual([
    expect.objectContaining({ why: 'gusty today', by: school.instructor.id }),
  ]);
});

test('under low clouds it says what stands against it; under higher ones it proposes, and the lesson keeps them', async () => {
  const asked = (query: string) => school.instructor.call('GET', at(`/proposal${query}`));
  const open = await (await asked('')).json();
  const under = new Map<number, { items: object[] }>();
  for (let ft = 3000; ft <= 7000; ft += 500) {
    const answer = await asked(`?cloudBaseFt=${ft}`);
    if (answer.status === 200) under.set(ft, await answer.json());
    else
      expect((await answer.json()).detail).toMatch(
        /^Nothing that is due can be flown on such a day\. .*cloud/,
      );
  }
  expect(under.has(3000)).toBe(false);
  expect(under.get(7000)?.items).toEqual(open.items);
  const [lowest] = under.keys();
  const made = await school.instructor.call('POST', at('/proposal'), {
    plannedAt: '2026-12-03T10:00:00Z',
    cloudBaseFt: lowest,
  });
  const lesson = await made.json();
  expect([made.status, lesson.conditions.cloudBaseFt]).toEqual([201, lowest]);
  expect((await asked('?cloudBaseFt=-1')).status).toBe(422);
  // Another day's clouds are nobody's.
  expect((await (await asked('')).json()).items).toEqual(open.items);
});
