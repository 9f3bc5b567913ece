/** An airplane begun from one of the program's own: its shape is kept, its numbers are to be replaced by the book's. */
import { type Airplane, fleet, slugOf } from '@keel/core';
import { Button, Modal, Select, TextInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import { useState } from 'react';
import { api, messageOf, read } from '../api/client.ts';
import { Caution } from '../parts/caution.tsx';

export function BeginFrom(props: { opened: boolean; close: () => void; made: (airplane: Airplane) => void }) {
  const [problem, setProblem] = useState<string | null>(null);
  const form = useForm({
    initialValues: { from: fleet[0].id, name: '', registration: '' },
    validate: { name: (value) => (slugOf(value) ? null : 'Write a name') },
  });
  const send = form.onSubmit(async ({ from, name, registration }) => {
    setProblem(null);
    const { ownFigures: _, ...like } = fleet.find(({ id }) => id === from) ?? fleet[0];
    try {
      const json = { ...like, id: slugOf(`${name} ${registration}`), name: name.trim(), registration };
      props.made(await read(api.airplanes.$post({ json })));
      form.reset();
    } catch (error) {
      setProblem(messageOf(error));
    }
  });
  return (
    <Modal
      opened={props.opened}
      onClose={props.close}
      title={<strong>Begin from an airplane like yours</strong>}
    >
      <form className="stack" onSubmit={send} noValidate>
        {problem && <p role="alert">{problem}</p>}
        <Select
          label="Most like yours"
          allowDeselect={false}
          data={fleet.map(({ id, name, seats }) => ({
            value: id,
            label: [name, seats].filter(Boolean).join(', '),
          }))}
          {...form.getInputProps('from')}
        />
        <TextInput label="Its name" required data-autofocus {...form.getInputProps('name')} />
        <TextInput label="Registration" {...form.getInputProps('registration')} />
        <Caution>
          The numbers of this one are invented. With the book open, put its weights, stall speeds, V_A and
          flap limits in before anyone flies by a card; the calibration, climb and balance may follow.
        </Caution>
        <Button type="submit">Add the airplane</Button>
      </form>
    </Modal>
  );
}
