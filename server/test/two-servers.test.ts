/**
 * A working day at speed on two servers and one database, of which now the one and now the other is killed with no warning: a
 * flight comes in and is watched, files are sent, words are said. What was acknowledged is there, once; nobody who watches waits
 * longer than five seconds.
 */
import { randomUUID } from 'node:crypto';
import { setTimeout as sleep } from 'node:timers/promises';
import { freePort, type Guest, guestOf, type Program, startProgram } from './support/program.ts';
import { asOwner, flightCsv, flownOn, openSchool, PASSWORD, type TestSchool } from './support/school.ts';

const DEEP = process.env.KEEL_DEEP === '1';
const KILLS = DEEP ? 20 : 2;
/** More than are flown in that time. */
const ROWS = DEEP ? 12_000 : 1000;
const LONGEST_FREEZE_MS = 5000;
/** Between two batches of half a second of flight. */
const EVERY_MS = 100;
const ROWS_EACH = 5;
/** How soon a browser comes back. */
const BACK_MS = 1000;
const PATIENCE = 300;

let school: TestSchool;
const servers: (Program | undefined)[] = [undefined, undefined];
const ports: number[] = [];
beforeAll(async () => {
  school = await openSchool();
  // What is asked for is worked on by the two alone.
  await school.tasks.close();
  for (const at of [0, 1]) {
    ports[at] = await freePort();
    await begin(at);
  }
});
afterAll(async () => {
  for (const server of servers) await server?.end('SIGKILL');
  await school.close();
});

const begin = async (at: number) => {
  servers[at] = await startProgram(school.ownerUrl, { KEEL_PORT: String(ports[at]) });
};
/** The way a proxy goes: to one that answers. */
const alive = (turn: number): Program => servers[turn % 2] ?? servers[(turn + 1) % 2]!;

/** Asks until it is answered, as a device and a browser's outbox do; of what was said nobody knows until then. */
async function untilAnswered(ask: (turn: number) => Promise<Response>): Promise<Response> {
  for (let turn = Math.floor(Math.random() * 2); turn < PATIENCE; turn++) {
    const answer = await ask(turn).catch(() => null);
    if (answer && answer.status < 500 && answer.status !== 429) return answer;
    await sleep(100);
  }
  throw new Error('nobody answered');
}

/** Follows a flight as a browser does: comes back with the last id that it saw. */
function watch(flightId: string, guest: (at: Program) => Guest) {
  const seen: number[] = [];
  let longestMs = 0;
  let lastMs = Number.NaN;
  const over = (async () => {
    for (let turn = 0; turn < PATIENCE; turn++) {
      const last = seen.at(-1);
      const answer = await guest(alive(turn))
        .call('GET', `/live/${flightId}/events${last === undefined ? '' : `?after=${last}`}`)
        .catch(() => null);
      const reader = answer?.ok ? answer.body!.getReader() : undefined;
      let text = '';
      while (reader) {
        const piece = await reader.read().catch(() => ({ value: undefined, done: true }));
        if (piece.done) break;
        text += new TextDecoder().decode(piece.value);
        const blocks = text.split('\n\n');
        text = blocks.pop()!;
        for (const block of blocks) {
          const id = /^id: (\d+)$/m.exec(block)?.[1];
          if (block.includes('event: end')) return;
          if (id === undefined) continue;
          seen.push(Number(id));
          if (!Number.isNaN(lastMs)) longestMs = Math.max(longestMs, Date.now() - lastMs);
          lastMs = Date.now();
        }
      }
      await sleep(BACK_MS);
    }
  })();
  return { seen, over, longestMs: () => longestMs };
}

