/** Standards: the tolerances as data, each with its source. */
import {
  KNOTS,
  requirementBefore,
  requirementName,
  rooms,
  rowsFor,
  type Standard,
  type StandardRow,
  slugOf,
  textOf,
} from '@keel/core';
import { Button, TextInput } from '@mantine/core';
import { useState } from 'react';
import { mutate } from 'swr';
import { answered, api, messageOf } from '../api/client.ts';
import { useMe, useStandards } from '../api/hooks.ts';
import { TitleBar } from '../frame/TitleBar.tsx';
import { Dialog } from '../parts/Dialog.tsx';
import { bandOf, isoDay, PARAMETER_NAMES, unitMark } from '../parts/format.ts';
import { maneuverTitle } from '../parts/maneuvers.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { Failed, Loading } from '../parts/states.tsx';
import { StandardEditor } from './StandardEditor.tsx';

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
  const [editing, setEditing] = useState(false);
  const [copying, setCopying] = useState(false);
  const me = useMe();
  const standard = standards.data?.find(({ id }) => id === chosen) ?? standards.data?.[0];
  return (
    <>
      <TitleBar
        title="Standards"
        about="What an attempt is scored against. “From memory” stays until someone has checked the row against the document."
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
                  disabled={editing}
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
                  version {standard.version} · <code>{standard.id}</code>
                  {standard.editedBy && ` · ${standard.editedBy}, ${isoDay(standard.editedAt)}`}. A maneuver
                  without a row here is scored by the school’s own standard.
                </p>
                {me.data?.role === 'chief' && !editing && (
                  <div className="row" style={{ gap: 8, marginTop: 6 }}>
                    <Button variant="default" onClick={() => setCopying(true)}>
                      Make a copy
                    </Button>
                    <Button variant="default" onClick={() => setEditing(true)}>
                      Edit
                    </Button>
                  </div>
                )}
              </div>
              {editing ? (
                <StandardEditor key={standard.id} standard={standard} close={() => setEditing(false)} />
              ) : (
                <div style={{ overflowX: 'auto' }}>
                  <PlainTable>
                    <thead>
                      <tr>
                        <th scope="col">Parameter</th>
                        <th scope="col">Tolerance</th>
                        <th scope="col">Counted</th>
                        <th scope="col">Where</th>
                        <th scope="col">Source</th>
                      </tr>
                    </thead>
                    {rooms.map(({ id }) => (
                      <Rows
                        key={id}
                        maneuver={id}
                        rows={rowsFor(standard, { maneuver: id })}
                        asked={standard.requirements.filter(({ maneuver }) => maneuver === id)}
                      />
                    ))}
                  </PlainTable>
                </div>
              )}
            </section>
          </div>
        )}
        {standard && (
          <CopyDialog
            from={standard}
            opened={copying}
            close={() => setCopying(false)}
            made={(id) => {
              setChosen(id);
              setCopying(false);
            }}
          />
        )}
      </div>
    </>
  );
}

function Rows({
  maneuver,
  rows,
  asked,
}: {
  maneuver: string;
  rows: StandardRow[];
  asked: Standard['requirements'];
}) {
  if (rows.length === 0 && asked.length === 0) return null;
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
            {!row.required && ', for information'}
          </td>
          <td className="small quiet">
            {row.source}
            {row.fromMemory && ' (from memory)'}
          </td>
        </tr>
      ))}
      {asked.map((row) => (
        <tr key={row.requirement}>
          <td>{requirementName(`${maneuver}/${row.requirement}`)}</td>
          <td colSpan={2}>
            {textOf(requirementBefore(`${maneuver}/${row.requirement}`, KNOTS))}
            {row.configurations && <span className="quiet small"> ({row.configurations.join(', ')})</span>}
          </td>
          <td>{row.must ? 'pass/fail item' : 'for information'}</td>
          <td className="small quiet">
            {row.source}
            {row.fromMemory && ' (from memory)'}
          </td>
        </tr>
      ))}
    </tbody>
  );
}

/** A copy has a name of its own; its id follows from it. */
function CopyDialog(props: {
  from: Standard;
  opened: boolean;
  close: () => void;
  made: (id: string) => void;
}) {
  const [name, setName] = useState('');
  const [failed, setFailed] = useState<string>();
  const id = slugOf(name);
  const copy = async () => {
    try {
      await answered(api.standards.$post({ json: { from: props.from.id, id, name } }));
      await mutate('/standards');
      props.made(id);
      setName('');
    } catch (error) {
      setFailed(messageOf(error));
    }
  };
  return (
    <Dialog opened={props.opened} onClose={props.close} title={`A copy of ${props.from.name}`}>
      <form
        className="stack"
        onSubmit={(event) => {
          event.preventDefault();
          copy();
        }}
      >
        <TextInput
          label="Its name"
          value={name}
          onChange={(event) => setName(event.currentTarget.value)}
          error={failed}
          data-autofocus
        />
        <Button type="submit" disabled={id === ''}>
          Copy
        </Button>
      </form>
    </Dialog>
  );
}
