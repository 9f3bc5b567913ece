/** A sentence whose figures can be tapped, where each has a moment: the cursor goes there. */
import type { Said } from '@keel/core';

interface Props {
  said: Said;
  /** Left out where there is nothing to go to. */
  show?: (atS: number) => void;
}

export function Sentence({ said, show }: Props) {
  return said.map(({ text, atS }, i) =>
    atS === undefined || !show ? (
      text
    ) : (
      // biome-ignore lint/suspicious/noArrayIndexKey: pieces of one sentence, which never change places
      <button key={i} type="button" className="evidence" onClick={() => show(atS)}>
        {text}
      </button>
    ),
  );
}
