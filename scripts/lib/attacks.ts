/** What has brought a server down, or would forge or take what is another's: each bounded in time, each with what must come of it. */
import { randomUUID } from 'node:crypto';
import { request } from 'node:http';
import { connect } from 'node:net';
import type { Readable } from 'node:stream';
import yauzl from 'yauzl';
import yazl from 'yazl';
import { meanwhile, type Others, pour, type Target } from './attack-target.ts';

interface Attack {
  name: string;
  /** Whether every run of the tests looks at it. */
  quick: boolean;
  /** @returns what came of it, in a few words @throws Error where it worked */
  run(target: Target): Promise<string>;
}

const MEDIAN_MS = 20;
const LONGEST_MS = 5000;
const BACK_MB = 300;
const BACK_WITHIN_MS = 60_000;

function must(holds: boolean, words: string): void {
  if (!holds) throw new Error(words);
}
/** The others hardly notice. */
const unmoved = ({ timed }: Target, { medianMs, longestMs }: Others): string => {
  const words = `others waited ${medianMs.toFixed(1)} ms, ${Math.round(longestMs)} ms at the longest`;
  must(!timed || (medianMs < MEDIAN_MS && longestMs < LONGEST_MS), words);
  return words;
};
async function memoryBack(target: Target, idleMb: number): Promise<string> {
  if (!target.timed) return 'memory not looked at';
  const until = Date.now() + BACK_WITHIN_MS;
  while (target.residentMb() > idleMb + BACK_MB && Date.now() < until)
    await new Promise((resolve) => setTimeout(resolve, 500));
  const words = `${Math.round(target.residentMb())} MB afterwards, ${Math.round(idleMb)} before`;
  must(target.residentMb() <= idleMb + BACK_MB, words);
  return words;
}
const times = <T>(count: number, work: (i: number) => Promise<T>): Promise<T[]> =>
  Promise.all(Array.from({ length: count }, (_, i) => work(i)));
const counts = (answers: Pick<Response, 'status'>[]): string => {
  const by = new Map<number, number>();
  for (const { status } of answers) by.set(status, (by.get(status) ?? 0) + 1);
  return [...by].map(([status, count]) => `${count} × ${status}`).join(', ');
};

/** Who is refused while still sending may find the connection closed, and no answer: then nothing was taken either. */
const put = ({ url }: Target, key: string, body: string, at = `${randomUUID()}/0`) =>
  fetch(`${url}/api/feed/${at}`, {
    method: 'PUT',
    body,
    headers: { Authorization: `Bearer ${key}`, 'Content-Type': 'text/csv' },
  }).catch(() => new Response(null, { status: 429 }));
const COMMAS = `# note: ${','.repeat(900_000)}x\n`;
const WIDE = `time_s,alt_ft,${Array.from({ length: 110_000 }, (_, i) => `c${i}`).join()}\n0,4000\n`;
const BLANKS = `time_s,alt_ft\n0,${' '.repeat(900_000)}x\n`;

const aKneeboard = async (target: Target, limitMs: number): Promise<string> => {
  const began = performance.now();
  const answer = await target.other.call('GET', `/lessons/${target.lessonId}/kneeboard.pdf`);
  await answer.arrayBuffer();
  const tookMs = performance.now() - began;
  must(answer.ok && tookMs < limitMs, `another’s kneeboard: ${answer.status} after ${Math.round(tookMs)} ms`);
  return `another’s kneeboard came after ${Math.round(tookMs)} ms`;
};

async function entriesOf(bytes: Buffer): Promise<Map<string, Buffer>> {
  const zip = await new Promise<yauzl.ZipFile>((resolve, reject) =>
    yauzl.fromBuffer(bytes, { lazyEntries: true }, (error, opened) =>
      error ? reject(error) : resolve(opened),
    ),
  );
  const entries = new Map<string, Buffer>();
  return new Promise((resolve, reject) => {
    zip.on('end', () => resolve(entries));
    zip.on('entry', (entry: yauzl.Entry) =>
      zip.openReadStream(entry, async (error, stream) => {
        if (error) return reject(error);
        const parts: Buffer[] = [];
        for await (const part of stream) parts.push(part as Buffer);
        entries.set(entry.fileName, Buffer.concat(parts));
        zip.readEntry();
      }),
    );
    zip.readEntry();
  });
}
async function zipOf(entries: Map<string, Buffer>): Promise<File> {
  const zip = new yazl.ZipFile();
  for (const [name, content] of entries) zip.addBuffer(content, name);
  zip.end();
  const parts: Buffer[] = [];
  for await (const part of zip.outputStream as Readable) parts.push(part as Buffer);
  return new File([new Uint8Array(Buffer.concat(parts))], 'archive.zip');
}

