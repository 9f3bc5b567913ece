/** Lessons of several maneuvers, the kneeboard, the calendar, the hangar and the school's technique. */
import { findAirplane, fleet, targetCardSchema } from '@keel/core';
import type { QueryRunner } from 'typeorm';
import { LessonEntity, SchoolEntity } from '../src/db/entities.ts';
import { Brief1700000000002 } from '../src/db/migrations/1700000000002-brief.ts';
import { analysed, asOwner, flightCsv, lessonInput, openSchool, type TestSchool } from './support/school.ts';

let school: TestSchool;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

const ITEMS = [
  { id: 'slow', maneuver: 'slow-flight', variant: 'landing' },
  { id: 'steep', maneuver: 'steep-turn', attempts: 1 },
  { id: 'stall', maneuver: 'power-off-stall' },
];
const LOADING = { stations: { front: 350, baggage: 20 }, fuelGal: 32 };
const save = (change: object = {}, conditions: object = {}) => {
  const input = lessonInput(school.student.id);
  return school.instructor.call('POST', '/lessons', {
    ...input,
    items: ITEMS,
    ...change,
    conditions: { ...input.conditions, loading: LOADING, ...conditions },
  });
};

describe('a lesson of several maneuvers', () => {
  test('is planned by the server, and comes back as it was put in', async () => {
    const lesson = await (
      await save({ focus: 'Eyes outside', parked: ['steep-turn/slip'], technique: { steepTrim: 'both' } })
    ).json();
    expect(lesson).toMatchObject({
      items: ITEMS,
      focus: 'Eyes outside',
      parked: ['steep-turn/slip'],
      technique: { steepTrim: 'both' },
      conditions: { loading: LOADING, weightLb: 2042 },
    });
    expect(lesson.cards.map((card: { maneuver: string }) => card.maneuver)).toEqual([
      'slow-flight',
      'steep-turn',
      'steep-turn',
      'power-off-stall',
    ]);
    expect(lesson.cards[1].technique.steepTrim).toBe('both');
    expect(lesson.plan.startWeightLb).toBe(2042);
    expect(lesson.plan.fuelLeftGal).toBeGreaterThan(20);
  });

  test.each([
    [
      {},
      { loading: { stations: { front: 900 }, fuelGal: 30 } },
      /must not fly so.*Front seats: 900 lb is more/,
    ],
    [{}, { loading: { stations: { wing: 9 }, fuelGal: 30 } }, /no station wing/],
    [
      {},
      { loading: { stations: { front: 340 }, fuelGal: 2 } },
      /burns .* gal and there are 2.0 gal on board/,
    ],
    [{ items: [] }, {}, /at least one maneuver/],
    [{ items: [{ id: 'a', maneuver: 'loop' }] }, {}, /maneuver "loop": must be one of/],
    [{ items: [{ id: 'a', maneuver: 'steep-turn', bankDeg: 80 }] }, {}, /bankDeg/],
    [{ technique: { ignoreFloor: true } }, {}, /ignoreFloor/],
    [{}, { blockMin: 5 }, /a block is at least 15 minutes/],
  ])('%j %j is refused in words', async (change, conditions, words) => {
    const answer = await save(change, conditions);
    expect(answer.status).toBe(422);
    expect((await answer.json()).detail).toMatch(words);
  });

  test('a maneuver that does not fit under the cloud is saved as off today', async () => {
    const lesson = await (await save({}, { cloudBaseFt: 4900 })).json();
    expect(lesson.cards.map((card: { offToday: boolean }) => card.offToday)).toEqual([
      false,
      false,
      false,
      true,
    ]);
  });

  test('what recurs in the student’s own attempts stands on the card, unless it is parked', async () => {
    for (const seed of [1, 2]) {
      const { id } = await (
        await school.instructor.upload(flightCsv(seed), { studentId: school.student.id }, `${seed}.csv`)
      ).json();
      await analysed(school.instructor, id);
    }
    const watchFor = async (parked: string[]) =>
      JSON.stringify((await (await save({ parked })).json()).cards[1].watchFor);
    expect(await watchFor([])).toMatch(/steep-turn\/overbank.*"count":2,"of":4/);
    expect(await watchFor(['steep-turn/overbank'])).not.toMatch(/overbank/);
  });
});

