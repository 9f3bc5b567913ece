/** Landings and the check before a solo: what is not known blocks as what is against it does. */
import { randomUUID } from 'node:crypto';
import { findAirplane, flyTemplate, writeRecordingCsv } from '@keel/core';
import { analysed, type TestSchool } from './support/school.ts';
import { openStudent, type TestStudent } from './support/student.ts';

let school: TestSchool;
let at: TestStudent['at'];
beforeAll(async () => {
  ({ school, at } = await openStudent());
});
afterAll(() => school.close());

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
