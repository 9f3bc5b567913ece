/** Today: what the day asks of whoever is signed in. */
import type { Today } from '@keel/core';
import { Button } from '@mantine/core';
import { type ReactNode, useEffect } from 'react';
import { Link } from 'react-router';
import { useMe, useToday } from '../api/hooks.ts';
import { keepDay } from '../frame/kept-day.ts';
import { TitleBar } from '../frame/TitleBar.tsx';
import { clockTime, dayAndTime, isoDay, longDay, numberText } from '../parts/format.ts';
import { Waiting } from '../parts/states.tsx';
import { NextLesson } from '../path/NextLesson.tsx';
import './today.css';

type LessonToday = Today['lessons'][number];

/** What is to be done for each need, and where. */
const NEEDS = {
  brief: { says: 'Brief it', needs: 'a brief', to: ({ id }: LessonToday) => `/brief/${id}` },
  recording: {
    says: 'Attach the recording',
    needs: 'a recording',
    to: ({ id }: LessonToday) => `/fly/${id}`,
  },
  grades: {
    says: 'Grade it',
    needs: 'grades',
    to: ({ recordingId }: LessonToday) => `/debrief/${recordingId}`,
  },
  signature: {
    says: 'Sign the entry',
    needs: 'a signature',
    to: ({ student }: LessonToday) => `/logbook/${student.id}`,
  },
} as const;

export function TodayPage() {
  const today = useToday();
  const { data: me } = useMe();
  useEffect(() => {
    if (today.data) void keepDay(today.data);
  }, [today.data]);
  if (!today.data || !me) return <Waiting query={today} what="today" />;
  const student = me.role === 'student';
  // What a device kept for where there is no network may be an older version’s, which knew of no agreements.
  const {
    on,
    lessons,
    bookings,
    rusting,
    closing,
    ending,
    practise,
    agreements = [],
    toGrade = [],
    words = [],
    exceeded = [],
  } = today.data;
  return (
    <>
      <TitleBar
        title={longDay(on)}
        about={student ? me.name : `${lessons.length + bookings.length} flights today`}
      >
        <Button component={Link} to="/week" variant="default">
          The week
        </Button>
        {!student && (
          <Button component={Link} to="/live" variant="default">
            Live flights
          </Button>
        )}
        {student && (
          <Button component={Link} to={`/path/${me.id}`}>
            Where I stand
          </Button>
        )}
      </TitleBar>
      <div className="page">
        <div className="columns today-columns">
          <div className="stack">
            {student && toGrade.length > 0 && <ToGrade flights={toGrade} student />}
            {words.map(({ recordingId, from, text, kind }) => (
              <section
                key={recordingId}
                className="sheet stack"
                aria-label={`From ${from}`}
                style={{ gap: 8 }}
              >
                <span className="small quiet">
                  {kind === 'question'
                    ? `${from} asks for the next lesson`
                    : `From ${from}, for the next lesson`}
                </span>
                <blockquote className="said">{text}</blockquote>
                <Button
                  component={Link}
                  to={`/debrief/${recordingId}?view=lesson`}
                  variant="default"
                  style={{ alignSelf: 'start' }}
                >
                  {kind === 'question' ? 'Open the flight' : 'Answer'}
                </Button>
              </section>
            ))}
            <section className="sheet" aria-label="Lessons">
              <h2>{student ? 'Your next lesson' : 'Today’s lessons'}</h2>
              {lessons.length + bookings.length === 0 && (
                <p className="quiet">
                  {student
                    ? 'No lesson is planned. Ask for a time in the week’s calendar.'
                    : 'No lesson is planned today. Plan one from a student’s path, or book one in the week’s calendar.'}
                </p>
              )}
              <ol className="day-list">
                {lessons.map((lesson) => (
                  <LessonLine key={lesson.id} lesson={lesson} student={student} on={on} />
                ))}
                {bookings.map((booking) => (
                  <li key={booking.id}>
                    <span className="clock">{clockTime(booking.at)}</span>
                    <div style={{ flex: 1 }}>
                      <strong>{booking.student.name}</strong>
                      <div className="small quiet">
                        booked until {clockTime(booking.until)}, {booking.airplane}; no lesson yet
                      </div>
                    </div>
                    {!student && (
                      <NextLesson
                        studentId={booking.student.id}
                        label="Propose a lesson"
                        at={booking.at}
                        bookingId={booking.id}
                      />
                    )}
                  </li>
                ))}
              </ol>
            </section>
            {!student && toGrade.length > 0 && <ToGrade flights={toGrade} />}
            {practise && (
              <section className="sheet" aria-label="To practise">
                <h2>One thing to practise</h2>
                <p>
                  <strong>{practise.title}</strong> <span className="quiet">— {practise.why}</span>
                </p>
                <Button
                  component={Link}
                  to={`/fly/${practise.lessonId}/trainer?maneuver=${practise.maneuver}`}
                  style={{ marginTop: 8 }}
                >
                  Practise in the trainer
                </Button>
              </section>
            )}
          </div>
          <div className="stack">
            {exceeded.length > 0 && (
              <Watch title="Too fast for a limit: look before the next flight" none="">
                {exceeded.map(({ recordingId, airplane, flownAt, finding, kias, limitKias }) => (
                  <Line
                    key={`${recordingId} ${finding} ${kias}`}
                    to="/insight?part=airplanes"
                    who={airplane}
                    what={`${numberText(kias)} kt of ${numberText(limitKias)}`}
                  >
                    {dayAndTime(flownAt)}
                  </Line>
                ))}
              </Watch>
            )}
            {agreements.length > 0 && (
              <Watch title="Agreements missing for today’s flights" none="">
                {agreements.map(({ student: one, missing }) => (
                  <Line key={one.id} to={`/people?agreements=${one.id}`} who={one.name} what={missing}>
                    record the agreement
                  </Line>
                ))}
              </Watch>
            )}
            <Watch title="Due for refresher" none="No skill is due for a refresher in the coming days.">
              {rusting.map(({ student: one, title, skill, inDays }) => (
                <Line
                  key={`${one.id} ${skill}`}
                  to={`/path/${one.id}`}
                  who={student ? null : one.name}
                  what={title}
                >
                  {inDays < 0
                    ? `due for ${-inDays} days`
                    : inDays === 0
                      ? 'due tomorrow'
                      : `due in ${inDays} days`}
                </Line>
              ))}
            </Watch>
            <Watch
              title={student ? 'Ready for your instructor’s decision' : 'Ready for your decision'}
              none="Nothing waits for a decision."
            >
              {closing.map(({ student: one, title, gate }) => (
                <Line
                  key={`${one.id} ${gate}`}
                  to={`/path/${one.id}`}
                  who={student ? null : one.name}
                  what={title}
                >
                  all skills to standard
                </Line>
              ))}
            </Watch>
            <Watch title="Expiring documents" none="No document expires this month.">
              {ending.map(({ student: one, title, endsOn, inDays }) => (
                <Line
                  key={`${one.id} ${title}`}
                  to={`/path/${one.id}`}
                  who={student ? null : one.name}
                  what={title}
                >
                  {inDays < 0 ? `expired ${longDay(endsOn)}` : `expires ${longDay(endsOn)}`}
                </Line>
              ))}
            </Watch>
          </div>
        </div>
      </div>
    </>
  );
}

