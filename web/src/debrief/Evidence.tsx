/** A sentence about an attempt whose figures can be tapped: the cursor goes to the moment that each rests on. */
import { type AttemptScore, evidenceIn } from '@keel/core';

interface Props {
  sentence: string;
  attempt: AttemptScore;
  show: (atS: number) => void;
}

export function Evidence({ sentence, attempt, show }: Props) {
  return evidenceIn(sentence, attempt).map(({ text, atS }, i) =>
    atS === undefined ? (
      text
    ) : (
      // biome-ignore lint/suspicious/noArrayIndexKey: pieces of one sentence, which never change places
      <button key={i} type="button" className="evidence" onClick={() => show(atS)}>
        {text}
      </button>
    ),
  );
}
