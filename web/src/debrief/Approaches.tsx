/** The approaches of a flight: each against the stabilized gate, the others laid under it. */
import {
  type Approach,
  approachEndName,
  approachPicture,
  approachSaid,
  fieldRowSaid,
  type RecordingView,
  type Units,
  unitsFor,
} from '@keel/core';
import { useMemo } from 'react';
import { useAddress } from '../frame/use-address.ts';
import { clock } from '../parts/format.ts';
import { PictureView } from '../pictures/Picture.tsx';
import { Departures } from './Departures.tsx';
import './approaches.css';

export function Approaches({ recording, go }: { recording: RecordingView; go: (atS: number) => void }) {
  const approaches = recording.score?.flight?.approaches ?? [];
  const [at, setAt] = useAddress('approach', '0');
  const index = Math.min(approaches.length - 1, Math.max(0, Number(at) || 0));
  const units = unitsFor(recording.airplane);
  const picture = useMemo(
    () => (approaches.length > 0 ? approachPicture(approaches, index, units.speed) : null),
    [approaches, index, units.speed],
  );
  const own = approaches[index];
  if (!picture || !own) return null;
  const { headline, bands, rows } = approachSaid(own, units);
  return (
    <>
      <nav className="row approach-list" aria-label="Approaches">
        {approaches.map((one, i) => (
          <button
            key={one.endS}
            type="button"
            className="approach-pick"
            aria-current={i === index ? 'true' : undefined}
            onClick={() => {
              setAt(String(i));
              go(one.endS);
            }}
          >
            <strong>{i + 1}</strong> {approachEndName(one)}
            <span className="small">{clock(one.endS)}</span>
          </button>
        ))}
      </nav>
      <div className="columns approach-columns">
        <section className="sheet stack" aria-label="Approach">
          <h2>
            {approachEndName(own)} {index + 1}
          </h2>
          <p>{headline}</p>
          <PictureView picture={picture} height={460} />
          <p className="small quiet">{bands} Dashed: the other approaches of the flight.</p>
        </section>
        <section className="sheet stack" aria-label="At the marks">
          <h2>At the marks</h2>
          <p className="small quiet">
            {own.rows.length > 0
              ? 'Measured; the instructor grades.'
              : 'Measured, not judged: the instructor grades.'}
          </p>
          <Rows rows={rows} />
          <Judged rows={own.rows} units={units} />
          <Errors approach={own} />
        </section>
      </div>
      {recording.score?.flight && <Departures flight={recording.score.flight} units={units} />}
    </>
  );
}

const Rows = ({ rows }: { rows: ReturnType<typeof approachSaid>['rows'] }) => (
  <table className="approach-rows">
    <tbody>
      {rows.map(({ label, value, out }) => (
        <tr key={label}>
          <th scope="row">{label}</th>
          <td>{value}</td>
          <td className={out ? 'approach-out' : 'quiet'}>{out === null ? '' : out ? 'outside' : 'inside'}</td>
        </tr>
      ))}
    </tbody>
  </table>
);

/** What the school has turned on; by default nothing. */
const Judged = ({ rows, units }: { rows: Approach['rows']; units: Units }) =>
  rows.length === 0 ? null : (
    <div>
      <h3>Judged, as the school asks</h3>
      <ul className="judged-rows">
        {rows.map((one) => (
          <li key={one.row} className={one.held ? undefined : 'approach-out'}>
            {fieldRowSaid(one, units)}
          </li>
        ))}
      </ul>
    </div>
  );

/** How well it is known. */
function Errors({ approach: { gate, touch } }: { approach: Approach }) {
  const known = [
    gate && `height ±${Math.ceil(gate.heightErrorFt)} ft`,
    gate && gate.kias !== null && `speed ±${Math.max(1, Math.ceil(gate.kiasError))} kt`,
    gate && gate.rightErrorFt !== null && `centre line ±${Math.ceil(gate.rightErrorFt)} ft`,
    touch && `touch ±${touch.errorS.toFixed(1)} s`,
  ].filter(Boolean);
  return known.length > 0 ? <p className="small quiet">Known to: {known.join(', ')}.</p> : null;
}
