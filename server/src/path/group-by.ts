/** Rows by what they belong to, in the order they came. */
export function groupBy<T, K>(list: readonly T[], key: (one: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const one of list) {
    const group = groups.get(key(one));
    if (group) group.push(one);
    else groups.set(key(one), [one]);
  }
  return groups;
}
