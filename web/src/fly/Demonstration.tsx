/** A maneuver shown by the synthetic pilot, as it should be or with a habit. */
import {
  type DemonstrationRequest,
  type FindingId,
  findRoom,
  HABITS,
  type HabitIn,
  type Lesson,
} from '@keel/core';
import { Button, SegmentedControl, Select } from '@mantine/core';
import { useState } from 'react';

/** A finding's name as words. */
const wordsOf = (id: string): string => (id.split('/')[1] ?? id).replaceAll('-', ' ');

export function Demonstration(props: {
  lesson: Lesson;
  fly: (request: DemonstrationRequest) => void;
  busy: boolean;
}) {
  // As the lesson has them, not as they are learned.
  const maneuvers = [...new Set(props.lesson.items.map(({ maneuver }) => maneuver))];
  const [maneuver, setManeuver] = useState(maneuvers[0]);
  const [habit, setHabit] = useState<FindingId | 'none'>('none');
  const [habitIn, setHabitIn] = useState<HabitIn>('first');
  const turns = props.lesson.cards.some(
    (card) => card.maneuver === maneuver && (card.variant === 'left' || card.variant === 'right'),
  );
  return (
    <section className="sheet stack">
      <h2>Generate a sample flight</h2>
      <p>
        The synthetic pilot flies a maneuver from this lesson’s card, well or with the habit that you choose,
        and it is scored like any recording. It shows what a fault looks like at Debrief, and never counts
        toward solo.
      </p>
      <div className="row" style={{ alignItems: 'flex-end', flexWrap: 'wrap' }}>
        <Select
          label="Maneuver"
          style={{ flex: 1, minWidth: 170 }}
          allowDeselect={false}
          value={maneuver}
          onChange={(value) => {
            const chosen = maneuvers.find((id) => id === value);
            if (!chosen) return;
            setManeuver(chosen);
            setHabit('none');
          }}
          data={maneuvers.map((id) => ({ value: id, label: findRoom(id)?.title ?? id }))}
        />
        <Select
          label="Habit"
          style={{ flex: 1, minWidth: 200 }}
          allowDeselect={false}
          searchable
          value={habit}
          onChange={(value) => setHabit(HABITS.find((id) => id === value) ?? 'none')}
          data={[
            { value: 'none', label: 'none: flown well' },
            ...HABITS.filter((id) => id.startsWith(`${maneuver}/`)).map((id) => ({
              value: id,
              label: wordsOf(id),
            })),
          ]}
        />
        {turns && (
          <SegmentedControl
            aria-label="In which turn"
            value={habitIn}
            onChange={(value) => setHabitIn(value as HabitIn)}
            data={[
              { value: 'first', label: 'Left' },
              { value: 'second', label: 'Right' },
              { value: 'both', label: 'Both' },
            ]}
          />
        )}
        <Button
          variant="default"
          disabled={props.busy}
          onClick={() =>
            props.fly({ maneuver, habit, habitIn, seed: 1 + Math.floor(Math.random() * 99_000) })
          }
        >
          Fly it
        </Button>
      </div>
    </section>
  );
}
