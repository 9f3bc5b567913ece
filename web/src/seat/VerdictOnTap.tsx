/** What the rows say, after the instructor’s own word: shown on a tap, two or three figures, one thing to try. */
import { type LiveVerdict, VERDICT_WORDS } from '@keel/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { numberText, signed, unitMark } from '../parts/format.ts';

interface Props {
  verdict: LiveVerdict | null;
  recordingId: string | null;
  lessonId: string;
}

export function VerdictOnTap({ verdict, recordingId, lessonId }: Props) {
  const [shown, setShown] = useState(false);
  if (recordingId)
    return (
      <Link className="seat-button" to={`/debrief/${recordingId}`}>
        The flight has ended. Open Debrief
      </Link>
    );
  if (!verdict)
    return (
      <p className="seat-last">
        No attempt yet. <Link to={`/fly/${lessonId}`}>The lesson</Link>
      </p>
    );
  if (!shown)
    return (
      <button type="button" className="seat-button" onClick={() => setShown(true)}>
        Show the verdict
      </button>
    );
  return (
    <section className="seat-verdict" aria-label="The verdict so far">
      <p>
        <strong>
          {verdict.title}: {VERDICT_WORDS[verdict.verdict]}
        </strong>{' '}
        <span>as it stands now</span>
      </p>
      <p>{verdict.reason}</p>
      <p className="seat-figures">
        {verdict.figures.map(({ name, used, most, unit }) => (
          <span key={name}>
            {name}{' '}
            <strong>
              {signed(most)}
              {unitMark(unit)}
            </strong>{' '}
            {numberText(100 * used)} % of tolerance
          </span>
        ))}
      </p>
      {verdict.first && <p>First: {verdict.first}</p>}
      {verdict.tryNext && (
        <p>
          <strong>{verdict.tryNext}</strong>
        </p>
      )}
    </section>
  );
}
