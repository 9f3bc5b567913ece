/** The way to solo: standing, gates, what is proposed, what is signed and stays so. */
import { randomUUID } from 'node:crypto';
import {
  findAirplane,
  flyTemplate,
  type GateState,
  type Path,
  STANDINGS,
  syllabuses,
  writeRecordingCsv,
} from '@keel/core';
import {
  analysed,
  asOwner,
  flightCsv,
  lessonInput,
  openSchool,
  PASSWORD,
  type TestPerson,
  type TestSchool,
} from './support/school.ts';

let school: TestSchool;
let recordingId: string;
beforeAll(async () => {
  school = await openSchool();
  const { instructor, student } = school;
  const lessonId = (await (await instructor.call('POST', '/lessons', lessonInput(student.id))).json()).id;
  recordingId = (await (await instructor.upload(flightCsv(), { studentId: student.id, lessonId })).json()).id;
  await analysed(instructor, recordingId);
});
afterAll(() => school.close());

const at = (rest: string) => `/students/${school.student.id}${rest}`;
const pathOf = async (who: TestPerson = school.instructor): Promise<Path> =>
  (await who.call('GET', at('/path'))).json();
const skillOf = async (id: string) => (await pathOf()).skills.find(({ skill }) => skill === id)!;
const problem = async (answer: Response) => [answer.status, (await answer.json()).detail] as const;
const gateOf = (gates: GateState[], id: string) => gates.find((gate) => gate.id === id)!;

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
    expect(skill.why.join()).toMatch(/asked are 5 on 3/);
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
      expect.stringMatching(/day on which it ends/),
    ]);
    const kept = await close('medical', { date: '2026-11-01', endsOn: '2031-11-01' });
    expect(kept.status).toBe(201);
    expect(gateOf(await kept.json(), 'medical')).toMatchObject({ state: 'closed', endsOn: '2031-11-01' });
  });

  test('by evidence that is not there it closes with a sentence alone', async () => {
    expect(await problem(await close('stalls', {}))).toEqual([
      422,
      expect.stringMatching(/not ready by what was flown/),
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

describe('logbook', () => {
  const draft = (id: string, body: object, who = school.instructor) =>
    who.call('PUT', at(`/logbook/drafts/${id}`), body);
  const sign = (id: string, version = 1, password = PASSWORD) =>
    school.instructor.call('POST', at(`/logbook/drafts/${id}/sign`), { password, version });

  test('drafted from the flight, signed with the password, then locked for every route and for the role that serves requests', async () => {
    const id = randomUUID();
    const { drafts } = await (await draft(id, { version: 0, recordingId })).json();
    expect(drafts[0].entry).toMatchObject({ training: expect.stringMatching(/Steep turns/) });
    expect(drafts[0].entry.blockMin).toBeGreaterThan(0);
    expect((await sign(id, 1, 'not the password')).status).toBe(403);
    const signed = await sign(id);
    expect(signed.status).toBe(201);
    const book = await signed.json();
    expect([book.drafts, book.signed.map((one: { id: string }) => one.id)]).toEqual([[], [id]]);
    expect((await draft(id, { version: 1, entry: drafts[0].entry })).status).toBe(409);
    expect((await sign(id)).status).toBe(409);
    expect(await problem(await school.instructor.call('DELETE', `/recordings/${recordingId}`))).toEqual([
      409,
      expect.stringMatching(/signed log entry/),
    ]);
    for (const change of ["UPDATE signed SET body = '{}'", 'DELETE FROM signed', 'TRUNCATE signed'])
      await expect(school.database.query(change)).rejects.toThrow(/permission denied/);
    const owner = await asOwner(school);
    await expect(owner.query("UPDATE signed SET body = '{}'")).rejects.toThrow(/never changed/);
    await owner.end();
  });

  test('a correction is a new entry that shows what it replaces, and totals follow it', async () => {
    const before = await (await school.student.call('GET', at('/logbook'))).json();
    const [wrong] = before.signed;
    const id = randomUUID();
    await draft(id, {
      version: 0,
      replaces: wrong.id,
      entry: { ...wrong.entry, remarks: 'put right', dualMin: 1 },
    });
    const after = await (await sign(id)).json();
    expect(after.signed.find((one: { id: string }) => one.id === wrong.id).replacedBy).toBe(id);
    expect(after.totals).toMatchObject({ flights: before.totals.flights, dualMin: 1 });
    const again = randomUUID();
    await draft(again, { version: 0, replaces: wrong.id, entry: wrong.entry });
    expect((await sign(again)).status).toBe(409);
  });

  test('a table with an impossible time is refused by line and column, and nothing of it is kept', async () => {
    const text =
      'Date,Airplane,Total,Air time\n2026-01-05,Cairn,1:10,0:50\n2026-01-06,Cairn,25:10,\n2026-02-30,Cairn,1:00,\n2026-01-08,Cairn,0:30,0:40\n';
    const read = await (
      await school.instructor.call('POST', at('/logbook/import'), { text, keep: true, ids: [] })
    ).json();
    expect(read.kept).toBe(0);
    expect(read.problems.map(({ line, column }: { line: number; column: string }) => [line, column])).toEqual(
      [
        [3, 'Total'],
        [4, 'Date'],
        [5, 'Air time'],
      ],
    );
    const good = text.split('\n').slice(0, 2).join('\n');
    const ids = [randomUUID()];
    for (let twice = 0; twice < 2; twice++)
      expect(
        (
          await (
            await school.instructor.call('POST', at('/logbook/import'), { text: good, keep: true, ids })
          ).json()
        ).kept,
      ).toBe(1);
    const { drafts } = await (await school.instructor.call('GET', at('/logbook'))).json();
    expect(drafts.filter(({ id }: { id: string }) => id === ids[0])).toHaveLength(1);
  });

  test('an endorsement closes its gate for its days; what is not filled in is not signed', async () => {
    const endorse = (text: string) =>
      school.instructor.call('POST', at('/endorsements'), {
        id: randomUUID(),
        password: PASSWORD,
        endorsement: {
          title: 'Solo',
          text,
          date: '2026-11-20',
          endsOn: '2027-02-18',
          gate: 'solo-endorsement',
        },
      });
    expect(await problem(await endorse('for {airplane}'))).toEqual([
      422,
      expect.stringMatching(/\{airplane\}/),
    ]);
    expect((await endorse('for the Cairn')).status).toBe(201);
    expect(gateOf((await pathOf()).gates, 'solo-endorsement')).toMatchObject({
      closing: { words: 'Solo' },
      endsOn: '2027-02-18',
    });
  });

  test('on paper: logbook, training record, and one endorsement, made by a worker', async () => {
    const { endorsements } = await (await school.instructor.call('GET', at('/logbook'))).json();
    for (const paper of [
      '/logbook.pdf',
      '/training-record.pdf',
      `/endorsements/${endorsements[0].id}/paper`,
    ]) {
      const answer = await school.student.call('GET', at(paper));
      expect([paper, answer.headers.get('Content-Type')]).toEqual([paper, 'application/pdf']);
      expect(Buffer.from(await answer.arrayBuffer()).toString('latin1')).toMatch(/^%PDF-/);
    }
    const owner = await asOwner(school);
    const { rows } = await owner.query(
      `SELECT input->>'paper' AS paper, state FROM task WHERE kind = 'record-paper' ORDER BY created_at`,
    );
    await owner.end();
    expect(rows).toEqual(
      ['logbook', 'training-record', 'endorsement'].map((paper) => ({ paper, state: 'done' })),
    );
    // What was signed, but is no endorsement, is not on paper as one.
    const { signed } = await (await school.instructor.call('GET', at('/logbook'))).json();
    expect((await school.student.call('GET', at(`/endorsements/${signed[0].id}/paper`))).status).toBe(422);
  });
});

describe('landings and the release check', () => {
  test('unknown blocks as red does, and nothing it says lets anyone go', async () => {
    const day = {
      at: new Date().toISOString(),
      runway: '24',
      windFromDeg: 200,
      windKt: 14,
      visibilitySm: 10,
      ceilingFt: null,
      fuelGal: 30,
      knowsRunway: true,
    };
    const look = async () => (await school.instructor.call('POST', at('/release/look'), day)).json();
    expect((await look()).sentence).toMatch(/^Not today, because/);
    const limits = {
      windKt: 12,
      crosswindKt: 6,
      gustSpreadKt: 5,
      ceilingFt: 2500,
      visibilitySm: 5,
      runways: ['24'],
      fuelGal: 20,
      from: '00:00',
      until: '23:59',
    };
    await school.instructor.call('POST', at('/limits'), { id: randomUUID(), limits });
    const { items } = await look();
    const state = (id: string) => items.find((one: { id: string }) => one.id === id).state;
    expect(['wind', 'crosswind', 'ceiling', 'visibility', 'runway'].map(state)).toEqual([
      'not today',
      'not today',
      'not known',
      'held',
      'held',
    ]);
    const kept = await school.instructor.call('POST', at('/release'), { id: randomUUID(), day });
    expect((await kept.json()).last.items).toHaveLength(items.length);
    const pdf = await school.student.call('GET', at('/release.pdf'));
    expect(pdf.headers.get('Content-Type')).toBe('application/pdf');
  });

  test('landings by hand, of the day, count for the check', async () => {
    const body = {
      kind: 'full-stop',
      count: 3,
      flownAt: new Date(Date.now() - 60_000).toISOString(),
      unaided: true,
    };
    const answer = await school.instructor.call('POST', at('/landings'), { id: randomUUID(), body });
    expect((await answer.json()).facts).toMatchObject({ unaidedToday: 3, takeoversInLastTen: 0 });
    const both = { ...body, takenOver: true };
    expect(
      (await school.instructor.call('POST', at('/landings'), { id: randomUUID(), body: both })).status,
    ).toBe(422);
  });

  test('what a recording shows of a landing stands in the ledger until somebody says otherwise', async () => {
    const { recording } = flyTemplate({
      airplane: findAirplane('cairn-4')!,
      template: 'steep-turns',
      apron: true,
      seed: 5,
      recorder: { rateHz: 1 },
    });
    const { power_pct: _p, throttle: _t, rpm: _r, ...rest } = recording.channels;
    // The engine idles all the way home, in every landing of it.
    const power_pct = recording.timeS.map((atS) => (atS > recording.timeS.at(-1)! - 1200 ? 0 : 60));
    const csv = writeRecordingCsv({ ...recording, channels: { ...rest, power_pct } });
    const id = (await (await school.instructor.upload(csv, { studentId: school.student.id })).json()).id;
    await analysed(school.instructor, id);
    const linesOf = async (response: Response) =>
      (await response.json()).lines.filter(
        (line: { recordingId: string; kind: string }) => line.recordingId === id && line.kind === 'full-stop',
      );
    const [line] = await linesOf(await school.instructor.call('GET', at('/landings')));
    expect(line).toMatchObject({ from: 'recording', powerOff: true });
    const body = { unaided: true, powerOff: false };
    const said = await school.instructor.call('POST', at(`/landings/${id}/${line.nth}`), {
      id: randomUUID(),
      body,
    });
    expect((await linesOf(said))[0]).toMatchObject({ powerOff: false, unaided: true });
  });
});
