/** What happened, in order: the chain of excursions and the findings, each of which moves the cursor to its evidence. */
import {
  type AttemptScore,
  type AttemptStatements,
  type HappenedItem,
  happened,
  textOf,
  titleWithTime,
  type Units,
} from '@keel/core';
import { Button } from '@mantine/core';
import { SeenEvidence } from './Seen.tsx';

/** The item whose evidence the cursor is nearest to: it is the one unfolded. */
const nearestItem = (items: HappenedItem[], cursorS: number): HappenedItem | undefined =>
  items.reduce<HappenedItem | undefined>(
    (best, item) => (best && Math.abs(best.atS - cursorS) <= Math.abs(item.atS - cursorS) ? best : item),
    undefined,
  );

export function WhatHappened(props: {
  attempt: AttemptScore;
  units: Units;
  cursorS: number;
  show: (atS: number) => void;
  statements: AttemptStatements;
  /** Ids of findings kept for another day. */
  parked: readonly string[];
  /** Left out for those who may not park. */
  park?: (finding: string) => void;
}) {
  const { attempt, cursorS, show, statements, parked, park } = props;
  const all = happened(attempt, props.units);
  const isParked = ({ id, severity }: HappenedItem) =>
    id !== null && severity !== 'critical' && parked.includes(id);
  const items = all.filter((item) => !isParked(item));
  const kept = all.filter(isParked);
  const here = nearestItem(items, cursorS);
  return (
    <section className="sheet" aria-label="Sequence of events">
      <h3>Sequence of events</h3>
      {items.length === 0 && (
        <p className="quiet small" style={{ marginTop: 6 }}>
          {kept.length > 0
            ? 'Nothing except what is parked.'
            : 'Stayed within tolerance throughout, and no fault was found.'}
        </p>
      )}
      <ol className="happened">
        {items.map((item) => (
          <li key={item.key} data-severity={item.severity}>
            <button type="button" aria-expanded={item === here} onClick={() => show(item.atS)}>
              <span className="happened-number">{item.number ?? '·'}</span>
              <span>
                <strong>{textOf(item.title)}</strong>{' '}
                <span className="quiet small nowrap">at {item.time}</span>
                {item.severity === 'critical' && <em> critical</em>}
                {item === here && item.why.length > 0 && (
                  <span className="happened-why">{textOf(item.why)}</span>
                )}
                {item === here && item.tryNext.length > 0 && (
                  <span className="happened-try">{textOf(item.tryNext)}</span>
                )}
              </span>
            </button>
            {item === here && item.id !== null && item.severity !== 'critical' && park && (
              <Button variant="subtle" size="compact-xs" className="park" onClick={() => park(item.id!)}>
                Park it for another day
              </Button>
            )}
          </li>
        ))}
      </ol>
      <SeenEvidence statements={statements} />
      {kept.length > 0 && (
        <p className="small quiet" style={{ marginTop: 6 }}>
          Parked for another day: {kept.map(titleWithTime).join('; ')}.
        </p>
      )}
    </section>
  );
}
