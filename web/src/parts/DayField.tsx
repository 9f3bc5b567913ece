/** The one field for a day, and the one for a day with its time: typed, or picked from a calendar. */
import '@mantine/dates/styles.css';
import { ActionIcon, Popover, TextInput, type TextInputProps } from '@mantine/core';
import { DatePicker } from '@mantine/dates';
import { IconCalendar } from '@tabler/icons-react';
import { useState } from 'react';
import { fromField, isoDay, longDay, toField } from './format.ts';
import { readDay, readTime } from './typed-day.ts';
import type { Read } from './typed-number.ts';
import './day-field.css';

type Shared = Omit<TextInputProps, 'value' | 'defaultValue' | 'onChange' | 'type'>;

/** A text that is read when it is left: what can be read is shown as the field writes it, what cannot stays, with why. */
function useTyped(props: {
  value: string | null;
  shown: (value: string) => string;
  read: (text: string) => Read<string | null>;
  give: (value: string | null) => void;
}) {
  const { value, shown, read, give } = props;
  const [typed, setTyped] = useState<{ text: string; gave: string | null } | null>(null);
  const [focused, setFocused] = useState(false);
  const held = typed !== null && (focused || ('problem' in read(typed.text) && typed.gave === value));
  const text = held ? typed.text : value ? shown(value) : '';
  const result = read(text);
  return {
    text,
    problem: !focused && 'problem' in result ? result.problem : null,
    onChange: (entered: string) => {
      const next = read(entered);
      const gave = 'value' in next ? next.value : '';
      setTyped({ text: entered, gave });
      give(gave);
    },
    onFocus: () => {
      setTyped({ text, gave: value });
      setFocused(true);
    },
    onBlur: () => setFocused(false),
  };
}

interface DayFieldProps extends Shared {
  /** `YYYY-MM-DD`, in the school's calendar; null where none stands. */
  value?: string | null;
  /** `''` where what is typed is no day: schemas refuse it. */
  onChange?: (day: string | null) => void;
}

export function DayField({ value = null, onChange, ...rest }: DayFieldProps) {
  const [open, setOpen] = useState(false);
  const typing = useTyped({
    value,
    shown: longDay,
    read: (text) => readDay(text, isoDay()),
    give: (day) => onChange?.(day),
  });
  const calendar = (
    <Popover opened={open} onChange={setOpen} position="bottom-end" shadow="md" trapFocus>
      <Popover.Target>
        <ActionIcon
          variant="subtle"
          color="gray"
          disabled={rest.disabled}
          aria-label={`Calendar${typeof rest.label === 'string' ? `: ${rest.label}` : ''}`}
          onClick={() => setOpen(!open)}
        >
          <IconCalendar size={18} />
        </ActionIcon>
      </Popover.Target>
      <Popover.Dropdown>
        <DatePicker
          value={value || null}
          defaultDate={value || isoDay()}
          // Escape closes the calendar, and not the dialog round it as well.
          __stopPropagation
          onChange={(day) => {
            onChange?.(day);
            setOpen(false);
          }}
        />
      </Popover.Dropdown>
    </Popover>
  );
  return (
    <TextInput
      placeholder="3 Apr 2027"
      data-takes="day"
      autoComplete="off"
      {...rest}
      value={typing.text}
      error={typing.problem ?? rest.error}
      rightSection={calendar}
      onChange={(event) => typing.onChange(event.currentTarget.value)}
      onFocus={typing.onFocus}
      onBlur={typing.onBlur}
    />
  );
}

interface MomentFieldProps {
  label: string;
  /** ISO 8601. */
  value: string;
  /** `''` where what is typed is no moment: schemas refuse it. */
  onChange: (iso: string) => void;
  error?: TextInputProps['error'];
  className?: string;
}

export function MomentField({ label, value, onChange, error, className }: MomentFieldProps) {
  /** Day and time as they stand, each `''` where it cannot be read: the one is not lost with the other. */
  const [parts, setParts] = useState(() => ({ ...partsOf(value), of: value }));
  const own = parts.of === value ? parts : { ...partsOf(value), of: value };
  const give = (day: string, time: string) => {
    const iso = day && time ? fromField(`${day} ${time}:00`) : '';
    setParts({ day, time, of: iso });
    onChange(iso);
  };
  const typing = useTyped({
    value: own.time,
    shown: (time) => time,
    read: (text) => (text.trim() === '' ? { problem: 'Type a time, such as 14:30' } : readTime(text)),
    give: (time) => give(own.day, time ?? ''),
  });
  return (
    <div className={['moment-field', className].filter(Boolean).join(' ')}>
      <DayField
        label={label}
        value={own.day}
        error={own.day === '' ? 'Type a day, such as 3 Apr 2027' : error}
        onChange={(day) => give(day ?? '', own.time)}
      />
      <TextInput
        label="at"
        aria-label={`${label}: time`}
        placeholder="14:30"
        data-takes="time"
        autoComplete="off"
        value={typing.text}
        error={typing.problem}
        onChange={(event) => typing.onChange(event.currentTarget.value)}
        onFocus={typing.onFocus}
        onBlur={typing.onBlur}
      />
    </div>
  );
}

const partsOf = (iso: string): { day: string; time: string } => {
  const [day = '', time = ''] = iso === '' ? [] : toField(iso).split(' ');
  return { day, time: time.slice(0, 5) };
};
