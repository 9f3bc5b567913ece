/** Whose flight is it: a flight that matched no lesson is given to one. */
import type { UnmatchedFlight } from '@keel/core';
import { Button, Select } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, read } from '../api/client.ts';
import { useLessons, useUnmatchedFlights } from '../api/hooks.ts';
import { dayAndTime } from '../parts/format.ts';
import { sent } from '../parts/sent.ts';
import './live.css';

type Flight = Pick<UnmatchedFlight, 'id' | 'airplane' | 'student' | 'begunAt'>;

/** Gives a flight to a lesson. @returns whether it was taken. */
export async function giveFlight(flightId: string, lessonId: string, title: string): Promise<boolean> {
  const given = await sent(
    read(api.live[':id'].lesson.$post({ param: { id: flightId }, json: { lessonId } })),
    'Not assigned to the lesson',
  );
  if (given) notifications.show({ message: `The flight now belongs to “${title}”.` });
  return given !== undefined;
}

/** Lessons that it may be, the nearest in time first and those of its airplane before others. */
export function GiveFlight({ flight }: { flight: Flight }) {
  const lessons = useLessons({ state: 'to-fly' }, 200);
  const [lessonId, setLessonId] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const away = (at: string) => Math.abs(Date.parse(at) - Date.parse(flight.begunAt));
  const fits = (lessons.data ?? [])
    .flatMap(({ items }) => items)
    .filter(({ student }) => !flight.student || student.id === flight.student.id)
    .sort(
      (a, b) =>
        Number(b.airplane.id === flight.airplane.id) - Number(a.airplane.id === flight.airplane.id) ||
        away(a.plannedAt) - away(b.plannedAt),
    );
  if (lessons.data && fits.length === 0)
    return (
      <p className="quiet small">
        No lesson waits for a flight. <Link to="/brief/new">Brief one</Link>, then assign the flight here.
      </p>
    );
  const chosen = fits.find(({ id }) => id === lessonId);
  return (
    <div className="row give-flight">
      <Select
        aria-label={`Lesson for the flight of ${flight.airplane.name}`}
        placeholder="Which lesson was it?"
        data={fits.map(({ id, student, title, plannedAt, airplane }) => ({
          value: id,
          label: `${student.name}, ${dayAndTime(plannedAt)}, ${title}${airplane.id === flight.airplane.id ? '' : ` (${airplane.name})`}`,
        }))}
        value={lessonId}
        onChange={setLessonId}
        searchable
      />
      <Button
        disabled={!chosen}
        loading={busy}
        onClick={async () => {
          if (!chosen) return;
          setBusy(true);
          await giveFlight(flight.id, chosen.id, chosen.title);
          setBusy(false);
        }}
      >
        Assign to the lesson
      </Button>
    </div>
  );
}

/** Every flight that matched no lesson, so that none is lost when it ends. */
export function WhoseIsIt({ ended }: { ended?: boolean }) {
  const flights = useUnmatchedFlights(true);
  const shown = (flights.data ?? []).filter(({ endedAt }) => !ended || endedAt !== null);
  if (shown.length === 0) return null;
  return (
    <section className="sheet stack" aria-labelledby="whose-is-it">
      <h2 id="whose-is-it">Whose flight is it?</h2>
      <p className="quiet small">
        These matched no lesson. Assign each to its lesson, and it is scored by that lesson’s cards.
      </p>
      <ul className="whose-is-it">
        {shown.map((flight) => (
          <li key={flight.id}>
            <div>
              <strong>{flight.airplane.name}</strong>, {dayAndTime(flight.begunAt)}
              {flight.student && `, ${flight.student.name}`}
              <div className="quiet small">
                {flight.endedAt === null ? (
                  <Link to="/live">in the air</Link>
                ) : flight.recordingId && flight.student ? (
                  <Link to={`/debrief/${flight.recordingId}`}>landed; open its debrief</Link>
                ) : (
                  'landed'
                )}
              </div>
            </div>
            <GiveFlight flight={flight} />
          </li>
        ))}
      </ul>
    </section>
  );
}
