/** The lesson's other cards, on paper only: a sheet each after the one on screen. */
import type { Standard, TargetCard } from '@keel/core';
import { CardView } from './CardView.tsx';

export function PrintedRest(props: { cards: Map<string, TargetCard[]>; except: string; standard: Standard }) {
  return (
    <div className="print-only">
      {[...props.cards]
        .filter(([item]) => item !== props.except)
        .map(([item, cards]) => (
          <CardView key={item} cards={cards} standard={props.standard} studentName={undefined} />
        ))}
    </div>
  );
}
