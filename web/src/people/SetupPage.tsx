/** The first start: the school and its chief instructor. */

import '../theme/within.css';
import { SCHOOL_STANDARD_ID, setupSchema, standards } from '@keel/core';
import { Button, PasswordInput, Select, TagsInput, TextInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { useSWRConfig } from 'swr';
import { api, messageOf, read } from '../api/client.ts';
import { formErrors, showFirstError } from '../parts/form-errors.ts';
import { NumberField } from '../parts/NumberField.tsx';
import { Door } from './Door.tsx';
import { PASSWORD_ADVICE } from './new-password.ts';
import { PRESSURE_UNITS, SPEED_UNITS } from './unit-choices.ts';
import { ZONES } from './zones.ts';

const mine = Intl.DateTimeFormat().resolvedOptions().timeZone;

/** What the form calls otherwise than what is sent. */
const POSITION = { 'position.latDeg': 'latDeg', 'position.lonDeg': 'lonDeg' };

/** What was left empty is left out: a position is two numbers or none. */
const asked = <T extends { latDeg: number | string; lonDeg: number | string }>({
  latDeg,
  lonDeg,
  ...values
}: T) => ({
  ...values,
  ...((latDeg !== '' || lonDeg !== '') && { position: { latDeg, lonDeg } }),
});

export function SetupPage() {
  const { token = '' } = useParams();
  const navigate = useNavigate();
  const { mutate } = useSWRConfig();
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const form = useForm({
    initialValues: {
      token,
      school: '',
      zone: ZONES.includes(mine) ? mine : 'UTC',
      fieldFt: '' as number | '',
      areaGroundFt: '' as number | '',
      latDeg: '' as number | string,
      lonDeg: '' as number | string,
      runways: [] as string[],
      speedUnit: 'kt' as 'kt' | 'mph',
      pressureUnit: 'hPa' as 'hPa' | 'inHg',
      firstStandardId: SCHOOL_STANDARD_ID as string,
      name: '',
      email: '',
      password: '',
    },
    validate: (values) => {
      const { error } = setupSchema.safeParse(asked(values));
      return error ? formErrors(error.issues, Object.keys(values), POSITION) : {};
    },
  });
  const refused = () => {
    setProblem('Not set up yet: see the fields in red.');
    showFirstError();
  };
  const send = form.onSubmit(async (values) => {
    setBusy(true);
    setProblem(null);
    try {
      const me = await read(api.setup.$post({ json: setupSchema.parse(asked(values)) }));
      await mutate('/me', me, { revalidate: false });
      navigate('/people?first=1', { replace: true });
    } catch (error) {
      setProblem(messageOf(error));
    } finally {
      setBusy(false);
    }
  }, refused);
  return (
    <Door title="Your school" wide>
      <form className="sheet stack" onSubmit={send} noValidate>
        <h2>Set up your school</h2>
        <p className="quiet">
          This link works once. Everything here can be changed later. Take the ground elevations from the
          chart: the floors of your lessons depend on them.
        </p>
        <TextInput label="Name of the school" required {...form.getInputProps('school')} />
        <Select
          label="Time zone"
          description="Days and times are shown in the school’s time everywhere."
          data={ZONES}
          searchable
          required
          {...form.getInputProps('zone')}
        />
        <div className="row fields" style={{ alignItems: 'flex-end' }}>
          <NumberField label="Elevation of the field, ft" required {...form.getInputProps('fieldFt')} />
          <NumberField
            label="Highest ground of the training area, ft"
            required
            {...form.getInputProps('areaGroundFt')}
          />
        </div>
        <div className="row fields" style={{ alignItems: 'flex-end' }}>
          <NumberField
            label="Latitude of the field, °, north +"
            description="For sunrise, sunset and night; can be added later."
            {...form.getInputProps('latDeg')}
          />
          <NumberField label="Longitude, °, east +" {...form.getInputProps('lonDeg')} />
        </div>
        <TagsInput label="Runways" description="Such as 06/24" {...form.getInputProps('runways')} />
        <div className="row fields" style={{ alignItems: 'flex-end' }}>
          <Select
            label="Speeds in"
            description="Where an airplane’s own file says nothing else."
            data={SPEED_UNITS}
            allowDeselect={false}
            {...form.getInputProps('speedUnit')}
          />
          <Select
            label="Pressure in"
            description="As the altimeter is set here."
            data={PRESSURE_UNITS}
            allowDeselect={false}
            {...form.getInputProps('pressureUnit')}
          />
        </div>
        <Select
          label="Standard for new lessons"
          description="Each lesson may choose another."
          data={standards.map(({ id, name }) => ({ value: id, label: name }))}
          allowDeselect={false}
          {...form.getInputProps('firstStandardId')}
        />
        <h3>You, the chief instructor</h3>
        <TextInput label="Your name" autoComplete="name" required {...form.getInputProps('name')} />
        <TextInput
          label="Email, to sign in with"
          type="email"
          autoComplete="username"
          required
          {...form.getInputProps('email')}
        />
        <PasswordInput
          label="Password"
          description={PASSWORD_ADVICE}
          autoComplete="new-password"
          required
          {...form.getInputProps('password')}
        />
        {problem && <p role="alert">{problem}</p>}
        <Button type="submit" loading={busy} fullWidth>
          Set up and sign in
        </Button>
      </form>
    </Door>
  );
}
