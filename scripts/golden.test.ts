/** What was found in the kept recordings is found in them still: a change that means otherwise runs `npm run golden`, and says why. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { FINDING_IDS, fleet, rooms } from '@keel/core';
import { GOLDEN_FOLDER, type Golden, type GoldenAttempt, goldenKeys, scoreGolden } from './lib/golden.ts';

const found: Record<string, GoldenAttempt[]> = JSON.parse(
  readFileSync(join(GOLDEN_FOLDER, 'found.json'), 'utf8'),
);
const keys = goldenKeys();

test('they are at least sixty: of every maneuver and every airplane, and most of them with faults', () => {
  const kept = keys.map(
    (key): Golden => JSON.parse(readFileSync(join(GOLDEN_FOLDER, `${key}.json`), 'utf8')),
  );
  expect(keys.length).toBeGreaterThanOrEqual(60);
  expect(new Set(kept.map(({ airplane }) => airplane))).toEqual(new Set(fleet.map(({ id }) => id)));
  expect(new Set(kept.flatMap(({ cards }) => cards.map(({ maneuver }) => maneuver)))).toEqual(
    new Set(rooms.map(({ id }) => id)),
  );
  expect(Object.keys(found).sort()).toEqual([...keys].sort());
  const faults = new Set(
    Object.values(found).flatMap((attempts) =>
      attempts.flatMap(({ findings }) => findings.map((one) => one.split(' ')[0])),
    ),
  );
  expect([...faults].filter((id) => !FINDING_IDS.includes(id as never))).toEqual([]);
  expect(faults.size).toBeGreaterThan(90);
});

test.each(keys)('%s', (key) => {
  expect(scoreGolden(key)).toEqual(found[key]);
});
