/** What a new school does first, and what of it is done. */
import { Link } from 'react-router';
import { useAirplanes, useInvitations, useLessons, usePeople } from '../api/hooks.ts';

export function FirstHalfHour() {
  const airplanes = useAirplanes();
  const people = usePeople();
  const invited = useInvitations(true);
  const lessons = useLessons({}, 1);
  if (!airplanes.data || !people.data || !lessons.data) return null;
  /** Somebody of that role has come, or has been asked to. */
  const there = (wanted: string) =>
    [...(people.data ?? []), ...(invited.data ?? [])].some(({ role }) => role === wanted);
  const teaching = people.data.some(({ role, with: students }) => role === 'chief' && students.length > 0);
  const steps = [
    {
      done: airplanes.data.length > 0,
      to: '/hangar',
      what: 'An airplane',
      how: 'from a file, from one of the demo’s as a beginning, or typed with the book open',
    },
    {
      done: there('instructor') || teaching,
      to: '/people',
      what: 'An instructor',
      how: 'unless the chief instructor teaches everyone: say so with each student, under “Taught by”',
    },
    {
      done: there('student'),
      to: '/people',
      what: 'A student',
      how: 'invited by a link that you pass on; once it is opened, lessons can be planned',
    },
    {
      done: (lessons.data[0]?.items.length ?? 0) > 0,
      to: '/brief/new',
      what: 'A lesson',
      how: 'put together, loaded, briefed and printed',
    },
  ];
  if (steps.every(({ done }) => done)) return null;
  return (
    <section className="sheet stack" aria-labelledby="first">
      <h2 id="first">The first half hour</h2>
      <ol className="first-steps">
        {steps.map((step) => (
          <li key={step.what} data-done={step.done || undefined}>
            <strong>
              {step.done ? '✓ ' : ''}
              {step.done ? step.what : <Link to={step.to}>{step.what}</Link>}
            </strong>
            <span className="quiet"> {step.how}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}
