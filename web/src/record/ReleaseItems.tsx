/** A release check, item by item, with what it comes to; and the one that was kept last. */
import type { Release, SaidRelease } from '@keel/core';
import { IconCheck, IconQuestionMark, IconX } from '@tabler/icons-react';
import { dayAndTime } from '../parts/format.ts';
import './record.css';

const SIGNS = {
  held: { icon: IconCheck, says: 'met' },
  'not today': { icon: IconX, says: 'not today' },
  'not known': { icon: IconQuestionMark, says: 'not known' },
} as const;

/** What stands in the way comes first. */
const IN_ORDER = ['not today', 'not known', 'held'] as const;

export function Items({ items, sentence }: { items: readonly SaidRelease[]; sentence: string }) {
  return (
    <>
      <p className="release-sentence">{sentence}</p>
      <ul className="release-items">
        {IN_ORDER.flatMap((wanted) => items.filter(({ state }) => state === wanted)).map(
          ({ id, title, state, says }) => {
            const { icon: Icon, says: word } = SIGNS[state];
            return (
              <li key={id} data-state={state}>
                <Icon size={18} aria-hidden />
                <span className="release-title">{title}</span>
                <span className="small quiet">{says}</span>
                <strong className="small release-word">{word}</strong>
              </li>
            );
          },
        )}
      </ul>
    </>
  );
}

export const LastCheck = ({ release: { last } }: { release: Release }) => (
  <section className="sheet" aria-label="The last check">
    <h2>The last check</h2>
    {last ? (
      <>
        <p className="small quiet">
          {last.by}, {dayAndTime(last.at)}
        </p>
        <Items items={last.items} sentence={last.sentence} />
      </>
    ) : (
      <p className="quiet small">No check is saved yet.</p>
    )}
  </section>
);
