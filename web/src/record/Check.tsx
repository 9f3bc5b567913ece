/** The day put in, looked at against limits, gates and landings, and kept for the file. */
import { type Release, type ReleaseDay, releaseDaySchema, type SaidRelease } from '@keel/core';
import { Autocomplete, Button, Checkbox, Select } from '@mantine/core';
import { useForm } from '@mantine/form';
import { useState } from 'react';
import { api, read } from '../api/client.ts';
import { MomentField } from '../parts/DayField.tsx';
import { formErrors, showFirstError } from '../parts/form-errors.ts';
import { dayAndTime } from '../parts/format.ts';
import { NumberField } from '../parts/NumberField.tsx';
import { sent } from '../parts/sent.ts';
import { Items } from './ReleaseItems.tsx';

const number = (value: number | string): number | null => (typeof value === 'number' ? value : null);

export function Check({ release, kept }: { release: Release; kept: (next: Release) => void }) {
  const { student, runways, limits, last } = release;
  const known = [...new Set([...(limits?.runways ?? []), ...runways])];
  const [id, setId] = useState(() => crypto.randomUUID());
  const form = useForm({
    initialValues: {
      at: new Date().toISOString(),
      runway: known[0] ?? '',
      windFromDeg: '' as number | string,
      windKt: '' as number | string,
      gustKt: '' as number | string,
      visibilitySm: '' as number | string,
      ceilingFt: '' as number | string,
      clear: false,
      fuelGal: '' as number | string,
      knowsRunway: '' as '' | 'yes' | 'no',
    },
  });
  const [looked, setLooked] = useState<{ items: SaidRelease[]; sentence: string } | null>(null);
  const asDay = (): ReleaseDay | null => {
    const { values } = form;
    const checked = releaseDaySchema.safeParse({
      at: values.at,
      runway: values.runway,
      windFromDeg: number(values.windFromDeg),
      windKt: number(values.windKt),
      gustKt: number(values.gustKt),
      visibilitySm: number(values.visibilitySm),
      ceilingFt: values.clear ? 99_999 : number(values.ceilingFt),
      fuelGal: number(values.fuelGal),
      knowsRunway: values.knowsRunway === '' ? null : values.knowsRunway === 'yes',
    });
    if (checked.success) return checked.data;
    form.setErrors(formErrors(checked.error.issues, Object.keys(values)));
    showFirstError();
    return null;
  };
  const param = { id: student.id };
  return (
    <section className="sheet stack" aria-label="The check">
      <h2>Today’s check</h2>
      <div className="entry-form">
        <MomentField label="For" value={form.values.at} onChange={(next) => form.setFieldValue('at', next)} />
        <Autocomplete label="Runway" data={known} {...form.getInputProps('runway')} />
        <NumberField label="Wind from, °" min={0} max={360} {...form.getInputProps('windFromDeg')} />
        <NumberField label="Wind, kt" min={0} max={99} {...form.getInputProps('windKt')} />
        <NumberField
          label="Gusts, kt"
          placeholder="none reported"
          min={0}
          max={120}
          {...form.getInputProps('gustKt')}
        />
        <NumberField label="Visibility, sm" min={0} max={100} {...form.getInputProps('visibilitySm')} />
        <NumberField
          label="Ceiling, ft above the field"
          min={0}
          step={100}
          disabled={form.values.clear}
          {...form.getInputProps('ceilingFt')}
        />
        <Checkbox
          label="No ceiling"
          style={{ alignSelf: 'end' }}
          {...form.getInputProps('clear', { type: 'checkbox' })}
        />
        <NumberField label="Fuel, gal" min={0} {...form.getInputProps('fuelGal')} />
        <Select
          label="Knows runway and pattern"
          placeholder="not entered"
          data={[
            { value: 'yes', label: 'yes, flown together' },
            { value: 'no', label: 'not yet' },
          ]}
          {...form.getInputProps('knowsRunway')}
        />
      </div>
      <div className="row">
        <Button
          onClick={async () => {
            const given = asDay();
            if (given)
              setLooked(
                (await sent(read(api.students[':id'].release.look.$post({ param, json: given })))) ?? null,
              );
          }}
        >
          Check conditions
        </Button>
        <Button
          variant="default"
          disabled={!looked}
          onClick={async () => {
            const given = asDay();
            const next =
              given &&
              (await sent(read(api.students[':id'].release.$post({ param, json: { id, day: given } }))));
            if (!next) return;
            kept(next);
            setId(crypto.randomUUID());
          }}
        >
          Save this check
        </Button>
        {last && (
          <span className="small quiet">
            last saved {dayAndTime(last.at)}, by {last.by}
          </span>
        )}
      </div>
      {looked && <Items {...looked} />}
    </section>
  );
}
