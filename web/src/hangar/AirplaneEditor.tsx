/** The whole airplane file as a form; every change is checked against the others, and the fit follows. */
import type { Airplane } from '@keel/core';
import { STALL_WARNINGS, speedIn } from '@keel/core';
import { Button, Select, TextInput } from '@mantine/core';
import { useCallback, useState } from 'react';
import { NumberField } from '../parts/NumberField.tsx';
import { check, type Draft, type Path, valueAt, withValue } from './draft.ts';
import { Entry, type SetAt } from './Entry.tsx';
import { RowsTable } from './RowsTable.tsx';

interface Field {
  path: Path;
  label: string;
  kind: 'speed' | 'number' | 'text';
  unit?: string;
}
const speed = (key: string, label: string): Field => ({ path: key.split('.'), label, kind: 'speed' });
const number = (key: string, label: string, unit: string): Field => ({
  path: key.split('.'),
  label,
  kind: 'number',
  unit,
});
const text = (key: string, label: string): Field => ({ path: [key], label, kind: 'text' });

const GROUPS: { title: string; fields: Field[] }[] = [
  {
    title: 'What it is',
    fields: [text('name', 'Name'), text('registration', 'Registration'), text('seats', 'Kind')],
  },
  {
    title: 'Speeds, indicated, at maximum weight',
    fields: [
      speed('vs0Kias', 'Stall, landing flaps'),
      speed('vs1Kias', 'Stall, flaps up'),
      speed('warningKias.landing', 'Warning, landing flaps'),
      speed('warningKias.clean', 'Warning, flaps up'),
      speed('vaKiasAtMax', 'Maneuvering'),
      speed('steepTurnKias', 'Steep turns, the maker’s'),
      speed('vxKias', 'Best angle'),
      speed('vyKias', 'Best rate'),
      speed('bestGlideKias', 'Best glide'),
      speed('approachKias', 'Final approach'),
      speed('vneKias', 'Never exceed'),
    ],
  },
  {
    title: 'Weights and fuel',
    fields: [
      number('maxWeightLb', 'Maximum weight', 'lb'),
      number('emptyWeightLb', 'Empty weight', 'lb'),
      number('emptyArmIn', 'Empty arm', 'in'),
      number('fuel.usableGal', 'Usable fuel', 'gal'),
      number('fuel.armIn', 'Fuel arm', 'in'),
      number('fuel.lessonGph', 'Burn in a lesson', 'gal/h'),
      number('fuel.climbGph', 'Burn in the climb', 'gal/h'),
    ],
  },
  {
    title: 'Engine, propeller, wing',
    fields: [
      number('engine.ratedHp', 'Rated power', 'hp'),
      number('engine.ratedRpm', 'at', 'rpm'),
      number('engine.gearRatio', 'Gear ratio', 'to 1'),
      number('idleRpm', 'Idle', 'rpm'),
      number('maxRpm', 'Red line', 'rpm'),
      number('propeller.diameterIn', 'Propeller diameter', 'in'),
      number('wing.areaFt2', 'Wing area', 'ft²'),
      number('wing.spanFt', 'Wing span', 'ft'),
      speed('book.glide.kias', 'Glide measured at'),
      number('book.glide.ratio', 'Glide ratio', 'to 1'),
    ],
  },
];

