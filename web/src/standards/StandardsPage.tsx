/** Standards: the tolerances as data, each with its source. */
import { useStandards } from '../api/hooks.ts';
import { TitleBar } from '../frame/TitleBar.tsx';
import { PARAMETER_NAMES, say, signed, unitMark } from '../parts/format.ts';
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
};

export function StandardsPage() {
  const standards = useStandards();
  return (
    <>
      <TitleBar
        title="Standards"
        about="What an attempt is held against. “From memory” stays until someone has checked the row against the document."
      />
      <div className="page">
        {standards.error && <Failed error={standards.error} retry={() => standards.mutate()} />}
        {!standards.data && !standards.error && <Loading what="standards" />}
        {standards.data?.map((standard) => (
          <section key={standard.id} className="sheet">
            <h2>{standard.name}</h2>
            <p className="small quiet">
              {standard.document} · version {standard.version} · <code>{standard.id}</code>
            </p>
            <div style={{ overflowX: 'auto' }}>
              <table className="plain">
                <thead>
                  <tr>
                    <th scope="col">Steep turn</th>
                    <th scope="col">Band</th>
                    <th scope="col">Counted</th>
                    <th scope="col">Where</th>
                    <th scope="col">Source</th>
                  </tr>
                </thead>
                <tbody>
                  {standard.rows.map((row) => (
                    <tr key={row.parameter}>
                      <td>
                        {PARAMETER_NAMES[row.parameter]}
                        {row.target !== undefined && row.parameter === 'bank' && ` ${row.target}°`}
                      </td>
                      <td className="nowrap">
                        {row.high === -row.low
                          ? `±${say(row.high, row.unit === 'g' ? 2 : 0)}`
                          : `${signed(row.high)} / ${signed(row.low)}`}
                        {unitMark(row.unit)}
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
              </table>
            </div>
          </section>
        ))}
      </div>
    </>
  );
}
