/** No flight of a student is kept before they agreed to it: what is missing, and the way to give it. */
import { agreementBodySchema, agreementsOn, type Lesson, missingAgreement } from '@keel/core';
import { Button } from '@mantine/core';
import { type ReactNode, useState } from 'react';
import { api, read } from '../../api/client.ts';
import { useAgreements } from '../../api/hooks.ts';
import { isoDay } from '../../parts/format.ts';
import { sent } from '../../parts/sent.ts';
import { AgreementsDialog } from '../../people/Agreements.tsx';

export function AgreementFirst({ student, children }: { student: Lesson['student']; children: ReactNode }) {
  const kept = useAgreements(student.id);
  const [open, setOpen] = useState(false);
  if (!kept.data) return null;
  const today = isoDay();
  const missing = missingAgreement(agreementsOn(kept.data.words, today), kept.data.born, today);
  if (!missing) return children;
  const agree = async () => {
    const body = agreementBodySchema.parse({ kind: 'agreed', what: 'recordings', on: today });
    const next = await sent(
      read(
        api.students[':id'].agreements.$post({
          param: { id: student.id },
          json: { id: crypto.randomUUID(), body },
        }),
      ),
    );
    if (next) await kept.mutate(next, { revalidate: false });
  };
  // Of who is under age a guardian's word is asked as well: that takes a name.
  const alone = kept.data.words.every(({ body }) => body.kind !== 'agreed' || body.what !== 'recordings');
  return (
    <section className="sheet stack" aria-label="Agreement first">
      <h2>Attach a recording</h2>
      <p>
        Before a flight is kept: {missing}. Ask {student.name.split(' ')[0]}, then record the answer here.
      </p>
      <div className="row" style={{ flexWrap: 'wrap' }}>
        {alone && (
          <Button onClick={agree}>{student.name.split(' ')[0]} agrees that flights are recorded</Button>
        )}
        <Button variant="default" onClick={() => setOpen(true)}>
          All agreements
        </Button>
      </div>
      {open && <AgreementsDialog student={student} close={() => setOpen(false)} />}
    </section>
  );
}
