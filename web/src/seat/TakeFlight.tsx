/** A flight in the air that matched no lesson, where this lesson has none: it may be this one's. */
import type { Lesson } from '@keel/core';
import { useState } from 'react';
import { useUnmatchedFlights } from '../api/hooks.ts';
import { giveFlight } from '../live/GiveFlight.tsx';
import { clockTime } from '../parts/format.ts';

export function TakeFlight({ lesson }: { lesson: Lesson }) {
  const flights = useUnmatchedFlights(true);
  const [busy, setBusy] = useState(false);
  const mayBe = (flights.data ?? []).filter(
    ({ endedAt, airplane, student }) =>
      endedAt === null &&
      airplane.id === lesson.airplane.id &&
      (!student || student.id === lesson.student.id),
  );
  return mayBe.map((flight) => (
    <button
      key={flight.id}
      type="button"
      className="seat-button"
      disabled={busy}
      onClick={async () => {
        setBusy(true);
        await giveFlight(flight.id, lesson.id, lesson.title);
        setBusy(false);
      }}
    >
      {flight.airplane.name} sends a flight since {clockTime(flight.begunAt)} that matched no lesson. Use it
      here
    </button>
  ));
}
