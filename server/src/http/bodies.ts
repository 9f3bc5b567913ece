/** What a request brings along: so large at the most, refused by its length and while it is read; JSON that can be kept. */
import type { MiddlewareHandler } from 'hono';
import { bodyLimit } from 'hono/body-limit';
import { Problem } from './problem.ts';

const MB = 1024 * 1024;
const MOST = MB;
/** Where a route takes more than everyone: its address, how much, and what to do about it. */
const MORE: [RegExp, number, string][] = [
  [
    /^\/api\/recordings$/,
    51 * MB,
    'The file is larger than 50 MB. Split the recording, or leave out columns that are not needed.',
  ],
  [/^\/api\/archives$/, 1025 * MB, 'The archive is larger than 1 GB: archive fewer students at a time.'],
  [/^\/api\/lessons\/[^/]+\/trainer-flight$/, 16 * MB, 'The flight is larger than 16 MB: hand it in sooner.'],
  [/^\/api\/students\/[^/]+\/logbook\/import$/, 6 * MB, 'The table is larger than 5 MB: send it in parts.'],
];

const mostOf = (path: string): [number, string] => {
  const [, most, words] = MORE.find(([of]) => of.test(path)) ?? [null, MOST, 'This is larger than 1 MB.'];
  return [most, words];
};

/** @throws Problem 413 in the words of an address that takes no more. */
export function refuseLarge(path: string): never {
  throw new Problem(413, mostOf(path)[1]);
}

/** @throws Problem 413 for a body that says itself that it is larger than its address takes; nothing of it is read. */
export const boundedLength: MiddlewareHandler = async (c, next) => {
  if (Number(c.req.header('Content-Length') ?? 0) > mostOf(c.req.path)[0]) refuseLarge(c.req.path);
  await next();
};

/** The same of one that does not say how long it is, while it is read. */
const boundedReading: MiddlewareHandler = (c, next) => {
  const [maxSize] = mostOf(c.req.path);
  const onError = () => refuseLarge(c.req.path);
  return bodyLimit({ maxSize, onError })(c, next);
};

const DEEPEST = 100;
/** Written so in JSON, there may be text in it that no database keeps. */
const SUSPECT = /\\u(0000|d[89a-f])/i;
const PROTO = /"(_|\\u005f){2}proto(_|\\u005f){2}"\s*:/i;

/** How deep arrays and objects lie in one another; what stands in quotes counts for nothing. */
function isDeep(text: string): boolean {
  let [depth, quoted] = [0, false];
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    if (quoted) {
      if (code === 92) i++;
      else if (code === 34) quoted = false;
    } else if (code === 34) quoted = true;
    else if (code === 91 || code === 123) {
      if (++depth > DEEPEST) return true;
    } else if (code === 93 || code === 125) depth--;
  }
  return false;
}

/** Whether it can be kept as text: a NUL or half a letter cannot. */
const isText = (text: string): boolean => !text.includes('\0') && !/\p{Surrogate}/u.test(text);

const holdsOnlyText = (value: unknown): boolean =>
  typeof value === 'string'
    ? isText(value)
    : value === null ||
      typeof value !== 'object' ||
      Object.entries(value).every(([key, one]) => isText(key) && holdsOnlyText(one));

/** @throws Problem 422 for JSON that holds what cannot be kept, or is built to be dear to read. */
function requireSound(text: string): void {
  if (isDeep(text)) throw new Problem(422, `body: at most ${DEEPEST} levels in one another were expected.`);
  if (PROTO.test(text)) throw new Problem(422, 'body: unknown field.');
  if (!SUSPECT.test(text)) return;
  let value: unknown = null;
  try {
    value = JSON.parse(text);
  } catch {
    // Whoever reads it says what is wrong with it.
  }
  if (!holdsOnlyText(value))
    throw new Problem(422, 'body: a text holds a character that no text has (NUL, or half of one).');
}

/** JSON that can be read: goes after whoever asks whether this one may send it at all. */
export const soundJson: MiddlewareHandler = async (c, next) => {
  if (!/json/i.test(c.req.header('Content-Type') ?? '')) return next();
  await boundedReading(c, async () => {
    requireSound(await c.req.text());
    await next();
  });
};
