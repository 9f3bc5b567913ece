/** The built server as processes of its own, several on one database, to be stopped and killed for real. */
import { type ChildProcess, spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { join } from 'node:path';

const ROOT = join(import.meta.dirname, '../../..');

export function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.once('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      server.close(() => resolve(port));
    });
  });
}

export interface Program {
  url: string;
  child: ChildProcess;
  /** Everything it printed. */
  output(): string;
  /** Ends it and waits until it has ended. */
  end(signal?: NodeJS.Signals): Promise<void>;
}

/** Starts a server, at KEEL_PORT where one is named, and waits until it answers. */
export async function startProgram(databaseUrl: string, env: Record<string, string> = {}): Promise<Program> {
  const port = Number(env.KEEL_PORT) || (await freePort());
  const url = `http://127.0.0.1:${port}`;
  let printed = '';
  const child = spawn(process.execPath, ['server/dist/main.js'], {
    cwd: ROOT,
    env: { ...process.env, DATABASE_URL: databaseUrl, KEEL_PORT: String(port), KEEL_DEMO: '0', ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  child.stdout.on('data', (data) => {
    printed += data;
  });
  child.stderr.on('data', (data) => {
    printed += data;
  });
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  for (let tries = 0; tries < 300; tries++) {
    if (child.exitCode !== null) throw new Error(`it ended before it was ready:\n${printed}`);
    const answer = await fetch(`${url}/api/health`, { signal: AbortSignal.timeout(2000) }).catch(() => null);
    if (answer?.ok) {
      return {
        url,
        child,
        output: () => printed,
        async end(signal = 'SIGTERM') {
          if (child.exitCode === null && child.signalCode === null) child.kill(signal);
          await ended;
        },
      };
    }
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  child.kill('SIGKILL');
  throw new Error(`it did not answer in 30 s:\n${printed}`);
}

export interface Guest {
  call(method: string, path: string, body?: unknown): Promise<Response>;
  upload(file: string, fields: Record<string, string>, name?: string): Promise<Response>;
}

/** Signs in at one server; the session holds at every other on the same database. */
export async function guestOf(email: string, password: string, at: Program): Promise<(at: Program) => Guest> {
  const answer = await fetch(`${at.url}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ email, password }),
  });
  if (!answer.ok) throw new Error(`${email} could not sign in: ${answer.status} ${await answer.text()}`);
  const cookie = answer.headers.getSetCookie().map((one) => one.split(';')[0]);
  const headers = { Cookie: cookie.join('; ') };
  return ({ url }) => ({
    call: (method, path, body) =>
      fetch(`${url}/api${path}`, {
        method,
        headers: { ...headers, ...(body !== undefined && { 'Content-Type': 'application/json' }) },
        ...(body !== undefined && { body: JSON.stringify(body) }),
      }),
    upload: (file, fields, name = 'flight.csv') => {
      const form = new FormData();
      form.set('file', new File([file], name));
      const all = { airplaneId: 'cairn-4', standardId: 'faa-private', ...fields };
      for (const [key, value] of Object.entries(all)) form.set(key, value);
      return fetch(`${url}/api/recordings`, { method: 'POST', headers, body: form });
    },
  });
}
