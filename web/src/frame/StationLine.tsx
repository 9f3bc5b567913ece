/** The line of stations: one lesson moves along it, and the fin hangs under where you are. */
import { NavLink, useLocation } from 'react-router';
import { type Current, useCurrent } from './current.tsx';

interface Station {
  name: string;
  path: string;
  to: (current: Current) => string | undefined;
  /** Other addresses that belong to it. */
  also?: readonly string[];
}

const STATIONS: readonly Station[] = [
  // The list: a lesson is gone back to from Fly and Debrief, and a new one begins there.
  { name: 'Brief', path: '/brief', to: () => undefined },
  { name: 'Fly', path: '/fly', to: (c: Current) => c.lessonId },
  { name: 'Debrief', path: '/debrief', to: (c: Current) => c.recordingId },
  {
    name: 'Path',
    path: '/path',
    to: (c: Current) => c.studentId,
    also: ['/logbook/', '/solo/', '/syllabus', '/stage-checks/'],
  },
];

/** On a phone the day stands among them: there the wordmark is the page's name. */
const TODAY = { name: 'Today', path: '/', to: () => undefined } as const;

export function StationLine() {
  const current = useCurrent();
  const { pathname } = useLocation();
  return (
    <nav aria-label="Stations" className="stations">
      {[TODAY, ...STATIONS].map(({ name, path, to, also = [] }: Station) => {
        const here =
          pathname === path ||
          (path !== '/' && pathname.startsWith(`${path}/`)) ||
          also.some((beginning) => pathname.startsWith(beginning));
        const id = to(current);
        return (
          <NavLink
            key={name}
            to={id && !here ? `${path}/${id}` : path}
            className="station"
            data-today={path === '/' || undefined}
            end={path === '/'}
            data-here={here || undefined}
          >
            <svg width="20" height="16" viewBox="0 0 20 16" aria-hidden="true">
              <line x1="2" x2="18" y1="4" y2="4" stroke="currentColor" strokeWidth="2" />
              {here ? (
                <path d="M5.5 6h9l-4.5 8z" fill="var(--fin)" />
              ) : (
                <circle cx="10" cy="4" r="3" fill="currentColor" />
              )}
            </svg>
            {name}
          </NavLink>
        );
      })}
    </nav>
  );
}