test(`${KILLS} kills of either server in a day at speed`, async () => {
  const instructor = await guestOf('instructor@test.example', PASSWORD, servers[0]!);
  // Of a flight that matches no lesson the chief sees all.
  const chief = await guestOf('chief@test.example', PASSWORD, servers[0]!);
  const { key } = await (
    await school.chief.call('POST', '/devices', { name: 'Box', airplaneId: 'cairn-4' })
  ).json();
  const { header, rows } = flownOn(851, ROWS);
  const flightId = randomUUID();
  let flying = true;
  const sent: string[] = [];

  const device = (async () => {
    for (let seq = 0; flying && (seq + 1) * ROWS_EACH <= rows.length; seq++) {
      const body = `${header}\n${rows.slice(seq * ROWS_EACH, (seq + 1) * ROWS_EACH).join('\n')}\n`;
      const answer = await untilAnswered((turn) =>
        fetch(`${alive(turn).url}/api/feed/${flightId}/${seq}`, {
          method: 'PUT',
          body,
          headers: { Authorization: `Bearer ${key}`, 'Content-Type': 'text/csv' },
        }),
      );
      expect([seq, answer.status]).toEqual([seq, 200]);
      sent.push(...rows.slice(seq * ROWS_EACH, (seq + 1) * ROWS_EACH));
      await sleep(EVERY_MS);
    }
  })();
  while (sent.length === 0) await sleep(50);
  const watching = watch(flightId, chief);

  const recordings: string[] = [];
  const said: string[] = [];
  const desk = (async () => {
    for (let n = 0; flying; n++) {
      const file = flightCsv(860 + n);
      const answer = await untilAnswered((turn) =>
        instructor(alive(turn)).upload(file, { studentId: school.student.id }),
      );
      const { id } = await answer.json();
      recordings.push(id);
      for (let k = 0; k < 3; k++) {
        const word = randomUUID();
        const spoken = await untilAnswered((turn) =>
          instructor(alive(turn)).call('POST', `/recordings/${id}/statements`, {
            id: word,
            body: { kind: 'comment', startS: 0, endS: 5, maneuver: 'lesson', text: `word ${k}` },
          }),
        );
        expect([200, 201]).toContain(spoken.status);
        said.push(word);
      }
      await sleep(500);
    }
  })();

  for (let kill = 0; kill < KILLS; kill++) {
    await sleep(800 + 1200 * Math.random());
    const at = kill < 2 ? kill : Math.floor(2 * Math.random());
    const server = servers[at]!;
    servers[at] = undefined;
    await server.end('SIGKILL');
    await sleep(300);
    await begin(at);
  }
  flying = false;
  await Promise.all([device, desk]);
  const ends = await Promise.all(
    // Ten at once, at either: they are told of one recording.
    Array.from({ length: 10 }, () =>
      untilAnswered((turn) =>
        fetch(`${alive(turn).url}/api/feed/${flightId}/end`, {
          method: 'POST',
          headers: { Authorization: `Bearer ${key}` },
        }),
      ).then((answer) => answer.json()),
    ),
  );
  expect(new Set(ends.map(({ recordingId }) => recordingId)).size).toBe(1);
  await watching.over;
  expect(watching.seen).toEqual(Array.from({ length: sent.length / ROWS_EACH }, (_, i) => i));
  // A machine at other work may take its time: the long sweeps have it for themselves.
  if (DEEP) expect(watching.longestMs()).toBeLessThan(LONGEST_FREEZE_MS);

  const [{ recordingId }] = ends;
  const file = await chief(alive(0)).call('GET', `/recordings/${recordingId}/file`);
  expect(await file.text()).toBe(`${header}\n${sent.join('\n')}\n`);
  const owner = await asOwner(school);
  try {
    const { rows: words } = await owner.query('SELECT id FROM statement WHERE id = ANY($1)', [said]);
    expect(words.map(({ id }) => id).sort()).toEqual([...said].sort());
    for (let tries = 0; ; tries++) {
      const { rows: scored } = await owner.query(
        `SELECT status, (SELECT count(*)::int FROM score WHERE recording_id = recording.id AND current) AS scores
         FROM recording WHERE id = ANY($1)`,
        [[...new Set([...recordings, recordingId])]],
      );
      const done = scored.every(({ status, scores }) => status === 'analysed' && scores === 1);
      if (done) break;
      if (tries > PATIENCE) throw new Error(`not all were scored once: ${JSON.stringify(scored)}`);
      await sleep(200);
    }
  } finally {
    await owner.end();
  }
});
