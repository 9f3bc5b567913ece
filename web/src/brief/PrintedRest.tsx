/** The lesson's other cards, on paper only: a sheet each after the one on screen, drawn when the printer asks. */
import type { Standard, TargetCard } from '@keel/core';
import { useEffect, useState } from 'react';
import { flushSync } from 'react-dom';
import { CardView } from './CardView.tsx';

export function PrintedRest(props: { cards: Map<string, TargetCard[]>; except: string; standard: Standard }) {
  const [printing, setPrinting] = useState(false);
  useEffect(() => {
    // The browser takes its picture of the page as soon as the listener returns.
    const before = () => flushSync(() => setPrinting(true));
    const after = () => setPrinting(false);
    window.addEventListener('beforeprint', before);
    window.addEventListener('afterprint', after);
    return () => {
      window.removeEventListener('beforeprint', before);
      window.removeEventListener('afterprint', after);
    };
  }, []);
  if (!printing) return null;
  return [...props.cards]
    .filter(([item]) => item !== props.except)
    .map(([item, cards]) => (
      <CardView key={item} cards={cards} standard={props.standard} studentName={undefined} />
    ));
}
