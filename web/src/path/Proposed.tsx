/** A proposal with its reasons, and when it is to be flown. */
import { dayAfter, variantWords, type WordedProposal } from '@keel/core';
import { Button } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, messageOf, read } from '../api/client.ts';
import { useProposal } from '../api/hooks.ts';
import { MomentField } from '../parts/DayField.tsx';
import { fromField, isoDay } from '../parts/format.ts';
import { NumberField } from '../parts/NumberField.tsx';
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
  const [day, setDay] = useState<{ blockMin?: number; cloudBaseFt?: number }>({});
  // What is typed is asked once it rests.
  const [asked] = useDebouncedValue(day, 400);
  const proposal = useProposal(studentId, asked);
  const navigate = useNavigate();
  const [id] = useState(() => crypto.randomUUID());
  const [at, setAt] = useState(() => booked ?? fromField(`${dayAfter(isoDay(), 1)} 10:00:00`));
  const [busy, setBusy] = useState(false);
  const brief = async () => {
    setBusy(true);
    try {
      const lesson = await read(
        api.students[':id'].proposal.$post({
          param: { id: studentId },
          json: { id, plannedAt: at, ...day, bookingId },
        }),
      );
      navigate(`/brief/${lesson.id}`);
    } catch (error) {
      notifications.show({ color: 'red', title: 'Not briefed', message: messageOf(error) });
      setBusy(false);
    }
  };
  const number = (name: keyof typeof day) => ({
    value: day[name] ?? '',
    onChange: (next: number | string) =>
      setDay({ ...day, [name]: typeof next === 'number' ? next : undefined }),
  });
  return (
    <div className="stack">
      {proposal.error && <Failed error={proposal.error} retry={() => proposal.mutate()} />}
      {!proposal.error && !proposal.data && <Loading what="the proposal" />}
      {!proposal.error && proposal.data && <Reasons proposal={proposal.data} />}
      <div className="row" style={{ flexWrap: 'wrap' }}>
        <MomentField label="When" value={at} onChange={setAt} className="grows" />
        <NumberField
          label="Block, minutes"
          placeholder="as last time"
          min={15}
          max={300}
          {...number('blockMin')}
          style={{ flex: 1 }}
        />
        <NumberField
          label="Cloud base, ft"
          placeholder="none"
          min={0}
          max={60_000}
          step={100}
          {...number('cloudBaseFt')}
          style={{ flex: 1 }}
        />
      </div>
      <Button
        onClick={brief}
        loading={busy}
        disabled={!proposal.data || proposal.error !== undefined || at === ''}
      >
        Plan this lesson
      </Button>
    </div>
  );
}

function Reasons({ proposal }: { proposal: WordedProposal }) {
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
                {item.variant && <span className="small quiet"> {variantWords(item.variant)}</span>}
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
          Watch for as well (no recording shows it): {proposal.byHand.map(({ title }) => title).join(', ')}.
        </p>
      )}
      {proposal.leftOut.length > 0 && (
        <div className="small quiet">
          Left out:
          <ul className="left-out">
            {proposal.leftOut.map(({ title, why }) => (
              <li key={title}>
                <strong>{title}</strong>: {why}
              </li>
            ))}
          </ul>
        </div>
      )}
    </>
  );
}
