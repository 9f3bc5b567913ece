/** The table of keys: nothing is bound twice where both would hear it, and whatever is bound can be read. */
import { SHORTCUTS, type Shortcut } from './shortcuts.ts';

const all: Shortcut[] = Object.values(SHORTCUTS);
const heardIn = (where: Shortcut['where']) =>
  all.filter((one) => one.where === where || one.where === 'Everywhere');
const shownOf = ({ keys, shown }: Shortcut) => shown ?? keys;

test.each(['Debrief', 'Brief'] as const)('no key of %s does two things', (where) => {
  const keys = heardIn(where).flatMap(({ keys }) => keys);
  expect(keys.filter((key, i) => keys.indexOf(key) !== i)).toEqual([]);
});

test('in the trainer no key that is held or pressed does two things', () => {
  const keys = heardIn('Trainer').flatMap(shownOf);
  expect(keys.filter((key, i) => keys.indexOf(key) !== i)).toEqual([]);
});

test('each is listed with its keys and with what it does', () => {
  for (const one of all) {
    expect(shownOf(one).length).toBeGreaterThan(0);
    expect(one.does).toMatch(/\S/);
    if (one.keys.length > 0) expect(shownOf(one)).toHaveLength(one.keys.length);
  }
});

test('who flew has as many words as keys', () => {
  const { keys, does } = SHORTCUTS.whoFlew;
  expect(does.split(', ')).toHaveLength(keys.length);
});
