/** One number of the airplane file; drawn anew only when it is itself another, since a file has some two hundred. */
import { memo } from 'react';
import { NumberField } from '../parts/NumberField.tsx';
import { fromTyped, type Path, toTyped } from './draft.ts';

export type SetAt = (path: Path, value: unknown) => void;

interface Props {
  path: Path;
  label?: string;
  /** In a table, where the column has the words. */
  name?: string;
  value: unknown;
  /** The shown unit in the file's. */
  scale: number;
  error: string | boolean | undefined;
  /** What an emptied field leaves: a place in a pair, or nothing. */
  empty?: null;
  set: SetAt;
}

export const Entry = memo(
  function Entry({ path, label, name, value, scale, error, empty, set }: Props) {
    return (
      <NumberField
        label={label}
        aria-label={name}
        value={toTyped(value, scale)}
        error={error}
        onChange={(typed) => set(path, fromTyped(typed, scale) ?? empty)}
      />
    );
  },
  (before, after) =>
    Object.is(before.value, after.value) &&
    before.error === after.error &&
    before.scale === after.scale &&
    before.label === after.label &&
    before.name === after.name &&
    before.set === after.set,
);
