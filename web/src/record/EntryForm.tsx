/** A log entry as a form: times as 1:05, checked before it is sent. */
import {
  hoursAndMinutes,
  LOG_COLUMNS,
  LOG_TIMES,
  type LogEntry,
  type LogTime,
  logEntrySchema,
} from '@keel/core';
import { Button, Textarea, TextInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import { DayField } from '../parts/DayField.tsx';
import { formErrors, showFirstError } from '../parts/form-errors.ts';
import { isoDay } from '../parts/format.ts';
import { NumberField } from '../parts/NumberField.tsx';

type Times = Record<LogTime, string>;
type Values = Omit<LogEntry, LogTime> & Times;

const BLANK = { from: '', to: '', landingsDay: 0, landingsNight: 0, training: '', remarks: '', airplane: '' };

/** Minutes of `1:05` or of `65`; NaN for what is neither. */
export function minutesOf(text: string): number {
  if (text.trim() === '') return 0;
  const clock = /^(\d{1,2}):([0-5]\d)$/.exec(text.trim());
  if (clock) return 60 * Number(clock[1]) + Number(clock[2]);
  return /^\d{1,4}$/.test(text.trim()) ? Number(text) : Number.NaN;
}

export function EntryForm({ entry, save }: { entry?: LogEntry; save: (entry: LogEntry) => Promise<void> }) {
  const times = Object.fromEntries(
    LOG_TIMES.map((time) => [time, entry ? hoursAndMinutes(entry[time]) : '']),
  ) as Times;
  const form = useForm<Values>({ initialValues: { ...BLANK, date: isoDay(), ...entry, ...times } });
  const submit = form.onSubmit(async (values) => {
    const minutes = Object.fromEntries(LOG_TIMES.map((time) => [time, minutesOf(values[time])]));
    const wrong = LOG_TIMES.filter((time) => Number.isNaN(minutes[time]));
    if (wrong.length > 0) {
      form.setErrors(Object.fromEntries(wrong.map((time) => [time, 'as 1:05, or minutes'])));
      return;
    }
    const checked = logEntrySchema.safeParse({ ...values, ...minutes });
    if (!checked.success) {
      form.setErrors(formErrors(checked.error.issues, Object.keys(values)));
      showFirstError();
      return;
    }
    await save(checked.data);
  });
  return (
    <form onSubmit={submit} noValidate className="entry-form">
      <DayField label={LOG_COLUMNS.date} {...form.getInputProps('date')} />
      <TextInput label={LOG_COLUMNS.airplane} {...form.getInputProps('airplane')} />
      <TextInput label={LOG_COLUMNS.from} {...form.getInputProps('from')} />
      <TextInput label={LOG_COLUMNS.to} {...form.getInputProps('to')} />
      {LOG_TIMES.map((time) => (
        <TextInput key={time} label={LOG_COLUMNS[time]} placeholder="0:00" {...form.getInputProps(time)} />
      ))}
      <NumberField label={LOG_COLUMNS.landingsDay} min={0} max={99} {...form.getInputProps('landingsDay')} />
      <NumberField
        label={LOG_COLUMNS.landingsNight}
        min={0}
        max={99}
        {...form.getInputProps('landingsNight')}
      />
      <Textarea className="wide" label={LOG_COLUMNS.training} autosize {...form.getInputProps('training')} />
      <Textarea className="wide" label={LOG_COLUMNS.remarks} autosize {...form.getInputProps('remarks')} />
      <Button type="submit" className="wide">
        Save draft
      </Button>
    </form>
  );
}
