/** One student: skills by flights, the gates, and the lesson worth flying next. */
import {
  findingSaid,
  type Path,
  type PathSkill,
  STANDING_WORDS,
  textOf,
  unitsFor,
  type Weeks,
} from '@keel/core';
import { Button, Menu } from '@mantine/core';
import { IconChevronDown } from '@tabler/icons-react';
import { lazy, Suspense, useState } from 'react';
import { Link } from 'react-router';
import { useMe, usePath } from '../api/hooks.ts';
import { useSetCurrent } from '../frame/current.tsx';
import { TitleBar } from '../frame/TitleBar.tsx';
import { Caution } from '../parts/caution.tsx';
import { day } from '../parts/format.ts';
import { Waiting } from '../parts/states.tsx';
import { ByHand } from './ByHand.tsx';
import { Gates } from './Gates.tsx';
import { ChanceLine, StandingMark } from './marks.tsx';
import { NextLesson } from './NextLesson.tsx';
import { Stems } from './Stems.tsx';
import './path.css';

// A chart is fetched where there is one to draw.
const ApproachTrend = lazy(async () => ({
  default: (await import('./ApproachTrend.tsx')).ApproachTrend,
}));

const StageChecks = lazy(async () => ({
  default: (await import('../stage/StageChecks.tsx')).StageChecks,
}));

// Asked for once in a student's life: it is fetched then.
const OpeningBalance = lazy(async () => ({
  default: (await import('../record/OpeningBalance.tsx')).OpeningBalance,
}));

/** Flights shown, the latest last. */
const MOST_FLIGHTS = 6;

export function StudentPath({ studentId }: { studentId: string }) {
  const path = usePath(studentId);
  const { data: me } = useMe();
  const [opening, setOpening] = useState(false);
  const last = path.data?.skills
    .flatMap(({ attempts }) => attempts)
    .sort((a, b) => (a.flownAt < b.flownAt ? 1 : -1))[0];
  useSetCurrent({ studentId, recordingId: last?.recordingId });
  if (!path.data) return <Waiting query={path} what="the path" />;
  const { student, lessons, judge, byHand, gates } = path.data;
  const staff = me !== undefined && me.role !== 'student';
  const open = gates.filter(({ state }) => state !== 'closed').length;
  return (
    <>
      <TitleBar
        title={student.name}
        about={`${lessons} lessons · ${gates.length - open} of ${gates.length} solo requirements complete · brief deviations ${judge === 'examiner' ? 'allowed' : 'not allowed'}`}
      >
        <Menu position="bottom-end">
          <Menu.Target>
            <Button variant="default" rightSection={<IconChevronDown size={14} />}>
              Record
            </Button>
          </Menu.Target>
          <Menu.Dropdown>
            <Menu.Item component={Link} to={`/logbook/${student.id}`}>
              Logbook and endorsements
            </Menu.Item>
            <Menu.Item component={Link} to={`/solo/${student.id}`}>
              Landings and the day of a solo
            </Menu.Item>
            <Menu.Item component={Link} to="/syllabus">
              The syllabus
            </Menu.Item>
            {staff && <Menu.Item onClick={() => setOpening(true)}>Opening balance</Menu.Item>}
          </Menu.Dropdown>
        </Menu>
        {staff && (
          <Button component={Link} to={`/brief/new?student=${student.id}`} variant="default">
            Brief by hand
          </Button>
        )}
        {staff && <NextLesson studentId={student.id} />}
      </TitleBar>
      {opening && (
        <Suspense>
          <OpeningBalance
            studentId={student.id}
            studentName={student.name}
            skills={path.data.skills}
            close={() => setOpening(false)}
          />
        </Suspense>
      )}
      <div className="page">
        <div className="columns path-columns">
          <div className="stack">
            <SkillsByFlights path={path.data} />
            <Suspense fallback={null}>
              <ApproachTrend studentId={student.id} />
            </Suspense>
            <ByHand studentId={student.id} byHand={byHand} mayEnter={staff} skills={path.data.skills} />
          </div>
          <div className="stack">
            <ToSolo path={path.data} />
            <Gates
              studentId={student.id}
              gates={gates}
              born={student.born}
              mayClose={staff}
              chief={me?.role === 'chief'}
            />
            <Suspense fallback={null}>
              <StageChecks student={student} skills={path.data.skills} />
            </Suspense>
            <Recurring path={path.data} />
            <section className="sheet">
              <Caution>
                This is evidence, not a sign-off. Only your instructor releases you to solo, and the
                airplane’s handbook and local rules come first.
              </Caution>
            </section>
          </div>
        </div>
      </div>
    </>
  );
}

