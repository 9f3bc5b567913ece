/** Turns: never more at once than there are, one of each person's, and each person's next before anybody's second. */
import { turns } from '../src/tasks/turns.ts';

const soon = () => new Promise((resolve) => setTimeout(resolve));

/** Works that end when they are told to. */
function works() {
  const began: string[] = [];
  const ends = new Map<string, () => void>();
  return {
    began,
    work: (name: string) => () =>
      new Promise<void>((resolve) => {
        began.push(name);
        ends.set(name, resolve);
      }),
    async end(name: string) {
      ends.get(name)?.();
      await soon();
    },
  };
}

test('one person’s many leave a place for another’s first', async () => {
  const { began, work, end } = works();
  const line = turns({ atOnce: 2, each: 1 });
  for (const name of ['a1', 'a2', 'a3']) void line.take('a', work(name));
  await soon();
  expect(began).toEqual(['a1']);
  void line.take('b', work('b1'));
  void line.take('c', work('c1'));
  await soon();
  expect(began).toEqual(['a1', 'b1']);
  await end('a1');
  // Whose turn it is: a has had one, c has had none.
  expect(began).toEqual(['a1', 'b1', 'c1']);
  await end('b1');
  expect(began).toEqual(['a1', 'b1', 'c1', 'a2']);
  // One of a's at a time, though there is a place.
  await end('c1');
  expect(began).toEqual(['a1', 'b1', 'c1', 'a2']);
  await end('a2');
  expect(began).toEqual(['a1', 'b1', 'c1', 'a2', 'a3']);
});

test('what fails gives its place away, and is told', async () => {
  const { began, work } = works();
  const line = turns({ atOnce: 1, each: 1 });
  const failing = line.take('a', () => Promise.reject(new Error('no')));
  void line.take('a', work('a2'));
  await expect(failing).rejects.toThrow('no');
  await new Promise((resolve) => setTimeout(resolve));
  expect(began).toEqual(['a2']);
});

test('it tells how many of one wait', async () => {
  const { work, end } = works();
  const line = turns({ atOnce: 1, each: 1 });
  for (const name of ['a1', 'a2', 'a3']) void line.take('a', work(name));
  await soon();
  expect([line.waiting('a'), line.waiting('b')]).toEqual([2, 0]);
  await end('a1');
  expect(line.waiting('a')).toBe(1);
});