export const ATTACKS: Attack[] = [
  {
    name: 'a stranger sends commas, columns and blanks to the feed',
    quick: true,
    async run(target) {
      const idle = target.residentMb();
      const [answers, others] = await meanwhile(target, () =>
        times(30, (i) => put(target, 'nobody-knows-this-key', [COMMAS, WIDE, BLANKS][i % 3])),
      );
      must(
        answers.every(({ status }) => status === 401 || status === 429),
        counts(answers),
      );
      return `${counts(answers)}; ${unmoved(target, others)}; ${await memoryBack(target, idle)}`;
    },
  },
  {
    name: 'a device sends the same, with its key',
    quick: true,
    async run(target) {
      const keys = await times(3, () => target.newKey());
      const [answers, others] = await meanwhile(target, () =>
        times(9, (i) => put(target, keys[i % 3], [COMMAS, WIDE, BLANKS][i % 3])),
      );
      must(
        answers.every(({ status }) => status === 422 || status === 429),
        counts(answers),
      );
      return `${counts(answers)}; ${unmoved(target, others)}`;
    },
  },
  {
    name: 'a form breaks off in the middle of its file',
    quick: true,
    async run(target) {
      const body =
        '--keel\r\nContent-Disposition: form-data; name="file"; filename="a.csv"\r\n\r\ntime_s\n0\n';
      const headers = {
        Cookie: target.instructor.cookie,
        'Content-Type': 'multipart/form-data; boundary=keel',
      };
      const answer = await fetch(`${target.url}/api/recordings`, { method: 'POST', headers, body });
      must(answer.status === 422, String(answer.status));
      // And one that hangs up instead.
      await new Promise<void>((resolve) => {
        const path = '/api/recordings';
        const length = { 'Content-Length': String(body.length + 1000) };
        const sending = request({
          port: target.port,
          path,
          method: 'POST',
          headers: { ...headers, ...length },
        });
        sending.on('error', () => resolve());
        sending.write(body, () => sending.destroy(new Error('gone')));
      });
      must((await fetch(`${target.url}/api/health`)).ok, 'the server is gone');
      return 'the form alone failed';
    },
  },
  {
    name: 'nine sign-ins of 480 MB, and a student’s 900 MB to the archives',
    quick: true,
    async run(target) {
      const idle = target.residentMb();
      const piece = Buffer.alloc(64 * 1024, 'x');
      const [answers, others] = await meanwhile(target, () =>
        Promise.all([
          ...Array.from({ length: 9 }, () =>
            pour(target, {
              path: '/api/session',
              headers: { 'Content-Type': 'application/json' },
              piece,
              most: 480 * 1024 * 1024,
            }),
          ),
          ...Array.from({ length: 3 }, () =>
            pour(target, {
              path: '/api/archives',
              headers: {
                Cookie: target.student.cookie,
                'Content-Type': 'multipart/form-data; boundary=keel',
              },
              piece,
              most: 900 * 1024 * 1024,
            }),
          ),
        ]),
      );
      must(
        answers.every(({ status }) => status === 413 || status === 403),
        counts(answers),
      );
      const most = Math.max(...answers.map(({ sent }) => sent)) / 1024 / 1024;
      must(most < 32, `${Math.round(most)} MB were taken`);
      return `${counts(answers)} after ${Math.round(most)} MB at the most; ${unmoved(target, others)}; ${await memoryBack(target, idle)}`;
    },
  },
  {
    name: 'more at once than there are connections: fifteen changes of the school, twelve ends of one flight',
    quick: true,
    async run(target) {
      const key = await target.newKey();
      const flight = randomUUID();
      const rows = Array.from({ length: 60 }, (_, i) => `${i},4000,90,360`).join('\n');
      const kept = await put(target, key, `time_s,alt_ft,ias_kt,hdg_deg\n${rows}\n`, `${flight}/0`);
      must(kept.ok, `the batch: ${kept.status}`);
      const school = await (await target.chief.call('GET', '/school')).json();
      const headers = { Authorization: `Bearer ${key}` };
      const [answers, ends] = await Promise.all([
        times(15, () => target.chief.call('PUT', '/school', school)),
        times(12, () => fetch(`${target.url}/api/feed/${flight}/end`, { method: 'POST', headers })),
      ]);
      must(answers.filter(({ status }) => status === 200).length === 1, `changes: ${counts(answers)}`);
      const ids = await Promise.all(ends.map((one) => one.text()));
      must(ends.every(({ ok }) => ok) && new Set(ids).size === 1, `ends: ${counts(ends)}`);
      return `changes: ${counts(answers)}; ends: ${counts(ends)}, one recording`;
    },
  },
  {
    name: 'a flight that cannot be scored ends, and its device goes on',
    quick: true,
    async run(target) {
      const [key, flight] = [await target.newKey(), randomUUID()];
      const rows = Array.from({ length: 60 }, (_, i) => `${i},90`).join('\n');
      await put(target, key, `time_s,ias_kt\n${rows}\n`, `${flight}/0`);
      const headers = { Authorization: `Bearer ${key}` };
      const end = await fetch(`${target.url}/api/feed/${flight}/end`, { method: 'POST', headers });
      const { recordingId } = await end.json();
      must(end.ok, `the end: ${end.status}`);
      const { status, refusal } = await (await target.chief.call('GET', `/recordings/${recordingId}`)).json();
      must(status === 'refused' && /altitude/.test(refusal), `${status}: ${refusal}`);
      const next = await put(target, key, `time_s,ias_kt\n${rows}\n`);
      must(next.ok, `the next flight: ${next.status}`);
      return `kept, and says: ${refusal}`;
    },
  },
  {
    name: 'JSON built to fail: NUL, half a letter, depth, __proto__, numbers and times beyond all',
    quick: true,
    async run(target) {
      const { chief, student, lessonId } = target;
      const word = (text: string) => `{"id":"${randomUUID()}","words":"${text}"}`;
      const deep = `${'['.repeat(200_000)}${']'.repeat(200_000)}`;
      const lesson = (plannedAt: string) => ({
        studentId: student.id,
        airplaneId: target.airplaneId,
        standardId: target.standardId,
        title: 'x',
        plannedAt,
        conditions: { weightLb: 2240, groundFt: 1900, headingDeg: 360, oatC: 5, qnhHpa: 1013 },
      });
      const cursor = Buffer.from(JSON.stringify(['no time', randomUUID()])).toString('base64url');
      const answers = await Promise.all([
        chief.call('POST', `/students/${student.id}/skills/steep-turn/words`, word('\\u0000')),
        chief.call('POST', `/students/${student.id}/skills/steep-turn/words`, word('\\ud800')),
        chief.call('PATCH', '/me', '{"name":"a\\u0000b"}'),
        fetch(`${target.url}/api/session`, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json' },
          body: '{"email":"a\\u0000@b.example","password":"x"}',
        }),
        chief.call('POST', '/lessons', deep),
        chief.call('PATCH', '/me', '{"__proto__":{"name":"x"}}'),
        chief.call('POST', '/lessons', lesson('0000-01-01T00:00:00Z')),
        chief.call('GET', `/lessons?cursor=${cursor}`),
        chief.call('GET', '/airplanes/%00'),
        chief.call('GET', `/recordings/${randomUUID()}/attempts/99999999999/keel`),
        chief.call('GET', `/lessons/${lessonId}%00`),
        put(target, await target.newKey(), 'time_s,alt_ft\n0,1\n', `${randomUUID()}/2147483648`),
      ]);
      const statuses = answers.map(({ status }) => status);
      must(
        statuses.every((status) => status >= 400 && status < 500),
        statuses.join(', '),
      );
      return counts(answers);
    },
  },
  {
    name: 'a student takes another’s time',
    quick: true,
    async run({ student, instructor }) {
      const at = (day: number) => new Date(Date.now() + day * 86_400_000).toISOString();
      const away = (more: object) =>
        student.call('POST', '/bookings', {
          id: randomUUID(),
          kind: 'away',
          from: at(1),
          until: at(59),
          ...more,
        });
      const answers = await Promise.all([
        away({ instructorId: instructor.id }),
        away({ studentId: student.id, airplaneId: 'cairn-4' }),
        away({ studentId: student.id }),
      ]);
      must(
        answers.every(({ status }) => status === 403 || status === 422),
        counts(answers),
      );
      return counts(answers);
    },
  },
  {
    name: 'a chief edits the school’s own archive: signatures, comments, consents in others’ names',
    quick: true,
    async run({ chief, instructor, student }) {
      const entries = await entriesOf(
        Buffer.from(await (await chief.call('GET', '/school/archive')).arrayBuffer()),
      );
      const index = JSON.parse(String(entries.get('keelpath-archive.json')));
      const forged = {
        id: randomUUID(),
        kind: 'endorsement',
        studentId: student.id,
        recordingId: null,
        replaces: null,
        body: {
          kind: 'endorsement',
          endorsement: {
            title: 'Solo',
            text: 'Seen.',
            airplane: '',
            date: '2020-01-01',
            endsOn: null,
            gate: null,
          },
        },
        signerId: instructor.id,
        signedAt: '2020-01-01T00:00:00.000Z',
        hash: 'f'.repeat(64),
        origin: null,
      };
      const agreement = {
        id: randomUUID(),
        studentId: student.id,
        authorId: instructor.id,
        createdAt: '2020-01-01T00:00:00.000Z',
        body: {
          kind: 'agreed',
          what: 'recordings',
          words: '',
          guardian: null,
          on: '2020-01-01',
          until: null,
        },
      };
      index.record.signed.push(forged);
      index.record.agreements.push(agreement);
      entries.set('keelpath-archive.json', Buffer.from(JSON.stringify(index)));
      const answer = await chief.send('/archives', await zipOf(entries));
      const book = await (await chief.call('GET', `/students/${student.id}/logbook`)).json();
      const agreements = await (await chief.call('GET', `/students/${student.id}/agreements`)).json();
      must(!JSON.stringify(book).includes(forged.id), 'the signature was taken in');
      must(!JSON.stringify(agreements).includes(agreement.id), 'the consent was taken in');
      return `${answer.status}: ${(await answer.text()).slice(0, 120)}`;
    },
  },
  {
    name: 'one instructor’s sixty papers, and files that are slow to read',
    quick: false,
    async run(target) {
      const { instructor, student, lessonId } = target;
      const idle = target.residentMb();
      const fields = { studentId: student.id, airplaneId: target.airplaneId, standardId: target.standardId };
      const attributes = 'a="1" '.repeat(3_300_000);
      const slow = [
        new File([`<?xml version="1.0"?><gpx ${attributes}>`], 'tag.gpx'),
        new File([`<?xml version="1.0"?><gpx>${' '.repeat(20_000_000)}</gpx>`], 'blanks.gpx'),
        new File([`# note: ${','.repeat(250_000)}x\ntime_s,alt_ft\n0,1\n`], 'commas.csv'),
      ];
      const uploads = slow.map((file) => instructor.send('/recordings', file, fields));
      const papers = times(60, () => instructor.call('GET', `/lessons/${lessonId}/kneeboard.pdf`));
      await new Promise((resolve) => setTimeout(resolve, 300));
      const words = await aKneeboard(target, 8000);
      const all = await Promise.all([...uploads, ...(await papers)]);
      must(
        all.every(({ status }) => status < 500),
        counts(all),
      );
      return `${words}; ${counts(all)}; ${await memoryBack(target, idle)}`;
    },
  },
  {
    name: 'forty archives asked for and abandoned, five times',
    quick: false,
    async run(target) {
      const idle = target.residentMb();
      const abandon = async () => {
        const leave = new AbortController();
        const asked = fetch(`${target.url}/api/school/archive`, {
          headers: { Cookie: target.chief.cookie },
          signal: leave.signal,
        });
        await new Promise((resolve) => setTimeout(resolve, 200));
        leave.abort();
        // Whether it had begun to answer does not matter.
        await asked.catch(() => undefined);
      };
      const [, others] = await meanwhile(target, async () => {
        for (let round = 0; round < 5; round++) {
          await times(40, abandon);
          await new Promise((resolve) => setTimeout(resolve, 500));
        }
      });
      return `${unmoved(target, others)}; ${await memoryBack(target, idle)}`;
    },
  },
  {
    name: 'five hundred clients that send a byte a second',
    quick: false,
    async run(target) {
      const idle = target.residentMb();
      const sockets = Array.from({ length: 500 }, () => {
        const socket = connect(target.port, '127.0.0.1');
        // Whoever is cut off has what it deserves.
        socket.on('error', () => socket.destroy());
        socket.write(
          'POST /api/session HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nContent-Length: 1000\r\n\r\n{',
        );
        return socket;
      });
      const [, others] = await meanwhile(target, async () => {
        for (let second = 0; second < 5; second++) {
          await new Promise((resolve) => setTimeout(resolve, 1000));
          for (const socket of sockets) if (!socket.destroyed) socket.write('x');
        }
      });
      for (const socket of sockets) socket.destroy();
      return `${unmoved(target, others)}; ${await memoryBack(target, idle)}`;
    },
  },
  {
    name: 'a hundred uploads at once',
    quick: false,
    async run(target) {
      const idle = target.residentMb();
      const { instructor, student } = target;
      const fields = { studentId: student.id, airplaneId: target.airplaneId, standardId: target.standardId };
      const rows = (of: number) =>
        Array.from({ length: 2000 }, (_, i) => `${i / 5},${4000 + of},100,360`).join('\n');
      const files = Array.from(
        { length: 100 },
        (_, i) => new File([`time_s,alt_ft,ias_kt,hdg_deg\n${rows(i)}\n`], `${i}.csv`),
      );
      const [answers, others] = await meanwhile(target, () =>
        Promise.all(files.map((file) => instructor.send('/recordings', file, fields))),
      );
      must(
        answers.every(({ status }) => status === 201),
        counts(answers),
      );
      return `${counts(answers)}; ${unmoved(target, others)}; ${await memoryBack(target, idle)}`;
    },
  },
  {
    name: 'two hundred who watch one flight',
    quick: false,
    async run(target) {
      const idle = target.residentMb();
      const [key, flight] = [await target.newKey(), randomUUID()];
      const batch = (seq: number) =>
        `time_s,alt_ft,ias_kt,hdg_deg\n${Array.from({ length: 10 }, (_, i) => `${seq * 2 + i / 5},4000,100,360`).join('\n')}\n`;
      await put(target, key, batch(0), `${flight}/0`);
      const leave = new AbortController();
      const watching = times(200, async () => {
        const answer = await fetch(`${target.url}/api/live/${flight}/events`, {
          headers: { Cookie: target.chief.cookie },
          signal: leave.signal,
        });
        let bytes = 0;
        // It ends with whoever leaves.
        try {
          for await (const piece of answer.body as unknown as AsyncIterable<Uint8Array>)
            bytes += piece.length;
        } catch {}
        return bytes;
      });
      const [, others] = await meanwhile(target, async () => {
        for (let seq = 1; seq <= 15; seq++) {
          await new Promise((resolve) => setTimeout(resolve, 300));
          const { status } = await put(target, key, batch(seq), `${flight}/${seq}`);
          must(status === 200, `batch ${seq}: ${status}`);
        }
      });
      leave.abort();
      const seen = await watching;
      must(new Set(seen).size === 1 && seen[0] > 0, `they saw ${[...new Set(seen)].join(', ')} bytes`);
      return `each saw ${seen[0]} bytes; ${unmoved(target, others)}; ${await memoryBack(target, idle)}`;
    },
  },
];
