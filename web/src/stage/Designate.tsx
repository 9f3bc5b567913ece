/** The chief designates who checks, and when; the plan is drawn by itself, or put together by hand. */
import { newStageCheckSchema, type Path } from '@keel/core';
import { Button, Checkbox, MultiSelect, Select } from '@mantine/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, messageOf, read } from '../api/client.ts';
import { usePeople } from '../api/hooks.ts';
import { MomentField } from '../parts/DayField.tsx';
import { Dialog } from '../parts/Dialog.tsx';
import { formErrors } from '../parts/form-errors.ts';
import { useFields } from '../parts/use-fields.ts';

const TOMORROW_MS = 24 * 3_600_000;

export function Designate(props: {
  student: { id: string; name: string };
  skills: Path['skills'];
  retestOf: string | null;
  close: () => void;
}) {
  const { student, retestOf } = props;
  const navigate = useNavigate();
  const people = usePeople();
  const [id] = useState(() => crypto.randomUUID());
  const [problem, setProblem] = useState<string | null>(null);
  const form = useFields({
    initialValues: {
      checkerId: null as string | null,
      plannedAt: new Date(Math.ceil((Date.now() + TOMORROW_MS) / 3_600_000) * 3_600_000).toISOString(),
      allowOwnInstructor: false,
      byHand: null as string[] | null,
    },
    validate: (values) => {
      const { error } = newStageCheckSchema.safeParse({ ...values, id, retestOf });
      return error ? formErrors(error.issues, Object.keys(values)) : {};
    },
  });
  const { byHand } = form.values;
  const staff = (people.data ?? []).filter(({ role }) => role !== 'student');
  const chosen = staff.find(({ id }) => id === form.values.checkerId);
  const teachers = (people.data ?? []).find(({ id }) => id === student.id)?.taughtBy ?? [];
  const teaches = teachers.some((one) => one.id === chosen?.id && one.until === null);
  const send = form.onSubmit(async (values) => {
    setProblem(null);
    try {
      const json = newStageCheckSchema.parse({ ...values, id, retestOf });
      await read(api.students[':id']['stage-checks'].$post({ param: { id: student.id }, json }));
      navigate(`/stage-checks/${id}`);
    } catch (error) {
      setProblem(messageOf(error));
    }
  });
  return (
    <Dialog onClose={props.close} title={<strong>Stage check of {student.name}</strong>}>
      <form className="stack" onSubmit={send} noValidate>
        {problem && <p role="alert">{problem}</p>}
        <p className="small">
          {retestOf
            ? 'What was not passed is drawn again.'
            : byHand
              ? 'You choose what is shown. The oral part comes first.'
              : 'The plan is drawn from the syllabus: order and headings by chance, never what is asked. The oral part comes first.'}
        </p>
        {!retestOf && (
          <Checkbox
            label="I put the plan together by hand"
            checked={byHand !== null}
            onChange={({ currentTarget }) => form.setFieldValue('byHand', currentTarget.checked ? [] : null)}
          />
        )}
        {byHand !== null && (
          <MultiSelect
            label="Tasks, in the order in which they are shown"
            description="Headings, questions and surprises are drawn."
            required
            searchable
            data={props.skills.map(({ skill, title }) => ({ value: skill, label: title }))}
            {...form.getInputProps('byHand')}
          />
        )}
        <Select
          label="Checker"
          required
          data={staff.map((one) => ({ value: one.id, label: one.name }))}
          {...form.getInputProps('checkerId')}
        />
        {teaches && (
          <Checkbox
            label={`${chosen?.name} teaches ${student.name}: allow it. It stands on the record.`}
            {...form.getInputProps('allowOwnInstructor', { type: 'checkbox' })}
          />
        )}
        <MomentField
          label="When"
          value={form.values.plannedAt}
          onChange={(at) => form.setFieldValue('plannedAt', at)}
          error={form.errors.plannedAt}
        />
        <div className="actions">
          <Button variant="default" onClick={props.close}>
            Cancel
          </Button>
          <Button type="submit" loading={form.submitting}>
            {byHand === null ? 'Draw the plan' : 'Make the plan'}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
