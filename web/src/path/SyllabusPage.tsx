/** The syllabuses: skills in the order they are taught, gates with their source; one of them is taught, a copy is the school’s to edit. */
import type { Syllabus } from '@keel/core';
import { Button, Select } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, read } from '../api/client.ts';
import { useMe, useSyllabuses } from '../api/hooks.ts';
import { TitleBar } from '../frame/TitleBar.tsx';
import { PlainTable } from '../parts/PlainTable.tsx';
import { sent } from '../parts/sent.ts';
import { Waiting } from '../parts/states.tsx';
import { SyllabusEditor } from './SyllabusEditor.tsx';
import './path.css';

export function SyllabusPage() {
  const syllabuses = useSyllabuses();
  const { data: me } = useMe();
  const [chosen, setChosen] = useState<string | null>(null);
  const [editing, setEditing] = useState(false);
  if (!syllabuses.data) return <Waiting query={syllabuses} what="the syllabuses" />;
  const shown =
    syllabuses.data.find(({ id }) => id === chosen) ??
    syllabuses.data.find(({ taught }) => taught) ??
    syllabuses.data[0];
  const chief = me?.role === 'chief';
  const { data } = shown;
  return (
    <>
      <TitleBar title="Syllabus" about={shown.taught ? 'In use.' : 'Not in use.'}>
        <Select
          aria-label="Which syllabus"
          data={syllabuses.data.map(({ id, title, own }) => ({
            value: id,
            label: own ? `${title} (own)` : title,
          }))}
          value={shown.id}
          allowDeselect={false}
          onChange={setChosen}
        />
        <Button component={Link} to="/endorsements" variant="default">
          Endorsement texts
        </Button>
        {chief && (
          <Button variant="default" onClick={() => setEditing(!editing)}>
            {editing ? 'Close' : shown.own ? 'Edit' : 'Copy and edit'}
          </Button>
        )}
        {chief && !shown.taught && (
          <Button
            onClick={async () => {
              const next = await sent(read(api.syllabus.$put({ json: { id: shown.id } })));
              if (next) await syllabuses.mutate(next, { revalidate: false });
            }}
          >
            Use this syllabus
          </Button>
        )}
      </TitleBar>
      <div className="page">
        <p className="quiet">
          {data.about} {data.source}
          {data.fromMemory ? ', from memory: not yet checked against the document' : ''}.
        </p>
        {editing ? (
          <SyllabusEditor
            key={shown.id}
            syllabus={data}
            version={shown.own ? shown.version : 0}
            saved={async (next, id) => {
              await syllabuses.mutate(next, { revalidate: false });
              setChosen(id);
              setEditing(false);
            }}
          />
        ) : (
          <View syllabus={data} />
        )}
      </div>
    </>
  );
}

function View({ syllabus }: { syllabus: Syllabus }) {
  const titleOf = new Map(syllabus.gates.map(({ id, title }) => [id, title]));
  const { ready } = syllabus;
  return (
    <div className="columns path-columns">
      <section className="sheet" aria-label="Skills">
        <h2>Skills, in the order they are taught</h2>
        <p className="small quiet">
          Ready: {ready.attempts} counted attempts on {ready.days} days, {ready.lastPassed} of the last{' '}
          {ready.last} to standard, the first try of the day good on {ready.firstTriesPassed} of the last{' '}
          {ready.firstTryDays} days, a chance of {Math.round(100 * ready.chance)} % and no lower than{' '}
          {Math.round(100 * ready.chanceLow)} %, and a last grade of {ready.gradeAtLeast}. Common practice;
          your school may ask for more.
        </p>
        <div style={{ overflowX: 'auto' }} data-scrolls>
          <PlainTable>
            <thead>
              <tr>
                {['Skill', 'Evidence from', 'Required variants', 'Refresher due after', 'After', 'Gates'].map(
                  (head) => (
                    <th key={head} scope="col">
                      {head}
                    </th>
                  ),
                )}
              </tr>
            </thead>
            <tbody>
              {syllabus.skills.map((skill) => (
                <tr key={skill.id}>
                  <td>
                    <strong>{skill.title}</strong>
                  </td>
                  <td className="small">{skill.maneuver ? 'recordings' : 'an instructor’s grade'}</td>
                  <td className="small">{skill.asks.map(({ says }) => says).join(', ') || '—'}</td>
                  <td className="nowrap">{skill.staleAfterDays} days</td>
                  <td className="small">{skill.after.join(', ') || '—'}</td>
                  <td className="small">{skill.gates.map((id) => titleOf.get(id)).join(', ') || '—'}</td>
                </tr>
              ))}
            </tbody>
          </PlainTable>
        </div>
      </section>
      <section className="sheet" aria-label="Solo requirements">
        <h2>Solo requirements</h2>
        <ul className="gates">
          {syllabus.gates.map((gate) => (
            <li key={gate.id} style={{ padding: '7px 0' }}>
              <strong>{gate.title}</strong>{' '}
              <span className="small quiet">
                by {gate.closes}
                {gate.by === 'chief' && ', the chief instructor alone'}
              </span>
              <div className="small">{gate.text}</div>
              <div className="small quiet">
                {gate.source}
                {gate.fromMemory && ', from memory'}
              </div>
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}
