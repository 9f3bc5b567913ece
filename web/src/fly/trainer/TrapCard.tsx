/** A way into a spin, as its card has it: what it feels and looks like, the sign and the way out; and why it stays up here. */
import { spinsSaid, type TrapKind } from '@keel/core';
import { trapPlace } from './pattern-day.ts';
import './pattern.css';

export function TrapCard({ kind }: { kind: TrapKind }) {
  const { lists, caution } = spinsSaid();
  const way = lists[trapPlace(kind)];
  const recovery = lists[lists.length - 1];
  return (
    <section className="stack trap-card" aria-label={way.title}>
      <ul>
        {way.items.map((item) => (
          <li key={item}>{item}</li>
        ))}
      </ul>
      <details>
        <summary>{recovery.title}</summary>
        <ol>
          {recovery.items.map((item) => (
            <li key={item}>{item}</li>
          ))}
        </ol>
      </details>
      <p className="caution">{caution}</p>
    </section>
  );
}
