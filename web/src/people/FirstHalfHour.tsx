/** What a new school does first, and what of it is done. */
import { Link } from 'react-router';
import { useAirplanes, useLessons, usePeople } from '../api/hooks.ts';

export function FirstHalfHour() {
  const airplanes = useAirplanes();
  const people = usePeople();
  const lessons = useLessons({}, 1);
  if (!airplanes.data || !people.data || !lessons.data) return null;
  const steps = [
    {
      done: airplanes.data.length > 0,
      to: '/hangar',
      what: 'An airplane',
      how: 'from a file, from one of the demo’s as a beginning, or typed with the book open',
    },
    {
      done: people.data.some(({ role }) => role === 'instructor'),
      to: '/people',
      what: 'An instructor',
      how: 'who teaches alone; a chief instructor may also teach',
    },
    {
      done: people.data.some(({ role }) => role === 'student'),
      to: '/people',
      what: 'A student',
      how: 'invited by a link that you pass on',
    },
    {
      done: (lessons.data[0]?.items.length ?? 0) > 0,
      to: '/brief/new',
      what: 'A lesson',
      how: 'put together, loaded, briefed and printed',
    },
  ];
  if (steps.every(({ done }) => done)) return null;
  const next = steps.find(({ done }) => !done);
  return (
    <section className="sheet stack" aria-labelledby="first">
      <h2 id="first">The first half hour</h2>
      <ol className="first-steps">
        {steps.map((step) => (
          <li key={step.what} data-done={step.done || undefined}>
            <strong>
              {step.done ? '✓ ' : ''}
              {step === next ? <Link to={step.to}>{step.what}</Link> : step.what}
            </strong>
            <span className="quiet"> {step.how}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}
