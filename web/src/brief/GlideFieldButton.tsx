/** The field that a glide is to end at: chosen on the ground, with its place, so that Debrief can say whether it was in reach. */
import { type GlideField, glideFieldSchema } from '@keel/core';
import { Button, Group } from '@mantine/core';
import { useForm } from '@mantine/form';
import { useState } from 'react';
import { Dialog } from '../parts/Dialog.tsx';
import { formErrors, showFirstError } from '../parts/form-errors.ts';
import { numberText, placeText } from '../parts/format.ts';
import { NumberField } from '../parts/NumberField.tsx';

const EMPTY = { latDeg: '', lonDeg: '', elevationFt: '' };

export function GlideFieldButton(props: {
  field: GlideField | undefined;
  set: (field: GlideField | undefined) => void;
}) {
  const { field, set } = props;
  const [open, setOpen] = useState(false);
  const form = useForm<Record<keyof GlideField, number | ''>>({ initialValues: field ?? (EMPTY as never) });
  const close = (chosen: GlideField | undefined) => {
    set(chosen);
    setOpen(false);
  };
  const save = form.onSubmit((values) => {
    const read = glideFieldSchema.safeParse(values);
    if (read.success) return close(read.data);
    form.setErrors(formErrors(read.error.issues, Object.keys(EMPTY)));
    showFirstError();
  });
  return (
    <>
      <button
        type="button"
        className="composer-field"
        onClick={() => {
          form.setValues(field ?? (EMPTY as never));
          form.clearErrors();
          setOpen(true);
        }}
      >
        {field
          ? `to a field at ${placeText(field)}, ${numberText(field.elevationFt)} ft`
          : 'Choose its field'}
      </button>
      <Dialog opened={open} onClose={() => setOpen(false)} title="The field to glide to">
        {/* A form inside the lesson's: what is sent here is not sent there. */}
        <form
          className="stack"
          noValidate
          onSubmit={(event) => {
            event.stopPropagation();
            save(event);
          }}
        >
          <p className="quiet small">
            Choose it on the chart before the flight. Debrief shows whether it was in reach where the glide
            ended. In the air the field is the one that you can see.
          </p>
          <NumberField label="Latitude, °, north +" data-autofocus {...form.getInputProps('latDeg')} />
          <NumberField label="Longitude, °, east +" {...form.getInputProps('lonDeg')} />
          <NumberField label="Elevation, ft" {...form.getInputProps('elevationFt')} />
          <Group justify="flex-end">
            {field && (
              <Button variant="default" onClick={() => close(undefined)}>
                No field
              </Button>
            )}
            <Button type="submit">Choose this field</Button>
          </Group>
        </form>
      </Dialog>
    </>
  );
}
