import { connect } from '../src/db/database.ts';
import { RecordingEntity } from '../src/db/entities.ts';
import { flightFile } from '../src/demo/flights.ts';
import { flyClubLesson } from '../src/demo/fly-club.ts';
import { flySeasonLesson } from '../src/demo/fly-season.ts';
import { DEMO_LESSONS, isFlown } from '../src/demo/lessons.ts';
import { hasDemo, isEmpty, loadDemo } from '../src/demo/load.ts';
import { DEMO_PEOPLE } from '../src/demo/people.ts';
import { SEASON_LESSONS } from '../src/demo/season.ts';
import { openFresh } from './support/school.ts';

test('the demo is a club of one chief, two instructors and six students, with thirteen lessons flown', () => {
  const count = (role: string) => DEMO_PEOPLE.filter((person) => person.role === role).length;
  expect([count('chief'), count('instructor'), count('student')]).toEqual([1, 2, 6]);
  expect(DEMO_LESSONS.filter(isFlown)).toHaveLength(13);
});

test('loaded into two empty databases it is the same data', async () => {
  // Two lessons of two airplanes tell as much as all of them, in a sixth of the time.
  const some = DEMO_LESSONS.filter(({ key }) => ['nell-4', 'amara-1'].includes(key));
  const load = async () => {
    const { database, tasks } = await openFresh();
    expect(await isEmpty(database)).toBe(true);
    await loadDemo(database, tasks, some);
    expect(await hasDemo(database)).toBe(true);
    const recordings = await database.getRepository(RecordingEntity).find({ order: { fileName: 'ASC' } });
    await tasks.close();
    await database.destroy();
    return recordings.map(({ id, sha256, status }) => ({ id, sha256, status }));
  };
  const [one, other] = [await load(), await load()];
  expect(one).toEqual(other);
  expect(one.map(({ status }) => status)).toEqual(['analysed', 'analysed']);
});

const inTheSeason = (key: string) => flySeasonLesson(SEASON_LESSONS.find((one) => one.key === key)!);
const atTheClub = (key: string) => flyClubLesson(DEMO_LESSONS.find((one) => one.key === key)!);

test.each([
  ['wren-s1', inTheSeason],
  ['tomas-s4', inTheSeason],
  ['amara-1', atTheClub],
])('the flight %s that comes with the program is the one that is flown', async (key, fly) => {
  expect(String(await flightFile({ key })) === fly(key)).toBe(true);
});

test('six points of the way: a season for five students, over four months', () => {
  const days = SEASON_LESSONS.map(({ daysAgo }) => daysAgo);
  expect(Math.max(...days)).toBeGreaterThan(100);
  expect(new Set(SEASON_LESSONS.map(({ season }) => season.student)).size).toBe(5);
  // The one who was away has been for five weeks.
  const away = SEASON_LESSONS.filter(({ season }) => season.student === 'amara').map(
    ({ daysAgo }) => daysAgo,
  );
  expect(Math.min(...away)).toBeGreaterThanOrEqual(35);
});

test('a database that does not answer is an error, not a wait', async () => {
  await expect(connect('postgres://nobody@127.0.0.1:1/none')).rejects.toThrow();
});
