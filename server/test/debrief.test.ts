/** The debrief's routes: the flight for drawing, other formats, edits, tables of other makes, stopping, own figures. */
import { randomUUID } from 'node:crypto';
import { decodeFlight, headerKey, readRecording, type Score, tableHead } from '@keel/core';
import { AirplaneEntity } from '../src/db/entities.ts';
import { analysed, flightCsv, lessonInput, openSchool, type TestSchool } from './support/school.ts';

let school: TestSchool;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

async function uploaded(file: string, fields: Record<string, string> = {}, name?: string) {
  const answer = await school.instructor.upload(file, { studentId: school.student.id, ...fields }, name);
  expect([answer.status, answer.status < 300 || (await answer.clone().json()).detail]).toEqual([201, true]);
  return analysed(school.instructor, (await answer.json()).id);
}
const read = async (path: string) => {
  const answer = await school.student.call('GET', path);
  return { answer, text: await answer.text() };
};

test('a lesson’s day holds over the file’s clock where somebody said so', async () => {
  const plannedAt = '2026-05-04T09:00:00.000Z';
  const made = await school.instructor.call('POST', '/lessons', {
    ...lessonInput(school.student.id),
    plannedAt,
  });
  const { id: lessonId } = await made.json();
  const file = (seed: number) => `# date: 2025-01-02\n${flightCsv(seed)}`;
  const own = await uploaded(file(44), { lessonId });
  expect(own.flownAt).toMatch(/^2025-01-02/);
  const chosen = await uploaded(file(45), { lessonId, dayFrom: 'lesson' });
  expect(chosen.flownAt).toBe(plannedAt);
});

describe('the flight', () => {
  test('comes as columns, row for row', async () => {
    const file = flightCsv(41);
    const { id } = await uploaded(file);
    const answer = await school.student.call('GET', `/recordings/${id}/flight`);
    const { rows, columns, notes } = decodeFlight(await answer.arrayBuffer());
    const { timeS, channels } = readRecording(file);
    expect(rows).toBe(timeS.length);
    expect(columns.time_s[100]).toBeCloseTo(timeS[100], 3);
    expect(Math.abs(columns.alt_ft[100] - channels.alt_ft![100])).toBeLessThan(15);
    expect(notes).toEqual([]);
  });

  test('as CSV it is read back with every value', async () => {
    const file = flightCsv(42);
    const { id } = await uploaded(file);
    const { answer, text } = await read(`/recordings/${id}/export/csv`);
    expect(answer.headers.get('Content-Disposition')).toContain('flight.csv');
    const [again, original] = [readRecording(text), readRecording(file)];
    expect(again.timeS).toEqual(original.timeS);
    expect(again.channels).toEqual(original.channels);
    expect(again.header).toMatchObject({ airplane: 'cairn-4' });
  });

  test('as GPX and KML it has its places and attempts, as JSON its score', async () => {
    const { id, score } = await uploaded(flightCsv(43));
    const gpx = await read(`/recordings/${id}/export/gpx`);
    expect(gpx.answer.headers.get('Content-Type')).toBe('application/gpx+xml');
    expect(gpx.text).toContain('<name>1. Steep turn left</name>');
    // This recorder knows no time of day, so its track has none and is no log that could be scored.
    expect(() => readRecording(gpx.text)).toThrow('gpx/time');
    expect((await read(`/recordings/${id}/export/kml`)).text).toContain('<LineString>');
    expect(JSON.parse((await read(`/recordings/${id}/export/json`)).text)).toEqual(score);
  });

  test('without positions there is no track, and the answer says so', async () => {
    const lines = flightCsv(44).split('\n');
    const head = lines.findIndex((line) => line.startsWith('time_s'));
    const names = lines[head].split(',');
    const keep = ['time_s', 'alt_ft', 'ias_kt', 'hdg_deg', 'bank_deg'].map((name) => names.indexOf(name));
    const narrow = lines
      .slice(head)
      .filter(Boolean)
      .map((line) => keep.map((i) => line.split(',')[i]).join(','))
      .join('\n');
    const { id } = await uploaded(narrow);
    const { answer, text } = await read(`/recordings/${id}/export/gpx`);
    expect(answer.status).toBe(422);
    expect(JSON.parse(text).detail).toContain('take the CSV');
  });

  test('on paper: a PDF of the student’s attempts', async () => {
    const { id } = await uploaded(flightCsv(45));
    const answer = await school.student.call('GET', `/recordings/${id}/debrief.pdf`);
    const bytes = Buffer.from(await answer.arrayBuffer());
    expect(answer.headers.get('Content-Type')).toBe('application/pdf');
    expect(bytes.subarray(0, 5).toString()).toBe('%PDF-');
    expect(bytes.length).toBeGreaterThan(8000);
  });
});

