/** A student’s own limits, set by an instructor. */
import {
  beyondMinima,
  beyondMinimaSaid,
  type Release,
  type SoloLimits,
  soloLimitsSchema,
  withinMinima,
} from '@keel/core';
import { Button, TagsInput, TextInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import { api, read } from '../api/client.ts';
import { formErrors, showFirstError } from '../parts/form-errors.ts';
import { NumberField } from '../parts/NumberField.tsx';
import { sent } from '../parts/sent.ts';

const FIRST_LIMITS: SoloLimits = {
  windKt: 12,
  crosswindKt: 5,
  gustSpreadKt: 5,
  ceilingFt: 3000,
  visibilitySm: 6,
  runways: [],
  fuelGal: 15,
  from: '09:00',
  until: '17:00',
};

export function Limits({
  release,
  staff,
  kept,
}: {
  release: Release;
  staff: boolean;
  kept: (next: Release) => void;
}) {
  const { student, limits, limitsBy, minima, runways } = release;
  const form = useForm({ initialValues: limits ?? { ...withinMinima(FIRST_LIMITS, minima), runways } });
  const disabled = !staff;
  return (
    <section className="sheet stack" aria-label="Limits">
      <h2>This student’s limits</h2>
      <p className="small quiet">
        {limits
          ? `Set by ${limitsBy}. Earlier limits stay on file.`
          : 'No instructor has set limits yet. Save limits before any solo.'}
      </p>
      {minima && (
        <p className="small quiet">
          The school asks of every solo at most {minima.windKt} kt of wind, {minima.crosswindKt} kt of
          crosswind and gusts of {minima.gustSpreadKt} kt, at least {minima.ceilingFt} ft of ceiling and{' '}
          {minima.visibilitySm} statute miles of visibility. Earlier limits are tightened to it.
        </p>
      )}
      <form
        className="entry-form"
        onSubmit={form.onSubmit(async (values) => {
          const checked = soloLimitsSchema.safeParse(values);
          if (!checked.success) {
            form.setErrors(formErrors(checked.error.issues, Object.keys(values)));
            showFirstError();
            return;
          }
          const beyond = beyondMinima(checked.data, minima);
          if (beyond.length > 0) {
            form.setErrors(Object.fromEntries(beyond.map((one) => [one.field, beyondMinimaSaid(one)])));
            showFirstError();
            return;
          }
          const next = await sent(
            read(
              api.students[':id'].limits.$post({
                param: { id: student.id },
                json: { id: crypto.randomUUID(), limits: checked.data },
              }),
            ),
          );
          if (next) kept(next);
        })}
      >
        <NumberField label="Wind, kt" disabled={disabled} {...form.getInputProps('windKt')} />
        <NumberField label="Crosswind, kt" disabled={disabled} {...form.getInputProps('crosswindKt')} />
        <NumberField label="Gust spread, kt" disabled={disabled} {...form.getInputProps('gustSpreadKt')} />
        <NumberField
          label="Ceiling, ft above field"
          disabled={disabled}
          {...form.getInputProps('ceilingFt')}
        />
        <NumberField label="Visibility, sm" disabled={disabled} {...form.getInputProps('visibilitySm')} />
        <NumberField label="Fuel, gal" disabled={disabled} {...form.getInputProps('fuelGal')} />
        <TextInput label="From" disabled={disabled} {...form.getInputProps('from')} />
        <TextInput label="Until" disabled={disabled} {...form.getInputProps('until')} />
        <TagsInput className="wide" label="Runways" disabled={disabled} {...form.getInputProps('runways')} />
        {staff && (
          <Button
            type="submit"
            variant="default"
            className="wide"
            disabled={limits !== null && !form.isDirty()}
          >
            Save limits
          </Button>
        )}
      </form>
    </section>
  );
}
