/** `npm run demo-flights`: flies the demo’s lessons again, into the files that come with the program. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { brotliCompressSync, constants } from 'node:zlib';
import { flyClubLesson } from '../server/src/demo/fly-club.ts';
import { flySeasonLesson } from '../server/src/demo/fly-season.ts';
import { DEMO_LESSONS, isFlown } from '../server/src/demo/lessons.ts';
import { SEASON_LESSONS } from '../server/src/demo/season.ts';
import { answerUsage } from './lib/usage.mjs';

answerUsage('npm run demo-flights   flies the demo’s lessons again');
const FOLDER = fileURLToPath(new URL('../server/src/demo/flights/', import.meta.url));
mkdirSync(FOLDER, { recursive: true });
const flights: [key: string, fly: () => string][] = [
  ...DEMO_LESSONS.filter(isFlown).map((lesson): [string, () => string] => [
    lesson.key,
    () => flyClubLesson(lesson),
  ]),
  ...SEASON_LESSONS.map((lesson): [string, () => string] => [lesson.key, () => flySeasonLesson(lesson)]),
];
let total = 0;
for (const [key, fly] of flights) {
  const bytes = brotliCompressSync(fly(), {
    params: { [constants.BROTLI_PARAM_QUALITY]: constants.BROTLI_MAX_QUALITY },
  });
  writeFileSync(`${FOLDER}${key}.csv.br`, bytes);
  total += bytes.length;
  console.log(`${key}: ${Math.round(bytes.length / 1024)} kB`);
}
console.log(`${flights.length} flights, ${Math.round(total / 1024)} kB`);