/** What waits comes first: one flight with a button, more of them as a list. */
function ToGrade({ flights, student }: { flights: Today['toGrade']; student?: boolean }) {
  const [first] = flights;
  const count = flights.length === 1 ? '1 debrief waits' : `${flights.length} debriefs wait`;
  return (
    <section className="sheet stack" aria-label="To grade" style={{ gap: 8 }}>
      <h2>{count} for your grade</h2>
      <ul className="watch">
        {flights.map(({ recordingId, title, flownAt, attempts, student: who }) => (
          <li key={recordingId}>
            <Link to={`/debrief/${recordingId}`}>
              {!student && <strong>{who.name} </strong>}
              {title}
            </Link>
            <span className="small quiet nowrap">
              {dayAndTime(flownAt)} · {attempts === 1 ? '1 attempt' : `${attempts} attempts`}
            </span>
          </li>
        ))}
      </ul>
      <Button component={Link} to={`/debrief/${first.recordingId}`} style={{ alignSelf: 'start' }}>
        {student ? 'Grade the latest' : `Grade ${first.student.name}’s flight`}
      </Button>
      {student && <p className="small quiet">Your instructor’s grades appear after yours.</p>}
    </section>
  );
}

function LessonLine({ lesson, student, on }: { lesson: LessonToday; student: boolean; on: string }) {
  const [need] = lesson.needs;
  const today = isoDay(lesson.at) === on;
  return (
    <li>
      <span className="clock">{today ? clockTime(lesson.at) : dayAndTime(lesson.at)}</span>
      <div style={{ flex: 1 }}>
        <strong>{student ? lesson.title : lesson.student.name}</strong>
        <div className="small quiet">
          {student ? lesson.airplane : `${lesson.title} · ${lesson.airplane}`}
          {!student &&
            (need ? ` · needs ${lesson.needs.map((one) => NEEDS[one].needs).join(', ')}` : ' · complete')}
        </div>
      </div>
      {student ? (
        <Button component={Link} to={`/brief/${lesson.id}`} variant="default">
          Open the card
        </Button>
      ) : (
        need && (
          <Button component={Link} to={NEEDS[need].to(lesson)} variant="default">
            {NEEDS[need].says}
          </Button>
        )
      )}
    </li>
  );
}

function Watch({ title, none, children }: { title: string; none: string; children: ReactNode[] }) {
  return (
    <section className="sheet" aria-label={title}>
      <h2>{title}</h2>
      {children.length === 0 ? <p className="quiet small">{none}</p> : <ul className="watch">{children}</ul>}
    </section>
  );
}

function Line(props: { to: string; who: string | null; what: string; children: ReactNode }) {
  return (
    <li>
      <Link to={props.to}>
        {props.who && <strong>{props.who}</strong>} {props.what}
      </Link>
      <span className="small quiet nowrap">{props.children}</span>
    </li>
  );
}