function SkillsByFlights({ path }: { path: Path }) {
  const [all, setAll] = useState(false);
  const { skills, student, model, syllabus } = path;
  const recorded = skills.filter(({ maneuver }) => maneuver !== null);
  const touched = recorded.filter(({ standing }) => standing !== 'not flown');
  const shown = all || touched.length === 0 ? recorded : touched;
  const flights = [...new Set(skills.flatMap(({ attempts }) => attempts.map((one) => one.day)))]
    .sort()
    .slice(-MOST_FLIGHTS);
  return (
    <section className="sheet" aria-label="Skills by flights">
      <div className="skills-frame" data-scrolls>
        <table className="skills">
          <thead>
            <tr>
              <th scope="col">Skill</th>
              <th scope="col">Chance next time</th>
              <th scope="col">Standing</th>
              {flights.map((flight) => (
                <th scope="col" key={flight} className="flight">
                  {day(`${flight}T12:00:00Z`)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {shown.map((skill) => (
              <SkillRow key={skill.skill} skill={skill} flights={flights} studentId={student.id} />
            ))}
          </tbody>
        </table>
      </div>
      {touched.length > 0 && touched.length < recorded.length && (
        <Button variant="subtle" size="compact-md" onClick={() => setAll(!all)}>
          {all ? 'Only what was flown' : `${recorded.length - touched.length} more, not flown yet`}
        </Button>
      )}
      <h3 className="by-hand-head">Graded by hand</h3>
      <ul className="by-hand-skills">
        {skills
          .filter(({ maneuver }) => maneuver === null)
          .map(({ skill, title, standing, why }) => (
            <li key={skill} title={why.join('; ')}>
              <StandingMark standing={standing} />
              <span>{title}</span>
              <span className="small quiet">{STANDING_WORDS[standing]}</span>
            </li>
          ))}
      </ul>
      <p className="small quiet legend">
        Each stem is an attempt: how much tolerance it used, above or below. Filled: unaided. Open: with help
        or demonstrated. Cross: a pass/fail item was not met. The triangle is the chance that the next unaided
        attempt is to standard, the tint its 80 % interval, the tall tick the chance needed.{' '}
        {model.from === 'school'
          ? `Figures from ${model.attempts} attempts of this school.`
          : 'Estimates start from general figures: this school has too few attempts of its own.'}{' '}
        {syllabus.source}
        {syllabus.fromMemory ? ', from memory' : ''}.
      </p>
    </section>
  );
}

function SkillRow({ skill, flights, studentId }: { skill: PathSkill; flights: string[]; studentId: string }) {
  const { title, standing, chance, why, attempts, rustyInDays } = skill;
  const [open, setOpen] = useState(false);
  const soon = rustyInDays !== null && rustyInDays >= 0 && rustyInDays <= 7;
  return (
    <tr>
      <th scope="row">
        <Link to={`/path/${studentId}/${skill.skill}`}>{title}</Link>
        {skill.gates.length > 0 && <div className="small quiet">for solo</div>}
      </th>
      <td>
        <ChanceLine chance={chance} label={title} />
      </td>
      <td className="word">
        <button type="button" className="why" aria-expanded={open} onClick={() => setOpen(!open)}>
          <StandingMark standing={standing} />
          <strong>{STANDING_WORDS[standing]}</strong>
        </button>
        {soon && <span className="small quiet"> refresher due in {rustyInDays} days</span>}
        {open ? (
          <ul className="small quiet">
            {why.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ul>
        ) : (
          standing !== 'ready' && <div className="small quiet first-why">{why[0]}</div>
        )}
      </td>
      {flights.map((flight) => {
        const flown = attempts.filter((one) => one.day === flight);
        return (
          <td key={flight} className="flight">
            {flown.length > 0 && (
              <Link
                to={`/debrief/${flown[0].recordingId}?attempt=${flown[0].attempt}`}
                aria-label={`${title}, ${flight}: ${flown.length} attempts`}
              >
                <Stems attempts={flown.slice(-4)} />
              </Link>
            )}
          </td>
        );
      })}
    </tr>
  );
}

/** What the lessons are by the calendar, and by which pace. */
function byCalendar({ low, high, everyDays, keptShare, from }: Weeks): string {
  const weeks = low === high ? `${high}` : `${low} to ${high}`;
  const pace =
    from === 'booked'
      ? `as booked, a lesson flown every ${everyDays} days, assuming ${Math.round(10 * keptShare)} of 10 are flown`
      : 'at the pace flown so far';
  return `About ${weeks} weeks, ${pace}. `;
}

/** How many more lessons; or why that is not said. */
function ToSolo({ path }: { path: Path }) {
  const { forecast, skills, gates } = path;
  const open = gates.filter(({ state }) => state !== 'closed').length;
  const decided =
    'pace' in forecast ? skills.find(({ skill }) => skill === forecast.decidedBy)?.title : undefined;
  return (
    <section className="sheet" aria-label="Forecast">
      <h2>Lessons to solo</h2>
      {forecast.lessons ? (
        <>
          <p>
            <span className="big-range">
              {forecast.lessons.low === forecast.lessons.high
                ? forecast.lessons.low
                : `${forecast.lessons.low} to ${forecast.lessons.high}`}
            </span>{' '}
            <span className="quiet">more lessons at this pace</span>
          </p>
          <p className="small quiet">
            {'weeks' in forecast && forecast.weeks && byCalendar(forecast.weeks)}
            {'pace' in forecast &&
              `A lesson every ${forecast.pace.everyDays} days, ${forecast.pace.skillsALesson} skills in each.`}{' '}
            {decided && `${decided} decides.`} The range holds 8 times in 10; the {open} other requirements
            need more than that.
          </p>
        </>
      ) : (
        <p className="small quiet">{'why' in forecast ? sentence(forecast.why) : 'No estimate yet.'}</p>
      )}
    </section>
  );
}

const sentence = (words: string): string => `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;

/** Faults that came more than once; the others in passing. */
function Recurring({ path: { recurring, speedUnit } }: { path: Path }) {
  const units = unitsFor({ speedUnit });
  const again = recurring.filter(({ count }) => count > 1).slice(0, 6);
  return (
    <section className="sheet">
      <h2>Recurring faults</h2>
      {again.length === 0 && (
        <p className="quiet small">No fault was seen twice in the latest attempts of a maneuver.</p>
      )}
      <ul className="recurring">
        {again.map((one) => (
          <li key={one.id}>
            <strong>
              {one.count} of {one.of}
            </strong>{' '}
            {textOf(findingSaid(one, units).what)}
          </li>
        ))}
      </ul>
    </section>
  );
}
