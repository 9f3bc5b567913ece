/** An airplane begun: from one of the program's own, whose numbers are to be replaced by the book's, or from nothing. */
import { AIRPLANE_PARTS, type Airplane, fleet, slugOf } from '@keel/core';
import { Button, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { api, messageOf, read } from '../api/client.ts';
import { Caution } from '../parts/caution.tsx';
import { Dialog } from '../parts/Dialog.tsx';
import { useFields } from '../parts/use-fields.ts';
import { VSpeed } from '../parts/VSpeed.tsx';
import type { Draft } from './draft.ts';

/** No airplane is like it: everything is typed in. */
const NOTHING = 'nothing';

export function BeginFrom(props: {
  opened: boolean;
  close: () => void;
  made: (airplane: Airplane) => void;
  /** Nothing is kept yet: a school's airplane has at least its weight and stall speeds. */
  empty: (draft: Draft) => void;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const form = useFields({
    initialValues: { from: fleet[0].id, name: '', registration: '' },
    validate: { name: (value) => (slugOf(value) ? null : 'Write a name') },
  });
  const send = form.onSubmit(async ({ from, name, registration }) => {
    setProblem(null);
    const own = {
      id: slugOf(`${name} ${registration}`),
      name: name.trim(),
      ...(registration && { registration }),
    };
    if (from === NOTHING) {
      form.reset();
      return props.empty({
        ...own,
        unchecked: [...AIRPLANE_PARTS],
        speedUnit: 'kt',
        powerUnit: 'rpm',
        flaps: [],
      });
    }
    const { ownFigures: _, registration: __, ...like } = fleet.find(({ id }) => id === from) ?? fleet[0];
    try {
      const json = { ...like, ...own, unchecked: [...AIRPLANE_PARTS] };
      props.made(await read(api.airplanes.$post({ json })));
      form.reset();
    } catch (error) {
      setProblem(messageOf(error));
    }
  });
  return (
    <Dialog opened={props.opened} onClose={props.close} title={<strong>Add an airplane</strong>}>
      <form className="stack" onSubmit={send} noValidate>
        {problem && <p role="alert">{problem}</p>}
        <Select
          label="Most like yours"
          allowDeselect={false}
          data={[
            ...fleet.map(({ id, name, seats }) => ({
              value: id,
              label: [name, seats].filter(Boolean).join(', '),
            })),
            { value: NOTHING, label: 'None: type everything in' },
          ]}
          {...form.getInputProps('from')}
        />
        <TextInput label="Its name" required data-autofocus {...form.getInputProps('name')} />
        <TextInput label="Registration" {...form.getInputProps('registration')} />
        {form.values.from !== NOTHING && (
          <Caution>
            These numbers are invented, and every brief says so until each part is compared with the book.
            Check weights, stall speeds, <VSpeed of="A" /> and flap limits before anyone flies by a card.
          </Caution>
        )}
        <Button type="submit">
          {form.values.from === NOTHING ? 'Type its numbers' : 'Add the airplane'}
        </Button>
      </form>
    </Dialog>
  );
}
