/** What is asked and said above a brief: why the proposal was changed, for whom it is, what is assumed, what did not work. */
import type { Lesson } from '@keel/core';
import { Button, Select, TextInput } from '@mantine/core';
import type { Ref } from 'react';
import { Link } from 'react-router';
import { useSWRConfig } from 'swr';
import type { ApiError } from '../api/client.ts';
import { MomentField } from '../parts/DayField.tsx';
import { isoDay } from '../parts/format.ts';
import type { BriefForm } from './form.ts';

/** An instructor's reason is worth more than the proposal: it is asked for where the order was changed. */
export const WhyChanged = ({ why, setWhy }: { why: string; setWhy: (why: string) => void }) => (
  <div className="sheet">
    <TextInput
      label="Why did you change the proposal?"
      description="Saved with the proposal, under your name."
      maxLength={300}
      value={why}
      onChange={(event) => setWhy(event.currentTarget.value)}
    />
  </div>
);

interface ForWhomProps {
  form: BriefForm;
  change: (part: Partial<BriefForm>) => void;
  students: readonly { id: string; name: string }[];
  studentField: Ref<HTMLInputElement>;
  /** It was to be saved, and nobody had said for whom. */
  nobody: boolean;
}

export const ForWhom = ({ form, change, students, studentField, nobody }: ForWhomProps) => (
  <div className="sheet brief-who">
    <Select
      ref={studentField}
      label="Student"
      placeholder="Who flies"
      data={students.map(({ id, name }) => ({ value: id, label: name }))}
      value={form.studentId || null}
      error={nobody && form.studentId === '' && 'Choose the student'}
      onChange={(studentId) => change({ studentId: studentId ?? '' })}
      searchable
      selectFirstOptionOnChange
    />
    <MomentField label="When" value={form.plannedAt} onChange={(plannedAt) => change({ plannedAt })} />
  </div>
);

export const Assumed = ({ assumed, enter }: { assumed: readonly string[]; enter: () => void }) => (
  <p className="small">
    Assumed until you enter them: {assumed.join('; ')}.{' '}
    <Button variant="subtle" size="compact-sm" onClick={enter}>
      Enter them
    </Button>
  </p>
);

export const NotInCalendar = ({ why, plannedAt }: { why: string; plannedAt: string }) => (
  <div className="sheet row" role="status" style={{ flexWrap: 'wrap' }}>
    <p style={{ flex: '1 1 300px' }}>
      <strong>Saved, but not in the calendar.</strong> {why} Choose another time, or book it from the week.
    </p>
    <Button component={Link} to={`/week?day=${plannedAt ? isoDay(plannedAt) : isoDay()}`} variant="default">
      Open the week
    </Button>
  </div>
);

export function Refused({ problem, lesson }: { problem: ApiError; lesson: Lesson | undefined }) {
  const { mutate } = useSWRConfig();
  return (
    <div className="sheet row" role="alert">
      <span style={{ flex: 1 }}>{problem.message}</span>
      {problem.status === 409 && lesson && (
        <Button
          variant="default"
          onClick={() => mutate(`/lessons/${lesson.id}`).then(() => window.location.reload())}
        >
          Load the newer version
        </Button>
      )}
    </div>
  );
}
