/** An id for one more of a list, `<kind>-<n>`, that none of them has. */
export function freeId(kind: string, list: readonly { id: string }[]): string {
  for (let n = list.length + 1; ; n++) {
    const id = `${kind}-${n}`;
    if (!list.some((one) => one.id === id)) return id;
  }
}
