/** The bytes of recordings: in the database, in a folder, and moved from one to the other, the same to whoever asks. */
import { randomUUID } from 'node:crypto';
import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { RecordingFileEntity } from '../src/db/entities.ts';
import { tidyFiles } from '../src/files/recording-files.ts';
import { analysed, flightCsv, openSchool, type TestSchool } from './support/school.ts';

let school: TestSchool;
const folder = mkdtempSync(join(tmpdir(), 'keel-files-'));
beforeAll(async () => {
  school = await openSchool();
});
afterAll(async () => {
  delete process.env.KEEL_FILES;
  rmSync(folder, { recursive: true, force: true });
  await school.close();
});
beforeEach(() => {
  process.env.KEEL_FILES = folder;
});

const files = () =>
  (readdirSync(folder, { recursive: true }) as string[]).filter((path) => path.split('/').length === 3);
const placed = (id: string) => files().find((path) => path.endsWith(id));
async function sent(seed: number) {
  const file = flightCsv(seed);
  const answer = await school.instructor.upload(file, { studentId: school.student.id });
  const { id } = await answer.json();
  await analysed(school.instructor, id);
  return { id, file };
}
const fetched = async (id: string) => (await school.student.call('GET', `/recordings/${id}/file`)).text();

test('in a folder: kept there alone, scored from there, fetched as it came', async () => {
  const { id, file } = await sent(901);
  expect(readFileSync(join(folder, placed(id)!), 'utf8')).toBe(file);
  const row = await school.database.getRepository(RecordingFileEntity).findOneByOrFail({ recordingId: id });
  expect(row.bytes).toBeNull();
  expect(await fetched(id)).toBe(file);
});

test('what lay in the database moves over, and is the same', async () => {
  delete process.env.KEEL_FILES;
  const { id, file } = await sent(902);
  expect(placed(id)).toBeUndefined();
  process.env.KEEL_FILES = folder;
  expect(await fetched(id)).toBe(file);
  await tidyFiles(school.database);
  expect(placed(id)).toBeDefined();
  expect(await fetched(id)).toBe(file);
});

test('a file that no row names goes after a day, and what somebody put there stays', async () => {
  const { id } = await sent(903);
  const stray = (ageH: number) => {
    const name = randomUUID();
    const place = join(folder, school.student.id, name.slice(0, 2));
    mkdirSync(place, { recursive: true });
    const file = join(place, name);
    writeFileSync(file, 'x');
    const atS = Date.now() / 1000 - ageH * 3600;
    utimesSync(file, atS, atS);
    return file;
  };
  const [young, old] = [stray(1), stray(25)];
  writeFileSync(join(folder, 'README'), 'a note');
  await tidyFiles(school.database);
  expect([young, old, join(folder, 'README')].map((file) => existsSync(file))).toEqual([true, false, true]);
  expect(placed(id)).toBeDefined();
});

test('without the folder that they lie in nothing is made up', async () => {
  const { id } = await sent(904);
  delete process.env.KEEL_FILES;
  expect((await school.student.call('GET', `/recordings/${id}/file`)).status).toBe(500);
});
