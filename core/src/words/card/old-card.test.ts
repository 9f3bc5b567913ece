/** Cards from before their sentences were made of their figures: read, and shown as they were written. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { findAirplane } from '../../airplane/fleet.ts';
import { targetCard } from '../../brief/target-card.ts';
import { targetCardSchema } from '../../card/card.ts';
import { findStandard } from '../../standards/standards.ts';
import { cardSaid, wordedCard } from './said.ts';

const old = (name: string) =>
  JSON.parse(readFileSync(join(import.meta.dirname, '../../testing/old-cards', `${name}.json`), 'utf8'));

test.each(['steep-turn.gimmer-2', 'straight-and-level.cairn-4'])(
  '%s is read and shows what it said',
  (name) => {
    const was = old(name);
    const card = targetCardSchema.parse(was);
    const said = cardSaid(card);
    for (const key of [
      'purpose',
      'steps',
      'checks',
      'watchFor',
      'cautions',
      'choices',
      'assumed',
      'missing',
    ] as const)
      expect(said[key]).toEqual(was[key]);
    expect([said.airspeedWhy, said.windowWhy, said.offToday]).toEqual([
      was.entry.airspeedWhy,
      was.entry.windowWhy,
      was.offToday,
    ]);
    expect(said.figures.map(({ label, note }) => [label, note])).toEqual(
      was.figures.map(({ label, note }: { label: string; note: string }) => [label, note]),
    );
    expect(card.entry.altitudeFt).toBe(was.entry.altitudeFt);
  },
);

test('a card that was printed with its sentences is read again, and says the same', () => {
  const card = targetCard({
    maneuver: 'power-off-stall',
    airplane: findAirplane('gimmer-2')!,
    standard: findStandard('faa-private')!,
  });
  const printed = wordedCard(card);
  const again = wordedCard(targetCardSchema.parse(JSON.parse(JSON.stringify(printed))));
  expect(again.steps).toEqual(printed.steps);
  expect(again.entry).toEqual(printed.entry);
  expect(again.params).toEqual(printed.params);
});

test('a miles-per-hour airplane has no knots on its card', () => {
  for (const maneuver of ['steep-turn', 'slow-flight', 'power-off-stall', 'climb', 'descending-turn']) {
    const card = targetCard({
      maneuver,
      airplane: findAirplane('gimmer-2')!,
      standard: findStandard('faa-private')!,
    });
    const { steps, cautions, watchFor, figures, airspeedWhy, windowWhy } = cardSaid(card);
    const text = [...steps, ...cautions, ...watchFor, airspeedWhy, ...windowWhy].join('\n');
    expect(text).not.toMatch(/\bkt\b|knot/);
    expect(figures.map(({ label, note }) => `${label} ${note}`).join('\n')).not.toMatch(/\d kt\b/);
  }
});
