/** The recorder as the program that it is: killed in mid-flight, the server away for a while, answers lost; the rows are each there once. */
import { type ChildProcess, spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { serve } from '@hono/node-server';
import { analysed, flightCsv, openSchool, type TestSchool } from './support/school.ts';

const ROOT = resolve(import.meta.dirname, '..', '..');
const folder = mkdtempSync(join(tmpdir(), 'keel-recorder-'));
let school: TestSchool;
let server: Server;

const listen = async (port: number): Promise<number> => {
  server = serve({ fetch: school.app.fetch, port, hostname: '127.0.0.1' }) as Server;
  if (!server.listening) await once(server, 'listening');
  return (server.address() as AddressInfo).port;
};
const away = () =>
  new Promise<void>((done) => {
    server.close(() => done());
    server.closeAllConnections();
  });

beforeAll(async () => {
  school = await openSchool();
});
afterAll(async () => {
  await away();
  await school.close();
  rmSync(folder, { recursive: true });
});

test('kill −9, a server that is away, and a tenth of everything lost', async () => {
  const port = await listen(0);
  const { key } = await (
    await school.chief.call('POST', '/devices', { name: 'Box', airplaneId: 'cairn-4' })
  ).json();
  const [header, ...all] = flightCsv(601)
    .split('\n')
    .filter((line) => line && !line.startsWith('#'));
  // Enough of them that neither comes to its end before it is stopped.
  const rows = all.slice(0, 400);
  // As it stands on the recorder's disk before anything was sent.
  const flight = { flightId: randomUUID(), airplane: 'cairn-4', header, rows, next: 0 };
  writeFileSync(join(folder, `${flight.flightId}.json`), JSON.stringify(flight));
  const start = (): ChildProcess =>
    spawn(
      process.execPath,
      [
        '--import',
        'tsx',
        'scripts/recorder.ts',
        '--to',
        `http://127.0.0.1:${port}`,
        '--airplane',
        'cairn-4',
        '--folder',
        folder,
        '--drop',
        '0.1',
        '--skew',
        '2.5',
        '--speed',
        '20',
      ],
      { cwd: ROOT, env: { ...process.env, KEEL_DEVICE_KEY: key }, stdio: ['ignore', 'pipe', 'inherit'] },
    );
  const sent = async () =>
    Number(
      (await school.database.query('SELECT next_seq FROM live_flight WHERE id = $1', [flight.flightId]))[0]
        ?.next_seq ?? 0,
    );
  const until = async (seq: number) => {
    for (let tries = 0; tries < 300 && (await sent()) < seq; tries++)
      await new Promise((go) => setTimeout(go, 50));
  };
  const first = start();
  const firstEnded = once(first, 'close');
  await until(4);
  first.kill('SIGKILL');
  await firstEnded;
  const second = start();
  const secondEnded = once(second, 'close');
  let said = '';
  second.stdout?.on('data', (text) => {
    said += text;
  });
  await until(12);
  await away();
  await new Promise((go) => setTimeout(go, 500));
  await listen(port);
  const [code] = await secondEnded;
  expect(code).toBe(0);
  const [, recordingId] = /recording: (\S+)/.exec(said) ?? [];
  await analysed(school.chief, recordingId);
  const file = await (await school.chief.call('GET', `/recordings/${recordingId}/file`)).text();
  expect(file).toBe(`${header}\n${rows.join('\n')}\n`);
  // Its clock is two and a half seconds ahead, and that is known.
  const [{ offset }] = await school.database.query(
    'SELECT clock_offset_ms AS offset FROM live_flight WHERE id = $1',
    [flight.flightId],
  );
  // What a busy machine takes to answer is in it as well.
  expect(Math.abs(offset + 2500)).toBeLessThan(1000);
  // What was acknowledged to its end is kept no longer.
  expect(readdirSync(folder)).toEqual([]);
});

test('the twenty lines of shell in the documentation send a flight', async () => {
  const { port } = server.address() as AddressInfo;
  const { key } = await (
    await school.chief.call('POST', '/devices', { name: 'Shell', airplaneId: 'gimmer-2' })
  ).json();
  const [, script] = /```sh\n([\s\S]*?)```/.exec(readFileSync(join(ROOT, 'docs', 'device.md'), 'utf8')) ?? [];
  const lines = flightCsv(602).split('\n').filter(Boolean);
  const rows = lines.filter((line) => !line.startsWith('#')).slice(0, 121);
  writeFileSync(join(folder, 'send.sh'), script);
  writeFileSync(join(folder, 'flight.csv'), `# keelpath-recording: 1\n${rows.join('\n')}\n`);
  const shell = spawn('sh', ['send.sh', `http://127.0.0.1:${port}`, key, 'flight.csv'], { cwd: folder });
  let said = '';
  shell.stdout.on('data', (text) => {
    said += text;
  });
  expect((await once(shell, 'close'))[0]).toBe(0);
  const { recordingId } = JSON.parse(said);
  const file = await (await school.chief.call('GET', `/recordings/${recordingId}/file`)).text();
  expect(file).toBe(`${rows.join('\n')}\n`);
});
