/** Student, airplane, standard, the day's air and sky, and what is loaded. */
import { type Airplane, hasBalance, type LessonPlan, type Standard } from '@keel/core';
import { Autocomplete, SegmentedControl, Select, TextInput } from '@mantine/core';
import { MomentField } from '../parts/DayField.tsx';
import { numberText } from '../parts/format.ts';
import { NumberField } from '../parts/NumberField.tsx';
import { CgPicture } from './CgPicture.tsx';
import {
  type BriefForm,
  type FieldErrors,
  NUMBER_FIELDS,
  type NumberKey,
  titleOf,
  usualLoad,
} from './form.ts';

export function DayForm(props: {
  form: BriefForm;
  change: (part: Partial<BriefForm>) => void;
  errors: FieldErrors;
  plan: LessonPlan | undefined;
  airplanes: Airplane[];
  standards: Standard[];
  isNew: boolean;
  /** As the school named them: 06/24. */
  runways: readonly string[];
}) {
  const { form, change, errors, plan } = props;
  const airplane = props.airplanes.find(({ id }) => id === form.airplaneId);
  const loadable = airplane !== undefined && hasBalance(airplane);
  const number = (field: NumberKey, note?: string) => (
    <NumberField
      label={`${NUMBER_FIELDS[field].label}, ${NUMBER_FIELDS[field].unit}`}
      description={note}
      inputWrapperOrder={['label', 'input', 'error', 'description']}
      value={form[field]}
      onChange={(value) => change({ [field]: value })}
      error={errors[field]}
    />
  );
  return (
    <div className="columns day-columns">
      <section className="sheet stack" aria-label="Conditions">
        <h2>Who, what, when</h2>
        <div className="conditions">
          <Select
            className="wide"
            label="Airplane"
            data={props.airplanes.map(({ id, name, registration }) => ({
              value: id,
              label: registration ? `${name}, ${registration}` : name,
            }))}
            value={form.airplaneId}
            onChange={(id) => {
              const next = props.airplanes.find((candidate) => candidate.id === id);
              if (!next) return;
              // Speeds chosen for one airplane mean nothing in another.
              const items = form.items.map(({ airspeedKias: _, ...item }) => item);
              change({ airplaneId: next.id, items, ...usualLoad(next) });
            }}
          />
          <Select
            className="wide"
            label="Standard"
            data={props.standards.map(({ id, name }) => ({ value: id, label: name }))}
            value={form.standardId}
            onChange={(standardId) =>
              change({
                standardId: standardId ?? '',
                items: form.items.map(({ bankDeg: _, ...item }) => item),
              })
            }
          />
          {/* Of a new lesson it stands above, beside whom it is for. */}
          {!props.isNew && (
            <MomentField
              className="wide"
              label="When"
              value={form.plannedAt}
              onChange={(plannedAt) => change({ plannedAt })}
            />
          )}
          <TextInput
            className="wide"
            label="Title"
            value={form.title}
            onChange={(event) => change({ title: event.currentTarget.value })}
            placeholder={titleOf(form.items) || 'What the lesson is called'}
          />
          {number('blockMin', 'start to stop')}
          {number('transitMin', 'each way')}
        </div>
        <h2>Air and sky</h2>
        <div className="conditions">
          <div className="wide">
            <div className="small" style={{ fontWeight: 600, paddingBottom: 2 }}>
              Pressure from
            </div>
            <SegmentedControl
              fullWidth
              size="sm"
              value={form.air}
              onChange={(value) => change({ air: value as BriefForm['air'] })}
              data={[
                { value: 'qnh', label: 'hPa' },
                { value: 'inHg', label: 'inHg' },
                { value: 'pressure', label: 'Altitude' },
              ]}
            />
          </div>
          {form.air === 'qnh' && number('qnhHpa')}
          {form.air === 'inHg' && number('altimeterInHg')}
          {form.air === 'pressure' && number('pressureAltitudeFt', 'at the maneuver')}
          {number('oatC', 'at the maneuver')}
          {number('headingDeg', 'a point far away')}
          {number('groundFt', 'in the training area')}
          {number('cloudBaseFt', 'above sea level; empty: none')}
          {number('cloudClearanceFt')}
          {number('airspaceBaseFt', 'empty: none above')}
        </div>
        <h2>At the field</h2>
        <div className="conditions">
          <Autocomplete
            label="Runway"
            description="the end in use"
            inputWrapperOrder={['label', 'input', 'error', 'description']}
            data={props.runways.flatMap((pair) => pair.split('/'))}
            value={form.runway}
            onChange={(runway) => change({ runway: runway.trim().toUpperCase() })}
            error={errors.runway}
            maxLength={3}
          />
          {number('runwayFt', 'for takeoff and landing')}
          {number('windFromDeg', 'by the same north as the runway')}
          {number('windKt', 'steady; also for the glide')}
          {number('gustKt', 'empty: none')}
          {number('fieldOatC', 'for the book’s distances')}
        </div>
      </section>
      <section className="sheet stack" aria-label="Load">
        <div className="row spread">
          <h2>Load</h2>
          {loadable && (
            <SegmentedControl
              size="sm"
              value={form.loadBy}
              onChange={(value) => change({ loadBy: value as BriefForm['loadBy'] })}
              data={[
                { value: 'stations', label: 'Seat by seat' },
                { value: 'weight', label: 'One weight' },
              ]}
            />
          )}
        </div>
        {loadable && form.loadBy === 'stations' ? (
          <>
            <div className="load-stations">
              {airplane.stations?.map(({ id, name, maxLb }) => (
                <NumberField
                  key={id}
                  label={`${name}, lb`}
                  description={maxLb ? `${numberText(maxLb)} at most` : undefined}
                  inputWrapperOrder={['label', 'input', 'error', 'description']}
                  value={form.stations[id] ?? 0}
                  onChange={(value) => change({ stations: { ...form.stations, [id]: value } })}
                  min={0}
                />
              ))}
              {number('fuelGal', airplane.fuel ? `${airplane.fuel.usableGal} usable` : undefined)}
              {number('reserveMin', 'left at the landing')}
            </div>
            {plan && plan.balance.length > 0 && <CgPicture airplane={airplane} plan={plan} />}
          </>
        ) : (
          <>
            {number('weightLb', airplane && `maximum ${numberText(airplane.maxWeightLb)}`)}
            <p className="quiet small">
              {loadable
                ? 'A weight alone says nothing of the balance: load it seat by seat to see the centre of gravity.'
                : 'This airplane’s file has no stations and no envelope. Work the balance out from its handbook.'}
            </p>
          </>
        )}
      </section>
    </div>
  );
}
