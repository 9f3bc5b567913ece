/** `npm run demo-flights`: flies the demo’s season again, into the files that come with the program. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { brotliCompressSync, constants } from 'node:zlib';
import { flySeasonLesson } from '../server/src/demo/fly-season.ts';
import { SEASON_LESSONS } from '../server/src/demo/season.ts';
import { answerUsage } from './lib/usage.mjs';

answerUsage('npm run demo-flights   flies the demo’s season again');
const FOLDER = fileURLToPath(new URL('../server/src/demo/flights/', import.meta.url));
mkdirSync(FOLDER, { recursive: true });
let total = 0;
for (const lesson of SEASON_LESSONS) {
  const bytes = brotliCompressSync(flySeasonLesson(lesson), {
    params: { [constants.BROTLI_PARAM_QUALITY]: constants.BROTLI_MAX_QUALITY },
  });
  writeFileSync(`${FOLDER}${lesson.key}.csv.br`, bytes);
  total += bytes.length;
  console.log(`${lesson.key}: ${Math.round(bytes.length / 1024)} kB`);
}
console.log(`${SEASON_LESSONS.length} flights, ${Math.round(total / 1024)} kB`);
