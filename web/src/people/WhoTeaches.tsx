/** Who teaches a student: for good, and standing in for a while. */
import type { Person } from '@keel/core';
import { Button, MultiSelect, Select } from '@mantine/core';
import { useState } from 'react';
import { answered, api, messageOf } from '../api/client.ts';
import { Dialog } from '../parts/Dialog.tsx';

const WHILES = [
  { value: '3', label: 'three days' },
  { value: '7', label: 'a week' },
  { value: '14', label: 'two weeks' },
  { value: '28', label: 'four weeks' },
];
const inDays = (days: number): string => new Date(Date.now() + days * 24 * 3600_000).toISOString();

export function WhoTeaches(props: {
  student: Person;
  people: Person[];
  close: () => void;
  changed: () => Promise<unknown>;
}) {
  const { student, people } = props;
  const staff = people
    .filter(({ role }) => role !== 'student')
    .map(({ id, name }) => ({ value: id, label: name }));
  const [forGood, setForGood] = useState(
    student.taughtBy.filter(({ until }) => until === null).map(({ id }) => id),
  );
  const [standIn, setStandIn] = useState<string | null>(null);
  const [days, setDays] = useState('7');
  const [problem, setProblem] = useState<string | null>(null);
  const save = async () => {
    setProblem(null);
    // Who stands in already goes on to, unless they now teach for good or stand in anew.
    const others = student.taughtBy.filter(
      ({ id, until }) => until !== null && id !== standIn && !forGood.includes(id),
    );
    const taughtBy = [
      ...forGood.map((id) => ({ id, until: null })),
      ...others,
      ...(standIn && !forGood.includes(standIn) ? [{ id: standIn, until: inDays(Number(days)) }] : []),
    ];
    try {
      await answered(api.people[':id']['taught-by'].$put({ param: { id: student.id }, json: { taughtBy } }));
      await props.changed();
      props.close();
    } catch (error) {
      setProblem(messageOf(error));
    }
  };
  return (
    <Dialog onClose={props.close} title={<strong>Who teaches {student.name}</strong>}>
      <div className="stack">
        {problem && <p role="alert">{problem}</p>}
        <MultiSelect
          label="Primary instructor"
          data={staff}
          value={forGood}
          onChange={setForGood}
          searchable
        />
        <div className="row" style={{ gap: 8, alignItems: 'flex-end' }}>
          <Select
            label="Standing in"
            placeholder="nobody"
            data={staff}
            value={standIn}
            onChange={setStandIn}
            clearable
            style={{ flex: 2 }}
          />
          <Select
            label="for"
            data={WHILES}
            value={days}
            onChange={(value) => value && setDays(value)}
            allowDeselect={false}
            style={{ flex: 1 }}
          />
        </div>
        <Button onClick={save}>Save</Button>
      </div>
    </Dialog>
  );
}