describe('edits', () => {
  const say = (recordingId: string, body: object) =>
    school.instructor.call('POST', `/recordings/${recordingId}/statements`, { id: randomUUID(), body });
  const attemptsOf = async (id: string): Promise<Score['attempts']> =>
    (await analysed(school.instructor, id)).score.attempts;
  const spanOf = ({ startS, endS, maneuver }: Score['attempts'][number]) => ({ startS, endS, maneuver });

  test('split, merged, called otherwise, and each taken back', async () => {
    const { id, score } = await uploaded(flightCsv(51));
    const [left, right] = (score as Score).attempts.map(spanOf);

    const split = await (await say(id, { kind: 'split', ...left, atS: left.startS + 20 })).json();
    expect((await attemptsOf(id)).map(({ variant }) => variant)).toEqual(['left', 'left', 'right']);

    const [first] = (await attemptsOf(id)).map(spanOf);
    const merged = await (await say(id, { kind: 'merge', ...first, withEndS: left.endS })).json();
    expect((await attemptsOf(id)).map(spanOf)).toEqual([left, right]);
    await say(id, { kind: 'take-back', ...left, of: merged.at(-1).id });
    await say(id, { kind: 'take-back', ...left, of: split.at(-1).id });
    expect(await attemptsOf(id)).toEqual((score as Score).attempts);

    const twoWays = await say(id, { kind: 'merge', ...left, withEndS: right.endS });
    expect([twoWays.status, (await twoWays.json()).detail]).toEqual([
      422,
      expect.stringContaining('two attempts'),
    ]);

    await say(id, { kind: 'retype', ...right, newManeuver: 'level-turn' });
    expect((await attemptsOf(id)).map(({ maneuver }) => maneuver)).toEqual(['steep-turn', 'level-turn']);
  });

  test.each([
    ['a split that leaves nothing of one part', { kind: 'split', atS: 1 }, 'five seconds'],
    ['a merge backwards', { kind: 'merge', withEndS: 0 }, 'a later one'],
    ['a maneuver that is none', { kind: 'retype', newManeuver: 'loop' }, 'maneuver "loop": must be one of'],
  ])('%s is refused', async (_, body, words) => {
    const { id, score } = await uploaded(flightCsv(90 + words.length));
    const answer = await say(id, { ...spanOf((score as Score).attempts[0]), ...body });
    expect(answer.status).toBe(422);
    expect((await answer.json()).detail).toContain(words);
  });
});

describe('who may say what', () => {
  const say = (who: 'instructor' | 'student' | 'classmate', recordingId: string, body: object) =>
    school[who].call('POST', `/recordings/${recordingId}/statements`, { id: randomUUID(), body });

  test('a student marks and comments, and neither edits, parks nor says what the instructor saw', async () => {
    const { id, score } = await uploaded(flightCsv(57));
    const { startS, endS, maneuver } = (score as Score).attempts[0];
    const span = { startS, endS, maneuver };
    const lesson = { startS: 0, endS: 600, maneuver: 'lesson' };
    for (const body of [
      { kind: 'mark', ...span, atS: startS + 5, text: 'here' },
      { kind: 'comment', ...span, text: 'felt quick' },
      { kind: 'comment', ...lesson, text: 'tired after it' },
    ])
      expect((await say('student', id, body)).status).toBe(201);
    for (const body of [
      { kind: 'split', ...span, atS: startS + 10 },
      { kind: 'merge', ...span, withEndS: endS + 60 },
      { kind: 'retype', ...span, newManeuver: 'level-turn' },
      { kind: 'take-back', ...span, of: randomUUID() },
      { kind: 'observed', ...span, item: 'eyes-outside', seen: true },
      { kind: 'park', ...lesson, finding: 'steep-turn/overbank', parked: true },
      { kind: 'next-time', ...lesson, text: 'less' },
    ]) {
      expect([body.kind, (await say('student', id, body)).status]).toEqual([body.kind, 403]);
      expect([body.kind, (await say('classmate', id, body)).status]).toEqual([body.kind, 404]);
      expect([body.kind, (await say('instructor', id, body)).status]).toEqual([body.kind, 201]);
    }
  });

  test('what is no observation is refused by its field', async () => {
    const { id, score } = await uploaded(flightCsv(58));
    const { startS, endS, maneuver } = (score as Score).attempts[0];
    const answer = await say('instructor', id, {
      kind: 'observed',
      startS,
      endS,
      maneuver,
      item: 'good-mood',
      seen: true,
    });
    expect(answer.status).toBe(422);
    expect((await answer.json()).errors[0].field).toContain('item');
  });
});

