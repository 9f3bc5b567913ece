/** The school: what it has settled for itself, who did what when, and what can be taken along. */
import { type SchoolSettings, schoolSettingsSchema } from '@keel/core';
import { Button, Checkbox, FileButton, Select, TagsInput, TextInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import { notifications } from '@mantine/notifications';
import { useEffect, useState } from 'react';
import { useSWRConfig } from 'swr';
import { api, messageOf, read, sendFile } from '../api/client.ts';
import { useMe, useSchool, useStandards, useTrail } from '../api/hooks.ts';
import { AskBeforeLeaving } from '../frame/AskBeforeLeaving.tsx';
import { TitleBar } from '../frame/TitleBar.tsx';
import { formErrors, showFirstError } from '../parts/form-errors.ts';
import { dayAndTime } from '../parts/format.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { Waiting } from '../parts/states.tsx';
import { Questions } from '../stage/Questions.tsx';
import { Departed } from './Departed.tsx';
import { ownSettings, ownValues, SchoolOwn } from './SchoolOwn.tsx';
import { PRESSURE_UNITS, SPEED_UNITS } from './unit-choices.ts';
import { ZONES } from './zones.ts';
import './people.css';
import { NumberField } from '../parts/NumberField.tsx';

export function SchoolPage() {
  const school = useSchool();
  const { data: me } = useMe();
  if (!school.data || !me) return <Waiting query={school} what="the school" />;
  const chief = me.role === 'chief';
  return (
    <>
      <Settings
        version={school.data.version}
        settings={school.data.settings}
        readOnly={!chief}
        saved={(data) => school.mutate(data, { revalidate: false })}
      />
      {chief && (
        <div className="page" style={{ paddingTop: 0 }}>
          <Questions />
          <Departed />
          <TakeAlong />
          <TrailList />
        </div>
      )}
    </>
  );
}

const valuesOf = (settings: SchoolSettings) => ({
  ...settings,
  ...ownValues(settings),
  latDeg: (settings.position?.latDeg ?? '') as number | '',
  lonDeg: (settings.position?.lonDeg ?? '') as number | '',
});

function Settings(props: {
  version: number;
  settings: SchoolSettings;
  readOnly: boolean;
  saved: (data: { version: number; settings: SchoolSettings }) => Promise<unknown>;
}) {
  const { mutate } = useSWRConfig();
  const [problem, setProblem] = useState<string | null>(null);
  const standards = useStandards();
  const form = useForm({ initialValues: valuesOf(props.settings) });
  /** What the form began with; a version from elsewhere takes its place only while nothing is typed. */
  const [version, setVersion] = useState(props.version);
  const begin = (from: { version: number; settings: SchoolSettings }) => {
    const values = valuesOf(from.settings);
    form.setInitialValues(values);
    form.setValues(values);
    setVersion(from.version);
  };
  const isDirty = form.isDirty();
  // biome-ignore lint/correctness/useExhaustiveDependencies: the form is the same one all along
  useEffect(() => {
    if (props.version > version && !isDirty) begin(props);
  }, [props.version, props.settings, version, isDirty]);
  const save = form.onSubmit(async ({ latDeg, lonDeg, ...rest }) => {
    setProblem(null);
    const placed = latDeg !== '' || lonDeg !== '' ? { latDeg, lonDeg } : null;
    const wanted = { ...rest, ...ownSettings(rest), position: placed };
    const checked = schoolSettingsSchema.safeParse(wanted);
    if (!checked.success) {
      const fields = [
        'latDeg',
        'lonDeg',
        ...Object.keys(rest),
        ...Object.keys(rest.soloMinima).map((key) => `soloMinima.${key}`),
        ...Object.keys(rest.fieldRules).map((key) => `fieldRules.${key}`),
      ];
      const errors = formErrors(checked.error.issues, fields, {
        'position.latDeg': 'latDeg',
        'position.lonDeg': 'lonDeg',
      });
      form.setErrors(errors);
      setProblem('Not saved: see the fields in red.');
      showFirstError();
      return;
    }
    try {
      const saved = await read(api.school.$put({ json: { version, settings: checked.data } }));
      begin(saved);
      await props.saved(saved);
      await mutate('/me');
      notifications.show({ message: 'Saved. New lessons use these settings.' });
    } catch (error) {
      setProblem(messageOf(error));
    }
  });
  const disabled = props.readOnly;
  return (
    <form onSubmit={save} noValidate>
      <AskBeforeLeaving unsaved={form.isDirty() && !disabled} what="The school" />
      <TitleBar title="School" about="Settings for everyone here. Each change is recorded with who and when.">
        {!disabled && (
          <Button type="submit" disabled={!form.isDirty()}>
            Save
          </Button>
        )}
      </TitleBar>
      <div className="page">
        {problem && (
          <p className="sheet" role="alert">
            {problem}
          </p>
        )}
        <section className="sheet school-fields" aria-label="Settings">
          <TextInput label="Name" disabled={disabled} {...form.getInputProps('name')} />
          <Select
            label="Time zone"
            data={ZONES}
            searchable
            allowDeselect={false}
            disabled={disabled}
            {...form.getInputProps('zone')}
          />
          <NumberField
            label="Elevation of the field, ft"
            disabled={disabled}
            {...form.getInputProps('fieldFt')}
          />
          <NumberField
            label="Highest ground of the area, ft"
            disabled={disabled}
            {...form.getInputProps('areaGroundFt')}
          />
          <NumberField label="Latitude, °, north +" disabled={disabled} {...form.getInputProps('latDeg')} />
          <NumberField label="Longitude, °, east +" disabled={disabled} {...form.getInputProps('lonDeg')} />
          <TagsInput
            label="Runways"
            description="Such as 06/24"
            disabled={disabled}
            {...form.getInputProps('runways')}
          />
          <Select
            label="Speeds in"
            description="Where an airplane’s own file says nothing else"
            data={SPEED_UNITS}
            allowDeselect={false}
            disabled={disabled}
            {...form.getInputProps('speedUnit')}
          />
          <Select
            label="Pressure in"
            description="As the altimeter is set here"
            data={PRESSURE_UNITS}
            allowDeselect={false}
            disabled={disabled}
            {...form.getInputProps('pressureUnit')}
          />
          <Select
            label="Standard for new lessons"
            placeholder="the first standard in the list"
            description="Each lesson may choose another"
            data={standards.data?.map(({ id, name }) => ({ value: id, label: name })) ?? []}
            allowDeselect={false}
            disabled={disabled}
            {...form.getInputProps('firstStandardId')}
          />
          <div className="stack">
            <Checkbox
              label="The first attempt of a kind is a demonstration"
              description="Until somebody changes it."
              disabled={disabled}
              {...form.getInputProps('demonstrationFirst', { type: 'checkbox' })}
            />
            <Checkbox
              label="Staff sign in with a second step"
              description="Anyone without one is asked to set it up first."
              disabled={disabled}
              {...form.getInputProps('secondStepForStaff', { type: 'checkbox' })}
            />
          </div>
        </section>
        <SchoolOwn form={form} disabled={disabled} />
      </div>
    </form>
  );
}

function TakeAlong() {
  const [busy, setBusy] = useState(false);
  const takeIn = async (file: File | null) => {
    if (!file) return;
    setBusy(true);
    try {
      const taken = await sendFile(file);
      notifications.show({
        title: `Imported from ${taken.from}${taken.verified ? '' : ' (unverified)'}`,
        message: `${taken.people} people, ${taken.lessons} lessons, ${taken.recordings} recordings, ${taken.statements} words that were not here.${
          taken.verified ? '' : ' It is not signed with a known key of that school.'
        }`,
        autoClose: 12_000,
      });
    } catch (error) {
      notifications.show({ color: 'red', title: 'Nothing was imported', message: messageOf(error) });
    } finally {
      setBusy(false);
    }
  };
  return (
    <section className="sheet stack" aria-labelledby="along">
      <h2 id="along">Archive</h2>
      <p className="quiet">
        An archive holds everything that the school knows of its students, without addresses or passwords.
        Importing it twice changes nothing. People in it can sign in only after you invite them.
      </p>
      <div className="row" style={{ gap: 8, flexWrap: 'wrap' }}>
        <Button variant="default" component="a" href="/api/school/archive" download>
          Download the school’s archive
        </Button>
        <FileButton accept="application/zip,.zip" onChange={takeIn}>
          {(button) => (
            <Button variant="default" loading={busy} {...button}>
              Import an archive
            </Button>
          )}
        </FileButton>
      </div>
    </section>
  );
}

function TrailList() {
  const trail = useTrail();
  if (!trail.data) return <Waiting query={trail} what="the trail" />;
  const rows = trail.data.flatMap(({ items }) => items);
  return (
    <section className="sheet stack" aria-labelledby="trail">
      <h2 id="trail">Who did what when</h2>
      <div data-scrolls style={{ overflowX: 'auto' }}>
        <PlainTable>
          <thead>
            <tr>
              <th scope="col">When</th>
              <th scope="col">Who</th>
              <th scope="col">What</th>
              <th scope="col">Affected</th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ id, at, by, what, of, detail }) => (
              <tr key={id}>
                <td className="nowrap">{dayAndTime(at)}</td>
                <td>{by ?? 'on the machine itself'}</td>
                <td>{what}</td>
                <td>{of ?? (Object.keys(detail.after ?? {}).join(', ') || '—')}</td>
              </tr>
            ))}
          </tbody>
        </PlainTable>
      </div>
      {trail.data.at(-1)?.next && (
        <Button
          variant="default"
          style={{ alignSelf: 'flex-start' }}
          loading={trail.isValidating}
          onClick={() => trail.setSize(trail.size + 1)}
        >
          Show earlier
        </Button>
      )}
    </section>
  );
}
