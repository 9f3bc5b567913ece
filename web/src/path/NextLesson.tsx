/** The lesson worth flying next: looked at with its reasons, and opened in Brief by one action. */
import { Button } from '@mantine/core';
import { lazy, Suspense, useState } from 'react';

// Fetched when somebody asks for it: Today is the first page, and stays light.
const ProposedDialog = lazy(async () => ({
  default: (await import('./ProposedDialog.tsx')).ProposedDialog,
}));

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
      {opened && (
        <Suspense>
          <ProposedDialog {...{ studentId, at, bookingId }} close={() => setOpened(false)} />
        </Suspense>
      )}
    </>
  );
}
