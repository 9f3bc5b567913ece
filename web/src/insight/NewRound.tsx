/** A round is named, and its attempts are drawn. */
import { newRoundSchema } from '@keel/core';
import { Button, NativeSelect, TextInput } from '@mantine/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, messageOf, read } from '../api/client.ts';
import { Dialog } from '../parts/Dialog.tsx';
import { formErrors } from '../parts/form-errors.ts';
import { MANEUVER_CHOICES } from '../parts/maneuvers.ts';
import { NumberField } from '../parts/NumberField.tsx';
import { useFields } from '../parts/use-fields.ts';

const USUAL_DRAW = 8;
const MOST_DRAWN = 24;

export function NewRound({ close }: { close: () => void }) {
  const navigate = useNavigate();
  const [id] = useState(() => crypto.randomUUID());
  const [problem, setProblem] = useState<string | null>(null);
  const read1 = (values: { title: string; draw: number | ''; maneuver: string }) =>
    newRoundSchema.safeParse({ ...values, id, maneuver: values.maneuver || null });
  const form = useFields({
    initialValues: { title: '', draw: USUAL_DRAW as number | '', maneuver: '' },
    validate: (values) => {
      const { error } = read1(values);
      return error ? formErrors(error.issues, Object.keys(values)) : {};
    },
  });
  const send = form.onSubmit(async (values) => {
    setProblem(null);
    try {
      const round = await read(
        api.rounds.$post({
          json: newRoundSchema.parse({ ...values, id, maneuver: values.maneuver || null }),
        }),
      );
      navigate(`/rounds/${round.id}`);
    } catch (error) {
      setProblem(messageOf(error));
    }
  });
  return (
    <Dialog onClose={close} title={<strong>New round</strong>}>
      <form className="stack" onSubmit={send} noValidate>
        {problem && <p role="alert">{problem}</p>}
        <p className="small">
          Attempts that students flew alone within a year are drawn, as many within the standard as out of it.
          Every instructor grades them in their own time; you close the round.
        </p>
        <TextInput label="Name of the round" required data-autofocus {...form.getInputProps('title')} />
        <NumberField
          label="Attempts"
          required
          whole
          min={1}
          max={MOST_DRAWN}
          {...form.getInputProps('draw')}
        />
        <NativeSelect
          label="Of one maneuver"
          data={[{ value: '', label: 'Of all' }, ...MANEUVER_CHOICES]}
          {...form.getInputProps('maneuver')}
        />
        <div className="actions">
          <Button variant="default" onClick={close}>
            Cancel
          </Button>
          <Button type="submit" loading={form.submitting}>
            Draw and begin
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
