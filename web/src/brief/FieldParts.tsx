/** Taxi to shut-down: a sheet a part, for this airplane on this day. */
import { fieldCards, fieldDayOf, fieldSaid, HANDBOOK_FIRST, unitsFor } from '@keel/core';
import { useOwnLimits } from '../api/hooks.ts';
import { RunUpFigures } from './RunUpFigures.tsx';
import './field-parts.css';

interface Props {
  day: Omit<Parameters<typeof fieldDayOf>[0], 'limits'>;
  studentId: string;
  lessonId?: string;
}

export function FieldParts({ day: planned, studentId, lessonId }: Props) {
  const limits = useOwnLimits(studentId);
  const day = fieldDayOf({ ...planned, limits });
  const parts = fieldSaid(fieldCards(day), unitsFor(day.airplane));
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