describe('taken along', () => {
  test.each([
    ['a5', 419.53, 595.28],
    ['half-letter', 396, 612],
  ])(
    'the %s kneeboard is a PDF of that size, a page a maneuver and one before them',
    async (size, width, height) => {
      const { id } = await (await save()).json();
      const answer = await school.student.call('GET', `/lessons/${id}/kneeboard.pdf?size=${size}`);
      expect(answer.headers.get('Content-Type')).toBe('application/pdf');
      const pdf = Buffer.from(await answer.arrayBuffer()).toString('latin1');
      expect(pdf.slice(0, 5)).toBe('%PDF-');
      const [, ...box] = pdf.match(/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/)!;
      expect(Math.abs(Number(box[0]) - width) + Math.abs(Number(box[1]) - height)).toBeLessThan(0.5);
      expect(pdf.match(/\/Type \/Page\b/g)).toHaveLength(1 + ITEMS.length);
    },
  );

  test.each([
    ['a4', 841.89, 595.28],
    ['letter', 792, 612],
  ])('%s has two panels side by side', async (size, width, height) => {
    const { id } = await (await save()).json();
    const answer = await school.student.call('GET', `/lessons/${id}/kneeboard.pdf?size=${size}`);
    const pdf = Buffer.from(await answer.arrayBuffer()).toString('latin1');
    const [, ...box] = pdf.match(/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/)!;
    expect(Math.abs(Number(box[0]) - width) + Math.abs(Number(box[1]) - height)).toBeLessThan(0.5);
    expect(pdf.match(/\/Type \/Page\b/g)).toHaveLength(Math.ceil((1 + ITEMS.length) / 2));
  });

  test('another size is refused', async () => {
    const { id } = await (await save()).json();
    expect((await school.instructor.call('GET', `/lessons/${id}/kneeboard.pdf?size=a3`)).status).toBe(422);
  });

  test('the calendar entry has its time, its length and its version (RFC 5545)', async () => {
    const { id } = await (await save({ title: 'Stalls, first look' }, { blockMin: 90 })).json();
    const answer = await school.student.call('GET', `/lessons/${id}/lesson.ics`);
    expect(answer.headers.get('Content-Type')).toMatch(/text\/calendar/);
    const text = (await answer.text()).replace(/\r\n[ \t]/g, '');
    expect(text).toMatch(/^BEGIN:VCALENDAR\r\n/);
    expect(text).toContain('DTSTART:20261120T093000Z');
    expect(text).toContain('DURATION:PT1H30M');
    expect(text).toContain(`UID:${id}@keel-path`);
    expect(text).toContain('SEQUENCE:1');
    expect(text).toContain('SUMMARY:Stalls\\, first look');
  });
});

describe('the hangar', () => {
  const sedge = { ...findAirplane('sedge-2')!, id: 'sedge-x' };

  test('an airplane file goes in and comes out the same', async () => {
    expect((await school.chief.call('POST', '/airplanes', sedge)).status).toBe(201);
    const file = await school.instructor.call('GET', '/airplanes/sedge-x/file');
    expect(file.headers.get('Content-Disposition')).toBe('attachment; filename="sedge-x.json"');
    expect(await file.json()).toEqual(sedge);
    const again = await school.chief.call('POST', '/airplanes', sedge);
    expect([again.status, (await again.json()).detail]).toEqual([
      409,
      expect.stringMatching(/already an airplane with the id sedge-x/),
    ]);
  });

  test.each([
    [{ vs1Kias: 120 }, /vaKiasAtMax \(93\) must be above vs1Kias \(120\)/],
    [{ emptyWeightLb: 5000 }, /emptyWeightLb \(5000\) must be below maxWeightLb \(1320\)/],
    [
      {
        flaps: [
          { deg: 30, vfeKias: 70 },
          { deg: 10, vfeKias: 80 },
        ],
      },
      /flap stages must rise/,
    ],
    [{ warningKias: { clean: 40 } }, /the warning \(40\) must sound above the stall speed \(42\)/],
    [{ cgEnvelope: undefined }, /balance needs stations, emptyArmIn, emptyWeightLb and cgEnvelope together/],
    [{ id: 'No Good' }, /small letters, digits and hyphens/],
    [{ takeoffStage: 7 }, /only 2 flap stages/],
  ])('%j is refused in words', async (wrong, words) => {
    const answer = await school.chief.call('POST', '/airplanes', { ...sedge, id: 'sedge-y', ...wrong });
    expect(answer.status).toBe(422);
    expect((await answer.json()).detail).toMatch(words);
  });

  test('a change counts from the next lesson on; of two windows the second is told', async () => {
    const [before] = (await (await school.chief.call('GET', '/airplanes')).json()).filter(
      ({ id }: { id: string }) => id === 'cairn-4',
    );
    const change = (vaKiasAtMax: number) =>
      school.chief.call('PUT', '/airplanes/cairn-4', {
        version: before.version,
        airplane: { ...findAirplane('cairn-4'), vaKiasAtMax },
      });
    const old = await (await save()).json();
    expect((await change(96)).status).toBe(200);
    const second = await change(97);
    expect([second.status, (await second.json()).detail]).toEqual([
      409,
      expect.stringMatching(/another window/),
    ]);
    const { items } = await (await school.chief.call('GET', '/school/trail')).json();
    expect(items.map(({ what, of }: { what: string; of: string }) => `${what}: ${of}`)).toEqual(
      expect.arrayContaining([`airplane changed: ${before.name}`, `airplane added: ${sedge.name}`]),
    );
    const fresh = await (await save()).json();
    expect(fresh.cards[0].vaKias / old.cards[0].vaKias).toBeCloseTo(96 / 102, 2);
    const kept = await (await school.instructor.call('GET', `/lessons/${old.id}`)).json();
    expect(kept.cards[0].vaKias).toBe(old.cards[0].vaKias);
  });

  test('it keeps its id', async () => {
    const answer = await school.chief.call('PUT', '/airplanes/gimmer-2', { version: 1, airplane: sedge });
    expect([answer.status, (await answer.json()).detail]).toEqual([
      422,
      expect.stringMatching(/it keeps that/),
    ]);
  });
});

