/** Taxi to shut-down: a sheet a part, for this airplane on this day. */
import { type FieldDay, fieldCards, fieldSaid, HANDBOOK_FIRST, unitsFor } from '@keel/core';
import { useMemo } from 'react';
import { RunUpFigures } from './RunUpFigures.tsx';
import './field-parts.css';

export function FieldParts({ day, lessonId }: { day: FieldDay; lessonId?: string }) {
  const parts = useMemo(() => fieldSaid(fieldCards(day), unitsFor(day.airplane)), [day]);
  return (
    <div className="field-parts">
      {parts.map(({ id, title, lines, lists, caution }) => (
        <section key={id} className="sheet stack" aria-labelledby={`part-${id}`}>
          <h2 id={`part-${id}`}>{title}</h2>
          {lines.length > 0 && (
            <dl className="field-lines">
              {lines.map(({ label, value, note }) => (
                <div key={label}>
                  <dt>{label}</dt>
                  <dd>
                    {value === null ? <span className="quiet">–</span> : <strong>{value}</strong>}
                    {note && <span className="quiet small">{note}</span>}
                  </dd>
                </div>
              ))}
            </dl>
          )}
          {lists.map(({ title: about, items }) => (
            <div key={about}>
              <h3>{about}</h3>
              <ol className="field-steps">
                {items.map((item) => (
                  <li key={item}>{item}</li>
                ))}
              </ol>
            </div>
          ))}
          {id === 'run-up' && lessonId && <RunUpFigures airplane={day.airplane} lessonId={lessonId} />}
          {caution && <p className="field-caution">{caution}</p>}
        </section>
      ))}
      <p className="small quiet field-first">{HANDBOOK_FIRST}</p>
    </div>
  );
}
