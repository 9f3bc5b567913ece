/** A standard being changed: bands, requirements and thresholds, with what the change would do before it counts. */
import {
  type AttemptVerdict,
  figureTables,
  requirementName,
  rooms,
  rowsFor,
  type Standard,
  type StandardRow,
  VERDICT_WORDS,
} from '@keel/core';
import { Button, Checkbox } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { memo, useCallback, useState } from 'react';
import { mutate } from 'swr';
import { answered, api, messageOf, read } from '../api/client.ts';
import { isoDay, maneuverName, PARAMETER_NAMES, unitMark } from '../parts/format.ts';
import { maneuverTitle } from '../parts/maneuvers.ts';
import { NumberField } from '../parts/NumberField.tsx';
import { PlainTable } from '../parts/PlainTable.tsx';

type Versioned = Standard & { version: number };
interface Preview {
  attempts: number;
  hasJudged: boolean;
  changes: {
    recordingId: string;
    attempt: number;
    student: string;
    maneuver: string;
    variant: string | null;
    flownAt: string;
    before: AttemptVerdict;
    after: AttemptVerdict;
    why: string;
  }[];
}

type Change = (more: (before: Standard) => Partial<Standard>) => void;

export function StandardEditor({ standard, close }: { standard: Versioned; close: () => void }) {
  const [draft, setDraft] = useState<Versioned>(standard);
  const [preview, setPreview] = useState<Preview | null>(null);
  const [busy, setBusy] = useState(false);
  // The same all along, so that of some hundred fields only the one that is typed into is drawn anew.
  const change = useCallback<Change>((more) => {
    setDraft((before) => ({ ...before, ...more(before) }));
    setPreview(null);
  }, []);
  const changeRow = useCallback(
    (row: StandardRow, more: Partial<StandardRow>) =>
      change(({ rows }) => ({ rows: rows.map((one) => (one === row ? { ...one, ...more } : one)) })),
    [change],
  );
  const working = async (work: () => Promise<void>) => {
    setBusy(true);
    try {
      await work();
    } catch (error) {
      notifications.show({ color: 'red', title: 'Not saved', message: messageOf(error) });
    } finally {
      setBusy(false);
    }
  };
  const look = () =>
    working(async () =>
      setPreview(
        await read(api.standards[':id'].preview.$post({ param: { id: standard.id }, json: { data: draft } })),
      ),
    );
  const save = () =>
    working(async () => {
      await answered(
        api.standards[':id'].$put({
          param: { id: standard.id },
          json: { version: standard.version, data: draft },
        }),
      );
      await mutate('/standards');
      close();
    });
  return (
    <div className="stack">
      <div className="row" style={{ gap: 8, flexWrap: 'wrap' }}>
        <Button onClick={look} loading={busy} disabled={preview !== null}>
          See what would change
        </Button>
        <Button onClick={save} disabled={preview === null || busy}>
          Save as version {standard.version + 1}
        </Button>
        <Button variant="default" onClick={close}>
          Cancel
        </Button>
        <span className="small quiet">
          What was signed keeps the version that it was signed by; lessons planned from now on take the new
          one.
        </span>
      </div>
      {preview && <Changes preview={preview} />}
      <PlainTable>
        <caption className="hidden">Tolerances</caption>
        <thead>
          <tr>
            <th scope="col">Parameter</th>
            <th scope="col">Lowest</th>
            <th scope="col">Highest</th>
            <th scope="col">Judged</th>
          </tr>
        </thead>
        {rooms.map(({ id }) => (
          <BandRows key={id} maneuver={id} rows={rowsFor(draft, { maneuver: id })} change={changeRow} />
        ))}
      </PlainTable>
      <Requirements asked={draft.requirements} change={change} />
      <Thresholds own={draft.thresholds} change={change} />
    </div>
  );
}

function Changes({ preview: { attempts, hasJudged, changes } }: { preview: Preview }) {
  if (attempts === 0) return <p role="status">There is no attempt yet to compare with.</p>;
  const whose = hasJudged
    ? `the latest ${attempts} attempts`
    : `the school’s latest ${attempts} attempts (it has judged none yet)`;
  if (changes.length === 0)
    return <p role="status">None of {whose} would get another verdict than by the current version.</p>;
  return (
    <div role="status">
      <p>
        <strong>
          {changes.length} of {whose} would get another verdict.
        </strong>
      </p>
      <ul className="small">
        {changes.map((one) => (
          <li key={`${one.recordingId} ${one.attempt}`}>
            {one.student}, {isoDay(one.flownAt)}, {maneuverName(one.maneuver, one.variant).toLowerCase()}:{' '}
            {VERDICT_WORDS[one.before].toLowerCase()} →{' '}
            <strong>{VERDICT_WORDS[one.after].toLowerCase()}</strong>.{' '}
            <span className="quiet">{one.why}</span>
          </li>
        ))}
      </ul>
    </div>
  );
}

