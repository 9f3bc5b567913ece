/** The lesson's focus, and this student's recent faults: pressed today, or parked for another day. */
import { findingSaid, type RecurringFinding, textOf, type Units } from '@keel/core';
import { Button, TextInput } from '@mantine/core';
import { maneuverTitle } from '../parts/maneuvers.ts';
import { PlainTable } from '../parts/PlainTable.tsx';

export function WatchForForm(props: {
  focus: string;
  parked: string[];
  recurring: RecurringFinding[];
  units: Units;
  studentName: string;
  onChange: (part: { focus?: string; parked?: string[] }) => void;
}) {
  const { parked, recurring } = props;
  const park = (id: string) =>
    props.onChange({
      parked: parked.includes(id) ? parked.filter((other) => other !== id) : [...parked, id],
    });
  return (
    <section className="sheet stack" aria-label="Watch for">
      <TextInput
        label="Focus of the lesson"
        description="One thing, in your words; it stands on the kneeboard."
        value={props.focus}
        maxLength={200}
        onChange={(event) => props.onChange({ focus: event.currentTarget.value })}
      />
      <div>
        <h2>From {props.studentName}’s last attempts</h2>
        <p className="quiet small">
          A fault seen twice or more goes on the card. Park what you will leave for another day; critical
          faults cannot be parked.
        </p>
      </div>
      {recurring.length === 0 && (
        <p className="quiet">
          Nothing recorded yet: the cards carry the usual faults of each maneuver instead.
        </p>
      )}
      <PlainTable>
        <tbody>
          {recurring.map((one) => {
            const { id, count, of, severity } = one;
            const what = textOf(findingSaid(one, props.units).what);
            const isParked = parked.includes(id) && severity !== 'critical';
            return (
              <tr key={id}>
                <td className="nowrap">
                  {count} of {of}
                </td>
                <td>
                  <div className="quiet small">{maneuverTitle(id.split('/')[0])}</div>
                  {isParked ? <s>{what}</s> : what}
                </td>
                <td style={{ width: 140 }}>
                  {severity === 'critical' ? (
                    <strong>critical</strong>
                  ) : (
                    <Button
                      variant="default"
                      size="compact-md"
                      aria-pressed={isParked}
                      onClick={() => park(id)}
                    >
                      {isParked ? 'Unpark' : 'Park'}
                    </Button>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </PlainTable>
    </section>
  );
}
