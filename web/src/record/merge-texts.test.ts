import { mergedTexts } from './merge-texts.ts';

const entry = (id: string, text = 'as it came') => ({ id, text });
const base = [entry('a'), entry('b'), entry('c')];

test('what only they changed is theirs, what only I changed is mine', () => {
  const mine = [entry('a', 'mine'), entry('b'), entry('c')];
  const theirs = [entry('a'), entry('b', 'theirs'), entry('c')];
  expect(mergedTexts(base, mine, theirs)).toEqual([entry('a', 'mine'), entry('b', 'theirs'), entry('c')]);
});

test('what both changed is mine until I look again; what they added is there', () => {
  const mine = [entry('a', 'mine'), entry('b'), entry('c')];
  const theirs = [entry('a', 'theirs'), ...base.slice(1), entry('d', 'new there')];
  expect(mergedTexts(base, mine, theirs)).toEqual([...mine, entry('d', 'new there')]);
});

test('taken away there, it is gone unless I changed it; taken away here, it stays away', () => {
  expect(mergedTexts(base, base, base.slice(1)).map(({ id }) => id)).toEqual(['b', 'c']);
  const mine = [entry('a', 'mine'), entry('b'), entry('c')];
  expect(mergedTexts(base, mine, base.slice(1))[0]).toEqual(entry('a', 'mine'));
  expect(mergedTexts(base, base.slice(0, 2), base).map(({ id }) => id)).toEqual(['a', 'b']);
});