interface BandProps {
  maneuver: string;
  rows: StandardRow[];
  change: (row: StandardRow, more: Partial<StandardRow>) => void;
}

const BandRows = memo(
  Bands,
  (a, b) =>
    a.change === b.change && a.rows.length === b.rows.length && a.rows.every((row, i) => row === b.rows[i]),
);

function Bands(props: BandProps) {
  if (props.rows.length === 0) return null;
  return (
    <tbody>
      <tr>
        <th scope="rowgroup" colSpan={4} className="row-group">
          {maneuverTitle(props.maneuver)}
        </th>
      </tr>
      {props.rows
        .filter(({ parameter }) => parameter !== 'floor')
        .map((row) => {
          const name = PARAMETER_NAMES[row.parameter] ?? row.parameter;
          const edge = (side: 'low' | 'high') => (
            <NumberField
              aria-label={`${maneuverTitle(props.maneuver)}, ${name}, ${side === 'low' ? 'lowest' : 'highest'}`}
              value={row[side]}
              onChange={(value) => typeof value === 'number' && props.change(row, { [side]: value })}
              suffix={unitMark(row.unit)}
              size="xs"
              w={110}
            />
          );
          return (
            <tr key={`${row.parameter} ${row.variants?.join()}`}>
              <td>
                {name} <span className="quiet small">{row.variants?.join(', ')}</span>
              </td>
              <td>{edge('low')}</td>
              <td>{edge('high')}</td>
              <td>
                <Checkbox
                  aria-label={`${maneuverTitle(props.maneuver)}, ${name}, judged`}
                  checked={row.required}
                  onChange={(event) => props.change(row, { required: event.currentTarget.checked })}
                />
              </td>
            </tr>
          );
        })}
    </tbody>
  );
}

interface AskedProps {
  asked: Standard['requirements'];
  change: Change;
}

const Requirements = memo(function Requirements({ asked, change }: AskedProps) {
  return (
    <fieldset className="stack" style={{ border: 0, padding: 0, margin: 0, gap: 4 }}>
      <legend>
        <strong>Pass/fail items</strong>{' '}
        <span className="quiet small">ticked: a failure fails the attempt; otherwise for information</span>
      </legend>
      {rooms.map(({ id }) => {
        const rows = asked.filter(({ maneuver }) => maneuver === id);
        if (rows.length === 0) return null;
        return (
          <div key={id}>
            <h4 style={{ margin: '6px 0 2px' }}>{maneuverTitle(id)}</h4>
            <div className="row" style={{ flexWrap: 'wrap', gap: '4px 18px' }}>
              {rows.map((row) => (
                <Checkbox
                  key={row.requirement}
                  size="xs"
                  label={requirementName(`${id}/${row.requirement}`)}
                  checked={row.must}
                  onChange={(event) => {
                    const must = event.currentTarget.checked;
                    change((before) => ({
                      requirements: before.requirements.map((one) => (one === row ? { ...one, must } : one)),
                    }));
                  }}
                />
              ))}
            </div>
          </div>
        );
      })}
    </fieldset>
  );
});

/** The numbers behind findings and requirements; empty is as it comes. */
interface ThresholdProps {
  own: Standard['thresholds'];
  change: Change;
}

const Thresholds = memo(function Thresholds({ own, change }: ThresholdProps) {
  const set = (group: string, name: string, value: number | undefined) =>
    change(({ thresholds }) => {
      const { [name]: _, ...rest } = thresholds[group] ?? {};
      const figures = value === undefined ? rest : { ...rest, [name]: value };
      const { [group]: __, ...others } = thresholds;
      return { thresholds: Object.keys(figures).length > 0 ? { ...others, [group]: figures } : others };
    });
  return (
    <details>
      <summary>Thresholds: when something is a finding, and when a pass/fail item is met</summary>
      <PlainTable>
        <thead>
          <tr>
            <th scope="col">Meaning</th>
            <th scope="col">Default</th>
            <th scope="col">This school’s</th>
            <th scope="col">Source</th>
          </tr>
        </thead>
        {figureTables
          .filter(({ editable }) => editable)
          .map(({ group, rows }) => (
            <tbody key={group}>
              <tr>
                <th scope="rowgroup" colSpan={4} className="row-group">
                  {group.replaceAll('-', ' ')}
                </th>
              </tr>
              {Object.entries(rows).map(([name, { value, unit, means, source }]) => (
                <tr key={name}>
                  <td>{means}</td>
                  <td className="nowrap">
                    {value} {unit}
                  </td>
                  <td>
                    <NumberField
                      aria-label={`${group}: ${means}`}
                      value={own[group]?.[name] ?? ''}
                      placeholder={String(value)}
                      onChange={(typed) => set(group, name, typed === '' ? undefined : typed)}
                      min={0}
                      size="xs"
                      w={110}
                    />
                  </td>
                  <td className="small quiet">{source}</td>
                </tr>
              ))}
            </tbody>
          ))}
      </PlainTable>
    </details>
  );
});