test('the school’s technique is on the next card, and survives two windows', async () => {
  const { version, technique } = await (await school.chief.call('GET', '/technique')).json();
  const put = () =>
    school.chief.call('PUT', '/technique', {
      version,
      technique: { ...technique, slowBankDeg: 10, judge: 'strict' },
    });
  expect((await put()).status).toBe(200);
  expect((await put()).status).toBe(409);
  const lesson = await (await save()).json();
  expect(lesson.cards[0].bankDeg).toBe(10);
  const path = await (await school.student.call('GET', `/students/${school.student.id}/path`)).json();
  expect(path.judge).toBe('strict');
});

test('lessons and settings from before the change are read as they were', async () => {
  const { database } = school;
  const { id } = await (await save()).json();
  const owner = await asOwner(school);
  const runner = {
    query: (sql: string, values?: unknown[]) => owner.query(sql, values),
  } as unknown as QueryRunner;
  const migration = new Brief1700000000002();
  await migration.down(runner);
  await runner.query(
    `UPDATE school SET settings = settings || '{"judge": "strict", "clearsBeforeEach": true}'`,
  );
  await runner.query('UPDATE lesson SET cards = $1', [JSON.stringify([olderCard()])]);
  await migration.up(runner);
  await owner.end();
  const { technique } = await (await school.chief.call('GET', '/technique')).json();
  expect(technique).toMatchObject({ judge: 'strict', clearingWhen: 'before-each', steepCircles: 1 });
  const lesson = await (await school.instructor.call('GET', `/lessons/${id}`)).json();
  expect(lesson).toMatchObject({ plan: null, items: [{ maneuver: 'steep-turn' }], focus: '' });
  expect(lesson.cards[0]).toMatchObject({ picture: 'speed-window', figures: [], ladder: null });
  expect(await database.getRepository(LessonEntity).count()).toBeGreaterThan(0);
  expect(await database.getRepository(SchoolEntity).count()).toBe(2);
});

/** A card as it was stored when there were only steep turns. */
function olderCard(): object {
  const entry = {
    altitudeFt: 4500,
    floorFt: 3400,
    plannedLossFt: 200,
    cushionFt: 500,
    headingDeg: 360,
    airspeedKias: 92,
    airspeedWhy: 'the maker’s recommendation',
    windowKias: [62, 98],
    windowWhy: ['a', 'b'],
  };
  const card = {
    maneuver: 'steep-turn',
    variant: 'left',
    title: 'Steep turns',
    airplane: fleet[0].id,
    weightLb: 2240,
    standard: 'faa-private',
    entry,
    bankDeg: 45,
    loadFactor: 1.41,
    stallKias: { level: 45, inBank: 57 },
    vaKias: 98,
    air: { pressureAltitudeFt: 4500, oatC: 6, densityAltitudeFt: 4500 },
    turn: null,
    power: null,
    flaps: [],
    steps: [],
    checks: [],
    watchFor: [],
    cautions: [],
    tolerances: [],
    assumed: [],
    missing: {},
  };
  targetCardSchema.parse(card);
  return card;
}
