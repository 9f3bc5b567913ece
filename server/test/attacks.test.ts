/** What strangers, devices and students once brought the server down with: refused, and the next request is answered. */
import { randomUUID } from 'node:crypto';
import { openSchool, type TestSchool } from './support/school.ts';

let school: TestSchool;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

const alive = async () => expect((await school.nobody.call('GET', '/health')).status).toBe(200);
const put = (key: string, body: string) =>
  school.app.request(`/api/feed/${randomUUID()}/0`, {
    method: 'PUT',
    body,
    headers: { Authorization: `Bearer ${key}`, 'Content-Type': 'text/csv' },
  });
/** One line that an expression for commas at an end looked at from each of its places. */
const COMMAS = `# note: ${','.repeat(900_000)}x\n`;

test('whose key nobody knows has nothing read of what they send', async () => {
  const answer = await put('nobody-knows-this-key', COMMAS);
  expect(answer.status).toBe(401);
  await alive();
});

test('a device is refused lines and columns without end, in words', async () => {
  const columns = Array.from({ length: 110_000 }, (_, i) => `c${i}`).join();
  for (const body of [
    `${COMMAS}time_s,alt_ft\n0,4000\n`,
    `time_s,alt_ft,${columns}\n0,4000\n`,
    `time_s,alt_ft,${columns.slice(0, 60_000)}\n0,4000\n`,
    `time_s,alt_ft\n0,${' '.repeat(900_000)}x\n`,
  ]) {
    // Each of its own: one that was taken for a flight would be open.
    const made = await school.chief.call('POST', '/devices', { name: 'Box', airplaneId: 'cairn-4' });
    const { key } = await made.json();
    const answer = await put(key, body);
    expect([200, 422]).toContain(answer.status);
    expect((await answer.text()).length).toBeLessThan(2000);
    await alive();
  }
});

test('a form that breaks off in the middle of its file fails alone', async () => {
  const boundary = 'keel';
  const begun = `--${boundary}\r\nContent-Disposition: form-data; name="file"; filename="a.csv"\r\n\r\ntime_s,alt_ft\n0,4000\n`;
  const answer = await school.instructor.post(
    '/recordings',
    begun,
    `multipart/form-data; boundary=${boundary}`,
  );
  expect(answer.status).toBe(422);
  await alive();
});
