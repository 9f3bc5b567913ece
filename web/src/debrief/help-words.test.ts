/** Who flew, in words and by keys: one of each for every kind of help, the held yoke near the stall alone. */
import { flownByWith, HELP, rooms } from '@keel/core';
import { SHORTCUTS } from '../frame/shortcuts.ts';
import { addHelp, HELP_WORDS, helpName, isOfferedIn } from './help-words.ts';

test('every kind of help has one word and one key', () => {
  expect(HELP_WORDS.map(({ help }) => help).sort()).toEqual([...HELP].sort());
  expect(SHORTCUTS.whoFlew.keys).toHaveLength(HELP_WORDS.length);
  expect(SHORTCUTS.whoFlew.does).toBe(HELP_WORDS.map(({ name }) => name).join(', '));
});

test('each key is a letter of its word, and no two have the same', () => {
  const { keys } = SHORTCUTS.whoFlew;
  expect(new Set(keys).size).toBe(keys.length);
  keys.forEach((key, i) => {
    expect(HELP_WORDS[i].name).toContain(key);
  });
});

test('the yoke is held near the stall, and everything else is offered everywhere', () => {
  for (const { id, nearStall } of rooms)
    for (const { help } of HELP_WORDS)
      expect([id, help, isOfferedIn(help, id)]).toEqual([
        id,
        help,
        help !== 'yoke-held' || nearStall === true,
      ]);
  expect(isOfferedIn('yoke-held', 'power-off-stall')).toBe(true);
  expect(isOfferedIn('yoke-held', 'straight-and-level')).toBe(false);
});

test('what nobody said is called so', () => {
  expect(helpName('unknown')).toBe('who flew not entered');
  expect(helpName('talked-through')).toBe('talked through');
});

test('with the help goes who flew', () => {
  const said: unknown[] = [];
  for (const { help } of HELP_WORDS) addHelp((body) => said.push(body) as never, help);
  expect(said).toEqual(HELP_WORDS.map(({ help }) => ({ kind: 'help', help, flownBy: flownByWith(help) })));
  expect(flownByWith('demonstration')).toBe('instructor');
  expect(flownByWith('unaided')).toBe('student');
});
