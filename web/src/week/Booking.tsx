/** A booking made, looked at, and cancelled with a reason. */
import { type Booking, bookingInputSchema, CANCEL_REASONS, type Me, type Week } from '@keel/core';
import { Button, Select, TextInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, read } from '../api/client.ts';
import { MomentField } from '../parts/DayField.tsx';
import { Dialog } from '../parts/Dialog.tsx';
import { formErrors, showFirstError } from '../parts/form-errors.ts';
import { dayAndTime } from '../parts/format.ts';
import { NumberField } from '../parts/NumberField.tsx';
import { sent } from '../parts/sent.ts';
import { NextLesson } from '../path/NextLesson.tsx';
import { nightQuestion, outsideHours } from './outside-hours.ts';

type Kept = (next: Week | undefined) => void;
const KINDS = [
  { value: 'lesson', label: 'Lesson' },
  { value: 'solo', label: 'Solo' },
  { value: 'maintenance', label: 'Maintenance' },
  { value: 'away', label: 'Away' },
];
const asOptions = (people: readonly { id: string; name: string }[]) =>
  people.map(({ id, name }) => ({ value: id, label: name }));

export function NewBooking(props: { week: Week; me: Me; from: string; kept: Kept; close: () => void }) {
  const { week, me, from, kept, close } = props;
  const student = me.role === 'student';
  const [id] = useState(() => crypto.randomUUID());
  const form = useForm({
    initialValues: {
      kind: 'lesson',
      from,
      minutes: 90 as number | string,
      studentId: (student ? me.id : null) as string | null,
      instructorId: (me.role === 'instructor' ? me.id : null) as string | null,
      airplaneId: (week.airplanes[0]?.id ?? null) as string | null,
      words: '',
    },
  });
  const { kind } = form.values;
  const flown = kind === 'lesson' || kind === 'solo';
  const [outside, setOutside] = useState<string | null>(null);
  const book = async ({ minutes, ...values }: typeof form.values, agreed: boolean) => {
    const end = Date.parse(values.from) + 60_000 * Number(minutes);
    const until = Number.isNaN(end) ? '' : new Date(end).toISOString();
    const checked = bookingInputSchema.safeParse({
      ...values,
      id,
      until,
      agreed,
      instructorId: kind === 'solo' || kind === 'maintenance' ? null : values.instructorId,
      studentId: kind === 'maintenance' || (kind === 'away' && !student) ? null : values.studentId,
      airplaneId: kind === 'away' ? null : values.airplaneId,
    });
    if (!checked.success) {
      form.setErrors(formErrors(checked.error.issues, Object.keys(form.values), { until: 'minutes' }));
      showFirstError();
      return;
    }
    const night = agreed ? null : nightQuestion(checked.data, week.zone);
    setOutside(night);
    if (night) return;
    const sending = read(api.bookings.$post({ json: checked.data }));
    const words = await outsideHours(sending);
    setOutside(words);
    if (words) return;
    const next = await sent(sending, 'Not booked');
    kept(next);
    if (next) close();
  };
  const submit = form.onSubmit((values) => book(values, false));
  return (
    <Dialog onClose={close} title="Book">
      <form onSubmit={submit} className="stack" noValidate>
        <Select
          label="What"
          data={student ? KINDS.filter(({ value }) => value === 'lesson' || value === 'away') : KINDS}
          allowDeselect={false}
          {...form.getInputProps('kind')}
        />
        <div className="row" style={{ alignItems: 'start' }}>
          <MomentField
            label="From"
            value={form.values.from}
            onChange={(next) => form.setFieldValue('from', next)}
            error={form.errors.from}
            className="grows"
          />
          <NumberField
            label="Minutes"
            min={15}
            step={15}
            style={{ flex: 1 }}
            {...form.getInputProps('minutes')}
          />
        </div>
        {flown && !student && (
          <Select
            label="Student"
            data={asOptions(week.students)}
            searchable
            selectFirstOptionOnChange
            {...form.getInputProps('studentId')}
          />
        )}
        {(kind === 'lesson' || (kind === 'away' && !student)) && (
          <Select
            label="Instructor"
            data={asOptions(week.instructors)}
            {...form.getInputProps('instructorId')}
          />
        )}
        {kind !== 'away' && (
          <Select label="Airplane" data={asOptions(week.airplanes)} {...form.getInputProps('airplaneId')} />
        )}
        <TextInput label="Note" {...form.getInputProps('words')} />
        {outside ? (
          <div className="stack" role="alert">
            <p>{outside}</p>
            <div className="row">
              <Button onClick={() => book(form.values, true)}>Book it anyway</Button>
              <Button type="submit" variant="default">
                Try another time
              </Button>
            </div>
          </div>
        ) : (
          <Button type="submit">Book</Button>
        )}
      </form>
    </Dialog>
  );
}

export function BookingDetail(props: { booking: Booking; staff: boolean; kept: Kept; close: () => void }) {
  const { booking, staff, kept, close } = props;
  const { id, kind, student, instructor, airplane, from, until, words, lessonId, mine } = booking;
  const [why, setWhy] = useState<string | null>(null);
  const [more, setMore] = useState('');
  return (
    <Dialog onClose={close} title={student?.name ?? airplane?.name ?? 'A booking'}>
      <div className="stack">
        <p>
          {dayAndTime(from)} to {dayAndTime(until)}
          <br />
          {[kind, airplane?.name, instructor?.name].filter(Boolean).join(', ')}
        </p>
        {words && <p className="quiet">{words}</p>}
        {lessonId && (
          <Button component={Link} to={`/brief/${lessonId}`}>
            Open the lesson
          </Button>
        )}
        {!lessonId && staff && student && kind === 'lesson' && (
          <NextLesson studentId={student.id} label="Propose a lesson" at={from} bookingId={id} />
        )}
        {(staff || mine) && (
          <form
            className="stack"
            onSubmit={async (event) => {
              event.preventDefault();
              const reason = CANCEL_REASONS.find((one) => one === why);
              if (!reason) return;
              const next = await sent(
                read(api.bookings[':id'].cancel.$post({ param: { id }, json: { why: reason, words: more } })),
                'Not cancelled',
              );
              kept(next);
              if (next) close();
            }}
          >
            <div className="row" style={{ alignItems: 'end' }}>
              <Select
                label="Reason for cancelling"
                data={[...CANCEL_REASONS]}
                value={why}
                onChange={setWhy}
                style={{ flex: 1 }}
              />
              <TextInput
                aria-label="Note"
                placeholder="note"
                value={more}
                onChange={(event) => setMore(event.currentTarget.value)}
                style={{ flex: 1 }}
              />
            </div>
            <Button type="submit" variant="default" disabled={!why}>
              Cancel this booking
            </Button>
          </form>
        )}
      </div>
    </Dialog>
  );
}
