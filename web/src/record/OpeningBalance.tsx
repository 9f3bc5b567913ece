/** A student who comes in mid-training: hours, landings and skills as an earlier record has them, and who says so. */
import { type Balance, minutesOf, type PathSkill } from '@keel/core';
import { Button, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { DayField } from '../parts/DayField.tsx';
import { Dialog } from '../parts/Dialog.tsx';
import { isoDay } from '../parts/format.ts';
import { NumberField } from '../parts/NumberField.tsx';
import { sent } from '../parts/sent.ts';
import { useFields } from '../parts/use-fields.ts';
import { useGrades } from '../parts/use-grades.ts';
import { balanceIds, keepBalance } from './keep-balance.ts';
import './record.css';

const HOURS = [
  { key: 'blockMin', label: 'Block, total' },
  { key: 'dualMin', label: 'Dual' },
  { key: 'soloMin', label: 'Solo' },
  { key: 'nightMin', label: 'Night' },
  { key: 'instrumentMin', label: 'Instrument' },
] as const;

interface Props {
  studentId: string;
  studentName: string;
  skills: readonly PathSkill[];
  close: () => void;
}

export function OpeningBalance(props: Props) {
  return (
    <Dialog onClose={props.close} title={`Opening balance of ${props.studentName}`} size="lg">
      <Form {...props} />
    </Dialog>
  );
}

function Form({ studentId, skills, close }: Props) {
  const navigate = useNavigate();
  const grades = useGrades();
  const [ids] = useState(() => balanceIds(skills));
  const [busy, setBusy] = useState(false);
  const form = useFields({
    initialValues: {
      asOf: isoDay() as string | null,
      says: '',
      blockMin: '',
      dualMin: '',
      soloMin: '',
      nightMin: '',
      instrumentMin: '',
      landingsDay: '' as string | number,
      landingsNight: '' as string | number,
      skills: {} as Record<string, string | null>,
    },
    validate: {
      asOf: (day) => (!day ? 'Type the day' : day > isoDay() ? 'This day has not come yet' : null),
      says: (text) => (text.trim() ? null : 'Name the record or the instructor'),
      ...Object.fromEntries(
        HOURS.map(({ key }) => [
          key,
          (text: string) => (minutesOf(text) === null ? 'Type hours, such as 42:30' : null),
        ]),
      ),
    },
  });
  const save = form.onSubmit(async (values) => {
    const balance: Balance = {
      asOf: values.asOf!,
      says: values.says.trim(),
      minutes: Object.fromEntries(
        HOURS.map(({ key }) => [key, minutesOf(values[key]) ?? 0]),
      ) as Balance['minutes'],
      landingsDay: Number(values.landingsDay) || 0,
      landingsNight: Number(values.landingsNight) || 0,
      grades: Object.fromEntries(
        Object.entries(values.skills).flatMap(([skill, grade]) => (grade ? [[skill, Number(grade)]] : [])),
      ),
    };
    setBusy(true);
    const toSign = await sent(keepBalance(studentId, skills, balance, ids));
    setBusy(false);
    if (toSign === undefined) return;
    close();
    if (toSign) navigate(`/logbook/${studentId}`);
  });
  return (
    <form onSubmit={save} noValidate className="stack">
      <div className="entry-form">
        <DayField label="As of" {...form.getInputProps('asOf')} />
        <TextInput
          className="wide"
          label="According to"
          placeholder="Logbook of the former school, page 12"
          maxLength={300}
          {...form.getInputProps('says')}
        />
        {HOURS.map(({ key, label }) => (
          <TextInput key={key} label={label} placeholder="0:00" {...form.getInputProps(key)} />
        ))}
        <NumberField label="Landings by day" min={0} {...form.getInputProps('landingsDay')} />
        <NumberField label="Landings by night" min={0} {...form.getInputProps('landingsNight')} />
      </div>
      <h3>Skills</h3>
      <p className="small quiet">
        One grade each, where the record shows it. It is marked as graded by hand, with the day and the record
        above; flights here add to it.
      </p>
      <div className="opening-skills">
        {skills.map(({ skill, title }) => (
          <Select
            key={skill}
            label={title}
            placeholder="not on record"
            clearable
            data={grades.map(({ grade, name }) => ({ value: String(grade), label: `${grade} ${name}` }))}
            value={form.values.skills[skill] ?? null}
            onChange={(value) => form.setFieldValue('skills', { ...form.values.skills, [skill]: value })}
          />
        ))}
      </div>
      <p className="small quiet">
        Hours become a logbook entry that you sign. Endorsements of another instructor stay in the student’s
        own logbook; give your own under Endorsements.
      </p>
      <Button type="submit" loading={busy}>
        Save the opening balance
      </Button>
    </form>
  );
}