describe('a table of another make', () => {
  const metric = (seed: number) => {
    const { timeS, channels } = readRecording(flightCsv(seed));
    const rows = Array.from(timeS, (time, i) =>
      [
        time,
        channels.alt_ft![i] * 0.3048,
        channels.ias_kt![i] * 1.852,
        channels.hdg_deg![i],
        -channels.bank_deg![i],
      ].join(';'),
    );
    return ['Time s;Height (m);Airspeed (km/h);Heading;Left wing down', ...rows].join('\n');
  };
  const mapping = {
    time: { column: 'Time s', kind: 's' },
    channels: [
      { column: 'Height (m)', channel: 'alt_ft', unit: 'm' },
      { column: 'Airspeed (km/h)', channel: 'ias_kt', unit: 'km/h' },
      { column: 'Heading', channel: 'hdg_deg', unit: 'deg' },
      { column: 'Left wing down', channel: 'bank_deg', unit: 'deg', flip: true },
    ],
  };

  test('is read as it was said, scored, and scored again the same way', async () => {
    const recording = await uploaded(metric(61), { mapping: JSON.stringify(mapping) });
    expect(recording.score.attempts.map((a: { variant: string }) => a.variant)).toEqual(['left', 'right']);
    const again = await school.instructor.call('POST', `/recordings/${recording.id}/rescore`, {});
    expect(await again.json()).toEqual({ changes: [] });
  });

  test('without a mapping it is refused with what was expected', async () => {
    const answer = await school.instructor.upload(metric(62), { studentId: school.student.id });
    expect(answer.status).toBe(422);
    expect((await answer.json()).detail).toContain('there is no time column');
  });

  test('a mapping that is none is refused by its field', async () => {
    const answer = await school.instructor.upload(metric(63), {
      studentId: school.student.id,
      mapping: '{}',
    });
    expect(answer.status).toBe(422);
    expect((await answer.json()).detail).toMatch(/^mapping/);
  });

  test('what was said of a header is there the next time, for the whole school and no other', async () => {
    const key = headerKey(tableHead(metric(64)));
    const kept = async (who: 'chief' | 'stranger') =>
      (await (await school[who].call('GET', `/column-mappings/${key}`)).json()).mapping;
    expect(await kept('chief')).toBeNull();
    await school.instructor.call('PUT', `/column-mappings/${key}`, mapping);
    expect(await kept('chief')).toMatchObject({ time: mapping.time });
    expect(await kept('stranger')).toBeNull();
  });
});

describe('the airplane’s own figures', () => {
  const figures = async () => (await school.chief.call('GET', '/airplanes/cairn-4/own-figures')).json();

  test('come from the school’s flights of it, are taken up by the chief, and given up again', async () => {
    for (const seed of [81, 82, 83]) await uploaded(flightCsv(seed), { weightLb: '2200' });
    const before = await figures();
    expect(before.flights).toBeGreaterThanOrEqual(3);
    expect(before.taken).toEqual([]);
    const level = before.figures.find(({ kind }: { kind: string }) => kind === 'level-rpm');
    expect(level.count).toBeGreaterThanOrEqual(3);
    // The synthetic airplane flies by its book.
    expect(Math.abs(level.value - level.book)).toBeLessThan(40);

    const { version } = await school.database
      .getRepository(AirplaneEntity)
      .findOneByOrFail({ id: 'cairn-4', schoolId: await mySchool() });
    const put = (take: boolean, at: number) =>
      school.chief.call('PUT', '/airplanes/cairn-4/own-figures', { version: at, take });
    expect((await (await put(true, version)).json()).taken).toEqual(before.figures);
    const lesson = await (
      await school.instructor.call('POST', '/lessons', lessonInput(school.student.id))
    ).json();
    expect(lesson.cards[0].ownFigures.length).toBeGreaterThan(0);
    expect((await put(true, version)).status).toBe(409);
    expect((await (await put(false, version + 1)).json()).taken).toEqual([]);
  });

  const mySchool = async () =>
    (await school.database.query('SELECT school_id FROM account WHERE id = $1', [school.chief.id]))[0]
      .school_id as string;

  test('flights of the trainer tell nothing of the airplane', async () => {
    const { flights } = await figures();
    await school.database.query("UPDATE recording SET flown_in = 'trainer'");
    expect((await figures()).flights).toBe(0);
    expect(flights).toBeGreaterThan(0);
  });
});
