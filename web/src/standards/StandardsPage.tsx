/** Standards: the tolerances as data, each with its source. */
import { rooms, rowsFor, type StandardRow } from '@keel/core';
import { useState } from 'react';
import { useStandards } from '../api/hooks.ts';
import { TitleBar } from '../frame/TitleBar.tsx';
import { bandOf, PARAMETER_NAMES, unitMark } from '../parts/format.ts';
import { maneuverTitle } from '../parts/maneuvers.ts';
import { Failed, Loading } from '../parts/states.tsx';

const REFERENCES: Record<string, string> = {
  entry: 'from the entry',
  target: 'from the target',
  'own-start': 'from its own start',
  'published-limit': 'published limit',
};
const PHASES: Record<string, string> = {
  whole: 'start to end',
  established: 'while established',
  end: 'at the roll-out',
  'entry-to-recovery': 'entry to recovery',
  straight: 'on each straight leg',
  turn: 'in the turns',
  'pitch-up': 'pitch-up to the break',
  'level-off': 'at the level-off',
};

export function StandardsPage() {
  const standards = useStandards();
  const [chosen, setChosen] = useState<string>();
  const standard = standards.data?.find(({ id }) => id === chosen) ?? standards.data?.[0];
  return (
    <>
      <TitleBar
        title="Standards"
        about="What an attempt is held against. “From memory” stays until someone has checked the row against the document."
      />
      <div className="page">
        {standards.error && <Failed error={standards.error} retry={() => standards.mutate()} />}
        {!standards.data && !standards.error && <Loading what="standards" />}
        {standard && (
          <div className="columns pick-columns">
            <nav className="stack" aria-label="Standards">
              {standards.data?.map(({ id, name, document }) => (
                <button
                  key={id}
                  type="button"
                  className="sheet pick"
                  aria-current={id === standard.id || undefined}
                  onClick={() => setChosen(id)}
                >
                  <strong>{name}</strong>
                  <span className="quiet small">{document}</span>
                </button>
              ))}
            </nav>
            <section className="sheet stack" aria-label={standard.name}>
              <div>
                <h2>{standard.name}</h2>
                <p className="small quiet">
                  version {standard.version} · <code>{standard.id}</code>. A maneuver without a row here is
                  judged by the school’s own.
                </p>
              </div>
              <div style={{ overflowX: 'auto' }}>
                <table className="plain">
                  <thead>
                    <tr>
                      <th scope="col">Parameter</th>
                      <th scope="col">Band</th>
                      <th scope="col">Counted</th>
                      <th scope="col">Where</th>
                      <th scope="col">Source</th>
                    </tr>
                  </thead>
                  {rooms.map(({ id }) => (
                    <Rows key={id} maneuver={id} rows={rowsFor(standard, { maneuver: id })} />
                  ))}
                </table>
              </div>
            </section>
          </div>
        )}
      </div>
    </>
  );
}

function Rows({ maneuver, rows }: { maneuver: string; rows: StandardRow[] }) {
  if (rows.length === 0) return null;
  return (
    <tbody>
      <tr>
        <th scope="rowgroup" colSpan={5} className="row-group">
          {maneuverTitle(maneuver)}
        </th>
      </tr>
      {rows.map((row) => (
        <tr key={`${row.parameter} ${row.variants?.join()}`}>
          <td>
            {PARAMETER_NAMES[row.parameter] ?? row.parameter}
            {row.target !== undefined && row.parameter === 'bank' && ` ${row.target}°`}
            {row.variants && <span className="quiet small"> {row.variants.join(', ')}</span>}
          </td>
          <td className="nowrap">
            {row.parameter === 'floor' ? 'never below' : `${bandOf(row)}${unitMark(row.unit)}`}
          </td>
          <td>{REFERENCES[row.reference]}</td>
          <td>
            {PHASES[row.phase] ?? row.phase}
            {!row.required && ', shown only'}
          </td>
          <td className="small quiet">
            {row.source}
            {row.fromMemory && ' (from memory)'}
          </td>
        </tr>
      ))}
    </tbody>
  );
}
