/**
 * `npm run golden`: scores the kept recordings and writes what was found, for a change that is meant to find otherwise: what
 * differs is listed, and belongs in docs/decisions.md with its reason. `-- --fly` flies recordings that are not there yet.
 */
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import { fleet, flyManeuver, rooms, writeRecordingCsv } from '@keel/core';
import { GOLDEN_FOLDER, type Golden, type GoldenAttempt, goldenKeys, scoreGolden } from './lib/golden.ts';
import { answerUsage } from './lib/usage.mjs';

const { values } = answerUsage('npm run golden [-- --fly]', { options: { fly: { type: 'boolean' } } });
/** As many as a simple recorder writes. */
const RATE_HZ = 5;

function keep({ key, airplane, cards }: Golden, csv: string): void {
  writeFileSync(join(GOLDEN_FOLDER, `${key}.csv.br`), brotliCompressSync(csv));
  writeFileSync(join(GOLDEN_FOLDER, `${key}.json`), JSON.stringify({ key, airplane, cards }));
}

/** Each room well flown and with each of its habits, the airplanes in turn. */
function flyMissing(): void {
  let turn = 0;
  for (const { id: maneuver, pilot, unrecorded = [] } of rooms) {
    const habits = pilot.habits.filter((habit) => !unrecorded.includes(habit));
    for (const habit of [undefined, ...habits]) {
      const airplane = fleet[turn++ % fleet.length];
      const key = [maneuver, habit ?? 'well', airplane.id].join('.');
      if (existsSync(join(GOLDEN_FOLDER, `${key}.json`))) continue;
      const { recording, card } = flyManeuver({
        airplane,
        maneuver,
        ...(habit && { habit: `${maneuver}/${habit}` }),
        seed: 100 + turn,
        recorder: { rateHz: RATE_HZ },
      });
      keep({ key, airplane: airplane.id, cards: [card] }, writeRecordingCsv(recording));
      console.log(`flown: ${key}`);
    }
  }
}

if (values.fly) flyMissing();
const file = join(GOLDEN_FOLDER, 'found.json');
const before: Record<string, GoldenAttempt[]> = existsSync(file)
  ? JSON.parse(readFileSync(file, 'utf8'))
  : {};
const found = Object.fromEntries(goldenKeys().map((key) => [key, scoreGolden(key)]));
for (const key of Object.keys(found))
  if (JSON.stringify(before[key]) !== JSON.stringify(found[key])) console.log(`other than before: ${key}`);
writeFileSync(file, `${JSON.stringify(found, null, 1)}\n`);
console.log(`${Object.keys(found).length} recordings`);
