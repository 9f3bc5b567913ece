/** The card's figures, large. */
import type { TargetCard } from '@keel/core';
import { seatFigures } from './seat-figures.ts';

export function Figures({ card }: { card: TargetCard }) {
  return (
    <dl className="alone-figures">
      {seatFigures(card).map(({ label, value, unit }) => (
        <div key={label}>
          <dt>{label}</dt>
          <dd>
            {value}
            <small>{unit}</small>
          </dd>
        </div>
      ))}
    </dl>
  );
}
