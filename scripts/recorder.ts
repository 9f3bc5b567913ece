/**
 * `npm run recorder -- --to URL --airplane ID --key KEY`: stands in for the device in the airplane. It flies a lesson and sends it as it
 * goes; what it flew stays on its disk until it is acknowledged, so that it goes on where it was after a stop of either side.
 */
import { randomUUID } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { errorWords, flyTemplate, InputError, writeRecordingCsv } from '@keel/core';
import { airplaneFrom, numberFrom, parseOptions, Refusal } from './lib/cli.ts';

const USAGE = `npm run recorder -- --to URL --airplane ID --key KEY [--lesson TEMPLATE] [--apron] [--seed N]
  [--drop 0…0.9] [--skew SECONDS] [--speed 1…20] [--folder FOLDER]
  the key may stand in KEEL_DEVICE_KEY`;
const RATE_HZ = 10;
/** Two batches a second. */
const ROWS = 5;
const AGAIN_MS = 1000;
const FOLDER = fileURLToPath(new URL('../.keel/recorder/', import.meta.url));

/** A flight on the recorder's disk. */
interface Kept {
  flightId: string;
  airplane: string;
  header: string;
  rows: string[];
  /** Batches that were acknowledged. */
  next: number;
}

interface Way {
  to: string;
  key: string;
  drop: number;
  skewMs: number;
  speed: number;
}

const fileOf = (folder: string, { flightId }: Kept): string => join(folder, `${flightId}.json`);

/** Written beside and moved into place: a stop in between leaves the one before. */
function keep(folder: string, flight: Kept): void {
  const file = fileOf(folder, flight);
  writeFileSync(`${file}.new`, JSON.stringify(flight));
  renameSync(`${file}.new`, file);
}

/** What was not sent to its end before comes first. */
function unfinished(folder: string, airplane: string): Kept | undefined {
  if (!existsSync(folder)) return undefined;
  return readdirSync(folder)
    .filter((name) => name.endsWith('.json'))
    .map((name): Kept => JSON.parse(readFileSync(join(folder, name), 'utf8')))
    .find((flight) => flight.airplane === airplane);
}

function fly(airplaneId: string, template: string, apron: boolean, seed: number): Kept {
  const airplane = airplaneFrom(airplaneId);
  const { recording } = flyTemplate({ airplane, template, apron, seed, recorder: { rateHz: RATE_HZ } });
  const [header, ...rows] = writeRecordingCsv(recording)
    .split('\n')
    .filter((line) => line !== '' && !line.startsWith('#'));
  return { flightId: randomUUID(), airplane: airplane.id, header, rows, next: 0 };
}

interface Answer {
  status: number;
  retryAfterS: number;
  body: { next?: number; recordingId?: string; detail?: string };
}

/** Heard to its end: what a server that dies leaves half said is not heard at all. */
async function heard(asked: Promise<Response>): Promise<Answer | null> {
  try {
    const answer = await asked;
    const body = await answer.text();
    return {
      status: answer.status,
      retryAfterS: Number(answer.headers.get('Retry-After') ?? 0),
      body: body.startsWith('{') ? JSON.parse(body) : {},
    };
  } catch {
    return null;
  }
}

/** Tries until the server has answered; what is wrong for good ends the program. */
async function ask(way: Way, method: string, path: string, body?: string): Promise<Answer> {
  for (;;) {
    // Lost on the way there, or on the way back: either must be harmless.
    const [lost, unheard] = [Math.random() < way.drop / 2, Math.random() < way.drop / 2];
    const answer = lost
      ? null
      : await heard(
          fetch(`${way.to}/api/feed/${path}`, {
            method,
            body,
            headers: {
              Authorization: `Bearer ${way.key}`,
              'Keel-Clock-Ms': String(Date.now() + way.skewMs),
              ...(body !== undefined && { 'Content-Type': 'text/csv' }),
            },
          }),
        );
    if (answer && !unheard && answer.status < 500 && answer.status !== 429) return answer;
    const after = 1000 * (answer?.retryAfterS ?? 0);
    await wait(Math.max(after, lost || unheard ? 100 : AGAIN_MS) / way.speed);
  }
}

const detailOf = ({ status, body }: Answer): string => body.detail ?? `status ${status}`;

/** Sends what is left, at the pace at which it is flown; goes on wherever the server says. @returns the recording’s id. */
async function send(way: Way, flight: Kept, folder: string): Promise<string> {
  const batches = Math.ceil(flight.rows.length / ROWS);
  const began = Date.now() - (flight.next * ROWS * 1000) / RATE_HZ / way.speed;
  while (flight.next < batches) {
    const seq = flight.next;
    const flownMs = ((seq + 1) * ROWS * 1000) / RATE_HZ / way.speed;
    await wait(Math.max(0, began + flownMs - Date.now()));
    const rows = flight.rows.slice(seq * ROWS, (seq + 1) * ROWS);
    const answer = await ask(
      way,
      'PUT',
      `${flight.flightId}/${seq}`,
      `${flight.header}\n${rows.join('\n')}\n`,
    );
    if (answer.status === 200 || answer.status === 409) {
      const { next = seq } = answer.body;
      if (answer.status === 409 && next === seq) throw new Refusal(`batch ${seq} was refused`);
      flight.next = next;
      keep(folder, flight);
    } else throw new Refusal(detailOf(answer));
  }
  const end = await ask(way, 'POST', `${flight.flightId}/end`);
  if (end.status !== 200) throw new Refusal(detailOf(end));
  rmSync(fileOf(folder, flight));
  return end.body.recordingId ?? '';
}

async function recorder(args: readonly string[]): Promise<void> {
  const text = { type: 'string' } as const;
  const { values } = parseOptions(args, {
    to: text,
    airplane: text,
    key: text,
    lesson: { type: 'string', default: 'steep-turns' },
    apron: { type: 'boolean', default: false },
    seed: text,
    drop: text,
    skew: text,
    speed: text,
    folder: text,
    help: { type: 'boolean', default: false },
  });
  if (values.help) {
    console.log(USAGE);
    return;
  }
  const key = values.key ?? process.env.KEEL_DEVICE_KEY;
  if (!values.to || !values.airplane || !key)
    throw new Refusal(`--to, --airplane and --key were expected: ${USAGE}`);
  const way: Way = {
    to: values.to.replace(/\/$/, ''),
    key,
    drop: numberFrom('drop', values.drop, 0, 0.9) ?? 0,
    skewMs: 1000 * (numberFrom('skew', values.skew, -86_400, 86_400) ?? 0),
    speed: numberFrom('speed', values.speed, 1, 20) ?? 1,
  };
  const folder = values.folder ?? FOLDER;
  mkdirSync(folder, { recursive: true });
  const known = unfinished(folder, values.airplane);
  const seed = numberFrom('seed', values.seed, 1, 1_000_000) ?? Math.ceil(Math.random() * 1_000_000);
  const flight = known ?? fly(values.airplane, values.lesson, values.apron, seed);
  if (!known) keep(folder, flight);
  console.log(
    `${known ? 'goes on with' : 'flies'} ${flight.flightId}, ${Math.round(flight.rows.length / RATE_HZ)} s`,
  );
  console.log(`recording: ${await send(way, flight, folder)}`);
}

recorder(process.argv.slice(2)).catch((error) => {
  if (error instanceof Refusal || error instanceof InputError) console.error(errorWords(error));
  else throw error;
  process.exitCode = 2;
});
