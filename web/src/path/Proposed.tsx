/** A proposal with its reasons, and when it is to be flown. */
import { dayAfter, type Proposal } from '@keel/core';
import { Button, NumberInput } from '@mantine/core';
import { DateTimePicker } from '@mantine/dates';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, messageOf, read } from '../api/client.ts';
import { useForgetLessons, useProposal } from '../api/hooks.ts';
import { fromField, isoDay, toField } from '../parts/format.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { Failed, Loading } from '../parts/states.tsx';

export function Proposed({
  studentId,
  booked,
  bookingId,
}: {
  studentId: string;
  booked?: string;
  bookingId?: string;
}) {
  const proposal = useProposal(studentId);
  const navigate = useNavigate();
  const forget = useForgetLessons();
  const [id] = useState(() => crypto.randomUUID());
  const [at, setAt] = useState(() => booked ?? fromField(`${dayAfter(isoDay(), 1)} 10:00:00`));
  const [blockMin, setBlockMin] = useState<number | undefined>();
  const [busy, setBusy] = useState(false);
  if (proposal.error) return <Failed error={proposal.error} retry={() => proposal.mutate()} />;
  if (!proposal.data) return <Loading what="the proposal" />;
  const brief = async () => {
    setBusy(true);
    try {
      const lesson = await read(
        api.students[':id'].proposal.$post({
          param: { id: studentId },
          json: { id, plannedAt: at, blockMin, bookingId },
        }),
      );
      await forget();
      navigate(`/brief/${lesson.id}`);
    } catch (error) {
      notifications.show({ color: 'red', title: 'Not briefed', message: messageOf(error) });
      setBusy(false);
    }
  };
  return (
    <div className="stack">
      <Reasons proposal={proposal.data} />
      <div className="row">
        <DateTimePicker
          label="When"
          valueFormat="ddd D MMM, HH:mm"
          value={toField(at)}
          onChange={(next) => next && setAt(fromField(next))}
          style={{ flex: 2 }}
        />
        <NumberInput
          label="Block, minutes"
          placeholder="as last time"
          min={15}
          max={300}
          value={blockMin ?? ''}
          onChange={(next) => setBlockMin(typeof next === 'number' ? next : undefined)}
          style={{ flex: 1 }}
        />
      </div>
      <Button onClick={brief} loading={busy}>
        Open it in Brief
      </Button>
    </div>
  );
}

function Reasons({ proposal }: { proposal: Proposal }) {
  return (
    <>
      <PlainTable>
        <thead>
          <tr>
            <th scope="col">Maneuver</th>
            <th scope="col">Shown</th>
            <th scope="col">Flown</th>
            <th scope="col">Why</th>
          </tr>
        </thead>
        <tbody>
          {proposal.items.map((item) => (
            <tr key={item.id}>
              <td>
                <strong>{item.title}</strong>
                {item.variant && <span className="small quiet"> {item.variant}</span>}
              </td>
              <td>{item.demonstrations || '—'}</td>
              <td>{item.attempts}</td>
              <td className="small">{item.why}</td>
            </tr>
          ))}
        </tbody>
      </PlainTable>
      <p>
        <strong>About:</strong> {proposal.focus}
      </p>
      <p>
        <strong>Say first:</strong> {proposal.sayFirst}
      </p>
      {proposal.byHand.length > 0 && (
        <p className="small quiet">
          To look at as well, no recording shows it: {proposal.byHand.map(({ title }) => title).join(', ')}.
        </p>
      )}
      {proposal.leftOut.length > 0 && (
        <p className="small quiet">
          Left out: {proposal.leftOut.map(({ title, why }) => `${title} (${why})`).join('; ')}.
        </p>
      )}
    </>
  );
}
