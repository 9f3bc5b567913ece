/** Student, airplane, standard and the day's numbers. */
import type { Airplane, Standard, Student } from '@keel/core';
import { NumberInput, SegmentedControl, Select, TextInput } from '@mantine/core';
import { DateTimePicker } from '@mantine/dates';
import dayjs from 'dayjs';
import { type BriefForm, NUMBER_FIELDS, type NumberField } from './conditions.ts';

const UNITS: Record<NumberField, string> = {
  weightLb: 'lb',
  groundFt: 'ft',
  qnhHpa: 'hPa',
  pressureAltitudeFt: 'ft',
  oatC: '°C',
  headingDeg: '°',
};

export function ConditionsForm(props: {
  form: BriefForm;
  change: (part: Partial<BriefForm>) => void;
  errors: Partial<Record<NumberField, string>>;
  students: Student[];
  airplanes: Airplane[];
  standards: Standard[];
  studentFixed: boolean;
}) {
  const { form, change, errors } = props;
  const number = (field: NumberField, note?: string) => (
    <NumberInput
      label={`${NUMBER_FIELDS[field]}, ${UNITS[field]}`}
      description={note}
      inputWrapperOrder={['label', 'input', 'error', 'description']}
      value={form[field]}
      onChange={(value) => change({ [field]: value })}
      error={errors[field]}
      hideControls
    />
  );
  const airplane = props.airplanes.find(({ id }) => id === form.airplaneId);
  return (
    <section className="sheet no-print" aria-label="Conditions">
      <div className="conditions">
        <Select
          className="wide"
          label="Student"
          data={props.students.map(({ id, name }) => ({ value: id, label: name }))}
          value={form.studentId}
          onChange={(studentId) => change({ studentId: studentId ?? '' })}
          disabled={props.studentFixed}
          searchable
        />
        <Select
          className="wide"
          label="Airplane"
          data={props.airplanes.map(({ id, name, registration }) => ({
            value: id,
            label: registration ? `${name}, ${registration}` : name,
          }))}
          value={form.airplaneId}
          onChange={(airplaneId) =>
            change({
              airplaneId: airplaneId ?? '',
              weightLb: '',
              airspeedKias: undefined,
              bankDeg: undefined,
            })
          }
        />
        <Select
          className="wide"
          label="Standard"
          data={props.standards.map(({ id, name }) => ({ value: id, label: name }))}
          value={form.standardId}
          onChange={(standardId) => change({ standardId: standardId ?? '', bankDeg: undefined })}
        />
        <TextInput
          className="wide"
          label="Title"
          value={form.title}
          onChange={(event) => change({ title: event.currentTarget.value })}
          error={form.title.trim() ? undefined : 'Give the lesson a title'}
        />
        <DateTimePicker
          className="wide"
          label="When"
          valueFormat="ddd D MMM YYYY, HH:mm"
          value={dayjs(form.plannedAt).format('YYYY-MM-DD HH:mm:ss')}
          onChange={(value) => value && change({ plannedAt: dayjs(value).toISOString() })}
        />
        <div>
          <div className="small" style={{ fontWeight: 600, paddingTop: 4 }}>
            Air pressure from
          </div>
          <SegmentedControl
            fullWidth
            size="sm"
            value={form.air}
            onChange={(value) => change({ air: value as BriefForm['air'] })}
            data={[
              { value: 'qnh', label: 'QNH' },
              { value: 'pressure', label: 'Altitude' },
            ]}
          />
        </div>
        {form.air === 'qnh' ? number('qnhHpa') : number('pressureAltitudeFt')}
        {number('weightLb', airplane && `maximum ${airplane.maxWeightLb}`)}
        {number('groundFt', 'in the training area')}
        {number('oatC', 'at the maneuver')}
        {number('headingDeg', 'a point far away')}
      </div>
    </section>
  );
}