export function AirplaneEditor(props: {
  airplane: Airplane;
  onSave: (airplane: Airplane) => Promise<void>;
  onCancel: () => void;
}) {
  const [draft, setDraft] = useState<Draft>(() => structuredClone(props.airplane) as Draft);
  const [saving, setSaving] = useState(false);
  const { airplane, errors } = check(draft);
  const speedUnit = draft.speedUnit === 'mph' ? 'mph' : 'kt';
  const powerUnit = String(draft.powerUnit ?? 'rpm');
  const scale = speedIn(1, speedUnit);
  const set = useCallback<SetAt>((path, value) => setDraft((before) => withValue(before, path, value)), []);
  const table = { draft, errors, speedUnit, set };

  const save = async () => {
    if (!airplane) return;
    setSaving(true);
    await props.onSave(airplane).finally(() => setSaving(false));
  };
  return (
    <section className="sheet stack" aria-label={`Edit ${String(draft.name)}`}>
      <div className="row spread editor-bar">
        <h2>Book numbers of {String(draft.name)}</h2>
        <div className="row">
          {errors.size > 0 && (
            <span className="field-error" role="status">
              {errors.size === 1 ? '1 field needs correcting' : `${errors.size} fields need correcting`}
            </span>
          )}
          <Button variant="default" onClick={props.onCancel}>
            Discard changes
          </Button>
          <Button onClick={save} loading={saving} disabled={!airplane}>
            Save airplane
          </Button>
        </div>
      </div>
      <div className="editor-fields">
        <Select
          label="Speeds in"
          data={['kt', 'mph']}
          value={speedUnit}
          onChange={(value) => set(['speedUnit'], value)}
        />
        <Select
          label="Power in"
          data={['rpm', 'inHg', '%']}
          value={powerUnit}
          onChange={(value) => set(['powerUnit'], value)}
        />
        <Select
          label="Propeller"
          data={['fixed-pitch', 'constant-speed']}
          value={String(valueAt(draft, ['propeller', 'kind']) ?? 'fixed-pitch')}
          onChange={(value) => set(['propeller', 'kind'], value)}
        />
        {valueAt(draft, ['wing']) !== undefined && (
          <Select
            label="Wing, for the view to the side"
            data={['high', 'low']}
            value={String(valueAt(draft, ['wing', 'mounted']) ?? 'high')}
            onChange={(value) => set(['wing', 'mounted'], value)}
          />
        )}
        <Select
          label="Stall warning"
          placeholder="not entered"
          clearable
          data={[...STALL_WARNINGS]}
          value={(valueAt(draft, ['stallWarning', 'kind']) as string | undefined) ?? null}
          onChange={(kind) =>
            set(
              ['stallWarning'],
              kind ? { ...(valueAt(draft, ['stallWarning']) as object), kind } : undefined,
            )
          }
        />
        {valueAt(draft, ['stallWarning']) !== undefined && (
          <TextInput
            label="Tones that are not it"
            placeholder="gear horn, autopilot disconnect"
            value={String(valueAt(draft, ['stallWarning', 'otherTones']) ?? '')}
            error={errors.get('stallWarning.otherTones')}
            onChange={(event) => set(['stallWarning', 'otherTones'], event.currentTarget.value || undefined)}
          />
        )}
        <NumberField
          label="Takeoff flaps, stage"
          value={typeof draft.takeoffStage === 'number' ? draft.takeoffStage : ''}
          error={errors.get('takeoffStage')}
          onChange={(value) => set(['takeoffStage'], value === '' ? undefined : value)}
        />
      </div>
      {GROUPS.map(({ title, fields }) => (
        <fieldset key={title} className="rows">
          <legend>{title}</legend>
          <div className="editor-fields">
            {fields.map(({ path, label, kind, unit }) => {
              const value = valueAt(draft, path);
              const error = errors.get(path.join('.'));
              if (kind === 'text')
                return (
                  <TextInput
                    key={label}
                    label={label}
                    value={String(value ?? '')}
                    error={error}
                    onChange={(event) => set(path, event.currentTarget.value || undefined)}
                  />
                );
              return (
                <Entry
                  key={label}
                  path={path}
                  label={`${label}, ${kind === 'speed' ? speedUnit : unit}`}
                  value={value}
                  scale={kind === 'speed' ? scale : 1}
                  error={error}
                  set={set}
                />
              );
            })}
          </div>
        </fieldset>
      ))}
      <div className="editor-tables">
        <RowsTable
          {...table}
          title="Flaps"
          path={['flaps']}
          columns={[
            { key: 'deg', label: 'degrees' },
            { key: 'vfeKias', label: `not above, ${speedUnit}`, kind: 'speed' },
            { key: 'vsKias', label: `stall, ${speedUnit}`, kind: 'speed' },
          ]}
        />
        <RowsTable
          {...table}
          title="Indicated and calibrated, flaps up"
          path={['iasToCas', 'clean']}
          columns={[
            { key: 0, label: `indicated, ${speedUnit}`, kind: 'speed' },
            { key: 1, label: `calibrated, ${speedUnit}`, kind: 'speed' },
          ]}
        />
        <RowsTable
          {...table}
          title="Indicated and calibrated, full flaps"
          path={['iasToCas', 'landing']}
          columns={[
            { key: 0, label: `indicated, ${speedUnit}`, kind: 'speed' },
            { key: 1, label: `calibrated, ${speedUnit}`, kind: 'speed' },
          ]}
        />
        <RowsTable
          {...table}
          title="Cruise table"
          note="At maximum weight, standard temperature."
          path={['book', 'cruise']}
          columns={[
            { key: 'pressureAltitudeFt', label: 'pressure altitude, ft' },
            { key: 'power', label: powerUnit },
            { key: 'ktas', label: 'true airspeed, kt' },
            { key: 'powerPct', label: '% power' },
          ]}
        />
        <RowsTable
          {...table}
          title="Climb"
          path={['book', 'climb']}
          columns={[
            { key: 'pressureAltitudeFt', label: 'pressure altitude, ft' },
            { key: 'kias', label: `at, ${speedUnit}`, kind: 'speed' },
            { key: 'fpm', label: 'ft/min' },
          ]}
        />
        <RowsTable
          {...table}
          title="Slow flight, as the school found it"
          path={['book', 'slowFlight']}
          columns={[
            { key: 'pressureAltitudeFt', label: 'pressure altitude, ft' },
            { key: 'flapsDeg', label: 'flaps, °' },
            { key: 'kias', label: `at, ${speedUnit}`, kind: 'speed' },
            { key: 'power', label: powerUnit },
          ]}
        />
        <RowsTable
          {...table}
          title="Stations"
          path={['stations']}
          columns={[
            { key: 'id', label: 'id', kind: 'text' },
            { key: 'name', label: 'name', kind: 'text' },
            { key: 'armIn', label: 'arm, in' },
            { key: 'maxLb', label: 'at most, lb' },
          ]}
        />
        <RowsTable
          {...table}
          title="Corners of the envelope"
          note="In order round it."
          path={['cgEnvelope']}
          columns={[
            { key: 0, label: 'arm, in' },
            { key: 1, label: 'weight, lb' },
          ]}
        />
      </div>
    </section>
  );
}
