/** When somebody usually has time: a line a weekday, as it is said; empty throughout, they are asked each time. */
import {
  errorWords,
  type UsualHours as Hours,
  hoursText,
  type Me,
  readHours,
  WEEKDAYS,
  type Week,
} from '@keel/core';
import { Button, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { api, read } from '../api/client.ts';
import { Dialog } from '../parts/Dialog.tsx';
import { sent } from '../parts/sent.ts';

const linesOf = (hours: Hours): string[] =>
  WEEKDAYS.map((_, i) => hoursText(hours.filter(({ weekday }) => weekday === i + 1)));

const faultOf = (line: string): string | null => {
  try {
    readHours(line);
    return null;
  } catch (error) {
    return errorWords(error);
  }
};

export function UsualHours(props: { week: Week; me: Me; kept: () => void; close: () => void }) {
  const { week, me, kept, close } = props;
  const others = [...week.students, ...(me.role === 'chief' ? week.instructors : [])].filter(
    ({ id }) => id !== me.id,
  );
  const [who, setWho] = useState(me.id);
  const [lines, setLines] = useState(() => linesOf(week.usualHours[me.id] ?? []));
  const faults = lines.map(faultOf);
  const choose = (id: string) => {
    setWho(id);
    setLines(linesOf(week.usualHours[id] ?? []));
  };
  const save = async () => {
    const hours = lines.flatMap((line, i) => readHours(line).map((one) => ({ weekday: i + 1, ...one })));
    const answer = await sent(
      read(api.people[':id']['usual-hours'].$put({ param: { id: who }, json: { hours } })),
    );
    if (!answer) return;
    kept();
    close();
  };
  return (
    <Dialog onClose={close} title="Availability">
      <form
        className="stack"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        {me.role !== 'student' && (
          <Select
            label="Person"
            searchable
            allowDeselect={false}
            data={[
              { value: me.id, label: `${me.name} (you)` },
              ...others.map(({ id, name }) => ({ value: id, label: name })),
            ]}
            value={who}
            onChange={(id) => id && choose(id)}
          />
        )}
        <p className="small quiet">
          For example “9 to 12, 14:00 to 18:30”. Leave a day empty when not available; leave all empty for no
          fixed hours. A booking outside these hours asks whether it was agreed.
        </p>
        {WEEKDAYS.map((name, i) => (
          <TextInput
            key={name}
            label={name}
            value={lines[i]}
            error={faults[i]}
            onChange={(event) => setLines(lines.with(i, event.currentTarget.value))}
          />
        ))}
        <Button type="submit" disabled={faults.some(Boolean)}>
          Save availability
        </Button>
      </form>
    </Dialog>
  );
}
