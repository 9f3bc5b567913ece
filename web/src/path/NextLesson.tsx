/** The lesson worth flying next: looked at with its reasons, and opened in Brief by one action. */
import { Button, Modal } from '@mantine/core';
import { lazy, Suspense, useState } from 'react';
import { Loading } from '../parts/states.tsx';

// Fetched when somebody asks for it: Today is the first page, and stays light.
const Proposed = lazy(async () => ({ default: (await import('./Proposed.tsx')).Proposed }));

interface Props {
  studentId: string;
  label?: string;
  /** When it is to be flown, where a booking says so, and which. */
  at?: string;
  bookingId?: string;
}

export function NextLesson({ studentId, label = 'Propose the next lesson', at, bookingId }: Props) {
  const [opened, setOpened] = useState(false);
  return (
    <>
      <Button onClick={() => setOpened(true)}>{label}</Button>
      <Modal opened={opened} onClose={() => setOpened(false)} title="The lesson worth flying next" size="lg">
        {opened && (
          <Suspense fallback={<Loading what="the proposal" />}>
            <Proposed studentId={studentId} booked={at} bookingId={bookingId} />
          </Suspense>
        )}
      </Modal>
    </>
  );
}
