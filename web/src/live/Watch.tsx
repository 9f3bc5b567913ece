/** One flight, watched from the ground: where in the lesson it is, three large figures, and the verdicts so far. */
import { VERDICT_WORDS } from '@keel/core';
import { Link } from 'react-router';
import { numberText, signed, speedIn, unitMark } from '../parts/format.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { useFresh } from '../seat/use-fresh.ts';
import { useLiveFlight } from './use-live-flight.ts';

export function Watch({ flightId, speedUnit }: { flightId: string; speedUnit: 'kt' | 'mph' }) {
  const live = useLiveFlight(flightId);
  const fresh = useFresh(live);
  const last = live.samples.at(-1);
  const { coach, verdicts, recordingId } = live;
  if (recordingId)
    return (
      <p>
        It has ended: <Link to={`/debrief/${recordingId}`}>to Debrief</Link>
      </p>
    );
  const figures = [
    ['altitude', last?.altitudeFt, ' ft'],
    ['airspeed', last?.kias == null ? null : speedIn(last.kias, speedUnit), ` ${speedUnit}`],
    ['bank', last?.bankDeg === null || last?.bankDeg === undefined ? null : Math.abs(last.bankDeg), '°'],
  ] as const;
  return (
    <div className="watch">
      <dl>
        {figures.map(([name, value, unit]) => (
          <div key={name}>
            <dt className="quiet small">{name}</dt>
            <dd data-old={!fresh || undefined}>
              {value === null || value === undefined ? '–' : `${numberText(value)}${unit}`}
            </dd>
          </div>
        ))}
        <div className="watch-step">
          <dt className="quiet small">{coach ? coach.title : 'no lesson'}</dt>
          <dd>{coach ? coach.step.name : '–'}</dd>
        </div>
      </dl>
      {!fresh && <p className="quiet small">No data right now. These are the last values received.</p>}
      {verdicts.length > 0 && (
        <PlainTable>
          <thead>
            <tr>
              <th>Attempt</th>
              <th>As it stands</th>
              <th>Tolerance used</th>
              <th>First out of tolerance</th>
            </tr>
          </thead>
          <tbody>
            {verdicts.map((one) => (
              <tr key={`${one.maneuver} ${one.startS}`}>
                <td>{one.title}</td>
                <td>{VERDICT_WORDS[one.verdict]}</td>
                <td>
                  {one.figures[0]
                    ? `${one.figures[0].name} ${signed(one.figures[0].most)}${unitMark(one.figures[0].unit)}, ${numberText(100 * one.figures[0].used)} %`
                    : '–'}
                </td>
                <td>{one.first ?? one.reason}</td>
              </tr>
            ))}
          </tbody>
        </PlainTable>
      )}
    </div>
  );
}
