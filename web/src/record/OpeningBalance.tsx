/** A student who comes in mid-training: hours, landings and skills as an earlier record has them, and who says so. */
import { BROUGHT_FORWARD, type EnteredBody, type Help, type ManeuverId, type PathSkill } from '@keel/core';
import { Button, Modal, Select, TextInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { answered, api, read } from '../api/client.ts';
import { DayField } from '../parts/DayField.tsx';
import { showFirstError } from '../parts/form-errors.ts';
import { fromField, isoDay } from '../parts/format.ts';
import { NumberField } from '../parts/NumberField.tsx';
import { sent } from '../parts/sent.ts';
import { useGrades } from '../parts/use-grades.ts';
import './record.css';

const HOURS = [
  { key: 'blockMin', label: 'Block, total' },
  { key: 'dualMin', label: 'Dual' },
  { key: 'soloMin', label: 'Solo' },
  { key: 'nightMin', label: 'Night' },
  { key: 'instrumentMin', label: 'Instrument' },
] as const;

/** Who flew it, as a grade says it: what was only seen was shown, what is done with help was not done alone. */
const HELP_OF: Record<number, Help> = { 1: 'demonstration', 2: 'talked-through', 3: 'unaided', 4: 'unaided' };

interface Props {
  studentId: string;
  studentName: string;
  skills: readonly PathSkill[];
  close: () => void;
}

export function OpeningBalance(props: Props) {
  return (
    <Modal opened onClose={props.close} title={`Opening balance of ${props.studentName}`} size="lg">
      <Form {...props} />
    </Modal>
  );
}

function Form({ studentId, skills, close }: Props) {
  const navigate = useNavigate();
  const grades = useGrades();
  const [draftId] = useState(() => crypto.randomUUID());
  /** Made once: sending twice after a broken connection is harmless. */
  const [ids] = useState(() => new Map(skills.map(({ skill }) => [skill, crypto.randomUUID()])));
  const [busy, setBusy] = useState(false);
  const form = useForm({
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
          (text: string) => (hoursOf(text) === null ? 'Type hours, such as 42:30' : null),
        ]),
      ),
    },
  });
  const save = form.onSubmit(
    async (values) => {
      const day = values.asOf!;
      const words = `Opening balance, according to ${values.says.trim()}.`;
      const hours = Object.fromEntries(HOURS.map(({ key }) => [key, hoursOf(values[key]) ?? 0]));
      setBusy(true);
      const kept = await sent(
        (async () => {
          for (const { skill, maneuver } of skills) {
            const grade = Number(values.skills[skill]);
            if (!grade) continue;
            const which = maneuver
              ? { maneuver: maneuver as ManeuverId, variant: null }
              : { maneuver: null, variant: null, skill };
            const body: EnteredBody = {
              ...which,
              flownAt: new Date(Math.min(Date.parse(fromField(`${day} 12:00:00`)), Date.now())).toISOString(),
              lessonId: null,
              help: HELP_OF[grade],
              grade,
              words,
            };
            await answered(
              api.students[':id']['entered-attempts'].$post({
                param: { id: studentId },
                json: { id: ids.get(skill)!, body },
              }),
            );
          }
          if (hours.blockMin > 0 || Number(values.landingsDay) > 0)
            await read(
              api.students[':id'].logbook.drafts[':draft'].$put({
                param: { id: studentId, draft: draftId },
                json: {
                  version: 0,
                  entry: {
                    ...hours,
                    blockMin: hours.blockMin,
                    date: day,
                    airplane: BROUGHT_FORWARD,
                    landingsDay: Number(values.landingsDay) || 0,
                    landingsNight: Number(values.landingsNight) || 0,
                    remarks: words,
                    broughtForward: true,
                  },
                },
              }),
            );
          return true;
        })(),
      );
      setBusy(false);
      if (!kept) return;
      close();
      if (hours.blockMin > 0) navigate(`/logbook/${studentId}`);
    },
    () => showFirstError(),
  );
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

/** Minutes of `142:30`, of `42.5` hours, or of whole hours; none for nothing; null for what is none of them. */
function hoursOf(text: string): number | null {
  const typed = text.trim();
  if (typed === '') return 0;
  if (/^\d{1,5}([.,]\d)?$/.test(typed)) return Math.round(60 * Number(typed.replace(',', '.')));
  const clock = /^(\d{1,5}):([0-5]\d)$/.exec(typed);
  return clock ? 60 * Number(clock[1]) + Number(clock[2]) : null;
}
