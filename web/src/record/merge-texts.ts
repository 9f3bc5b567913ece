/** Two who edit one list: what only one of them changed is taken from them. */

interface Named {
  id: string;
}

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/**
 * @param base what both began with
 * @param mine what was typed here; it holds where both changed the same entry
 * @param theirs what stands there now
 */
export function mergedTexts<T extends Named>(
  base: readonly T[],
  mine: readonly T[],
  theirs: readonly T[],
): T[] {
  const find = (list: readonly T[], id: string) => list.find((one) => one.id === id);
  const kept = mine.flatMap((one) => {
    const before = find(base, one.id);
    if (!before || !same(before, one)) return [one];
    // Untouched here: as it is there, gone if it was taken away there.
    return find(theirs, one.id) ?? [];
  });
  const added = theirs.filter(({ id }) => !find(base, id) && !find(mine, id));
  return [...kept, ...added];
}
