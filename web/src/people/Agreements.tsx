/** Who agreed to what, when, and what ends when; a word that no longer holds is taken back, and stays beside it. */
import {
  AGREEMENTS,
  type AgreementKind,
  agreementBodySchema,
  agreementsOn,
  missingAgreement,
  type Person,
} from '@keel/core';
import { Button, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { api, messageOf, read } from '../api/client.ts';
import { useAgreements, useMe } from '../api/hooks.ts';
import { DayField } from '../parts/DayField.tsx';
import { Dialog } from '../parts/Dialog.tsx';
import { isoDay, longDay } from '../parts/format.ts';
import { Waiting } from '../parts/states.tsx';
import { useFields } from '../parts/use-fields.ts';

const saysOf = (what: AgreementKind) => AGREEMENTS.find((one) => one.what === what)!.says;

export function AgreementsDialog({
  student,
  close,
}: {
  student: Pick<Person, 'id' | 'name'>;
  close: () => void;
}) {
  return (
    <Dialog onClose={close} size="lg" title={<strong>What {student.name} agreed to</strong>}>
      <Agreements studentId={student.id} />
    </Dialog>
  );
}

export function Agreements({ studentId }: { studentId: string }) {
  const kept = useAgreements(studentId);
  const { data: me } = useMe();
  const [problem, setProblem] = useState<string | null>(null);
  if (!kept.data || !me) return <Waiting query={kept} what="what was agreed to" />;
  const today = isoDay();
  const agreements = agreementsOn(kept.data.words, today);
  const missing = missingAgreement(agreements, kept.data.born, today);
  const say = async (body: unknown) => {
    setProblem(null);
    const checked = agreementBodySchema.safeParse(body);
    if (!checked.success) {
      setProblem(checked.error.issues[0].message);
      return false;
    }
    try {
      await kept.mutate(
        read(
          api.students[':id'].agreements.$post({
            param: { id: studentId },
            json: { id: crypto.randomUUID(), body: checked.data },
          }),
        ),
        { revalidate: false },
      );
      return true;
    } catch (error) {
      setProblem(messageOf(error));
      return false;
    }
  };
  return (
    <div className="stack">
      {missing && (
        <p role="status">
          <strong>Missing:</strong> {missing}.
        </p>
      )}
      {agreements.length === 0 && <p className="quiet">No agreement is recorded yet.</p>}
      <ul className="words">
        {agreements.map(({ id, agreed, recordedBy, state, takenBack }) => (
          <li key={id} data-state={state}>
            <strong>{agreed.what === 'other' ? agreed.words : saysOf(agreed.what)}</strong>
            <div className="small quiet">
              {agreed.guardian ? `${agreed.guardian}, for the student` : 'The student'}, {longDay(agreed.on)}
              {agreed.until ? `, until ${longDay(agreed.until)}` : ', without an end'}; recorded by{' '}
              {recordedBy}
              {agreed.what !== 'other' && agreed.words && `. ${agreed.words}`}
            </div>
            {takenBack ? (
              <div className="small">
                Withdrawn on {longDay(isoDay(takenBack.on))}
                {takenBack.words && `: ${takenBack.words}`}.
              </div>
            ) : state === 'ended' ? (
              <div className="small">Ended.</div>
            ) : (
              <Button
                size="compact-sm"
                variant="subtle"
                onClick={() => say({ kind: 'taken-back', of: id, words: '' })}
              >
                Withdraw
              </Button>
            )}
          </li>
        ))}
      </ul>
      {problem && <p role="alert">{problem}</p>}
      {me.role !== 'student' && <NewAgreement say={say} />}
    </div>
  );
}

function NewAgreement({ say }: { say: (body: unknown) => Promise<boolean> }) {
  const form = useFields({
    initialValues: {
      what: 'recordings' as AgreementKind,
      words: '',
      guardian: '',
      on: isoDay() as string | null,
      until: null as string | null,
    },
  });
  const keep = form.onSubmit(async ({ guardian, ...rest }) => {
    if (await say({ kind: 'agreed', ...rest, guardian: guardian.trim() || null })) form.reset();
  });
  return (
    <form className="stack" onSubmit={keep} noValidate>
      <h3>Record an agreement</h3>
      <Select
        label="Agreement"
        data={AGREEMENTS.map(({ what, says }) => ({ value: what, label: says }))}
        allowDeselect={false}
        {...form.getInputProps('what')}
      />
      <TextInput
        label={form.values.what === 'other' ? 'In words' : 'Words, if any'}
        {...form.getInputProps('words')}
      />
      <TextInput
        label="A parent or guardian agrees, by name"
        description="Left empty, it is the student’s own."
        {...form.getInputProps('guardian')}
      />
      <div className="row fields">
        <DayField label="On" {...form.getInputProps('on')} />
        <DayField label="Until, if it ends" {...form.getInputProps('until')} />
      </div>
      <Button type="submit">Save</Button>
    </form>
  );
}
