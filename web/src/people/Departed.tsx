/** Flights of students who left: until when they are kept, and that they go. */
import type { Departed as Row } from '@keel/core';
import { Button } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import { api, read } from '../api/client.ts';
import { useDeparted } from '../api/hooks.ts';
import { Dialog } from '../parts/Dialog.tsx';
import { isoDay, longDay } from '../parts/format.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { sent } from '../parts/sent.ts';

export function Departed() {
  const rows = useDeparted();
  const [going, setGoing] = useState<Row | null>(null);
  if (!rows.data || rows.data.length === 0) return null;
  const now = new Date().toISOString();
  const go = async ({ id, name }: Row) => {
    setGoing(null);
    const gone = await sent(
      read(api.school.departed[':id'].flights.$delete({ param: { id } })),
      'Not deleted',
    );
    if (!gone) return;
    notifications.show({
      message: `${gone.deleted} flights of ${name} are deleted; ${gone.stay} that are signed stay.`,
    });
    await rows.mutate();
  };
  return (
    <section className="sheet stack" aria-labelledby="departed">
      <h2 id="departed">Flights of students who left</h2>
      <div className="scrolls" data-scrolls>
        <PlainTable>
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th scope="col">Last flown</th>
              <th scope="col">Kept until</th>
              <th scope="col">Flights</th>
              <th scope="col" aria-label="Actions" />
            </tr>
          </thead>
          <tbody>
            {rows.data.map((row) => (
              <tr key={row.id}>
                <td>
                  <strong>{row.name}</strong>
                </td>
                <td>{longDay(isoDay(row.lastFlownAt))}</td>
                <td>
                  {row.until === null ? 'not settled' : longDay(isoDay(row.until))}
                  {row.until !== null && row.until < now && <strong> · over</strong>}
                </td>
                <td>
                  {row.flights}
                  {row.signed > 0 && <span className="small quiet"> · {row.signed} signed stay</span>}
                </td>
                <td>
                  {row.flights > row.signed && (
                    <Button variant="default" size="compact-md" onClick={() => setGoing(row)}>
                      Delete
                    </Button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </PlainTable>
      </div>
      <Dialog
        opened={going !== null}
        onClose={() => setGoing(null)}
        title={<strong>Delete {going?.name}’s flights?</strong>}
      >
        <p>
          They are hidden now and removed after thirty days, with all that was worked out from them. Signed
          entries, the flights that they name, and the trail stay.
        </p>
        <div className="actions">
          <Button variant="default" onClick={() => setGoing(null)} data-autofocus>
            Keep them
          </Button>
          <Button onClick={() => going && go(going)}>Delete them</Button>
        </div>
      </Dialog>
    </section>
  );
}
