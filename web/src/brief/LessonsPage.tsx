/** All lessons: what is planned, what has been flown, and the next step of each. */
import { flownOf, type LessonSummary } from '@keel/core';
import { Button, TextInput } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { IconSearch } from '@tabler/icons-react';
import { type ComponentType, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { type LessonsWanted, useLessons, useMe } from '../api/hooks.ts';
import { Deleted } from '../debrief/Deleted.tsx';
import { TitleBar } from '../frame/TitleBar.tsx';
import { WhoseIsIt } from '../live/GiveFlight.tsx';
import { DataTable, plainColumn, type Sort, sortable } from '../parts/DataTable.tsx';
import { dayAndTime, numberText } from '../parts/format.ts';
import { Empty, Failed, Loading } from '../parts/states.tsx';

type Station = 'brief' | 'fly' | 'debrief';

const WORDS: Record<Station, { title: string; about: string; none: string }> = {
  brief: {
    title: 'Lessons',
    about: 'What is to be flown, and what has been.',
    none: 'A lesson begins with a brief: student, airplane, the day. Begin with “New lesson”.',
  },
  fly: {
    title: 'Lessons to fly',
    about: 'Choose a lesson, then attach its recording or generate a sample flight.',
    none: 'No lesson waits for a recording. Brief one first.',
  },
  debrief: {
    title: 'Lessons flown',
    about: 'Open one to see what went out of tolerance first.',
    none: 'No flight yet. Attach a recording to a lesson at Fly.',
  },
};

/** Which of them each station is about. */
const STATE: Record<Station, LessonsWanted['state']> = { brief: 'all', fly: 'to-fly', debrief: 'flown' };

/** Where a lesson leads from here. */
function target(lesson: LessonSummary, station: Station): string {
  const [recording] = flownOf(lesson).flown;
  if (station === 'fly') return `/fly/${lesson.id}`;
  return recording && station === 'debrief' ? `/debrief/${recording.id}` : `/brief/${lesson.id}`;
}

/** The same list at each station that begins with one. */
export const LESSONS: Readonly<Record<Station, ComponentType>> = {
  brief: () => <LessonsPage station="brief" />,
  fly: () => <LessonsPage station="fly" />,
  debrief: () => <LessonsPage station="debrief" />,
};

function LessonsPage({ station }: { station: Station }) {
  const { data: me } = useMe();
  const navigate = useNavigate();
  const [search, setSearch] = useState('');
  const [sort, setSort] = useState<Sort>({ id: 'when', desc: true });
  const [asked] = useDebouncedValue(search, 200);
  const lessons = useLessons({
    search: asked,
    state: STATE[station],
    sort: sort.id as LessonsWanted['sort'],
    order: sort.desc ? 'desc' : 'asc',
  });
  const words = WORDS[station];
  const rows = lessons.data?.flatMap(({ items }) => items) ?? [];
  const more = lessons.data?.at(-1)?.next;
  return (
    <>
      <TitleBar title={words.title} about={words.about}>
        <TextInput
          aria-label="Find a lesson"
          placeholder="Find"
          leftSection={<IconSearch size={16} />}
          value={search}
          onChange={(event) => setSearch(event.currentTarget.value)}
        />
        {me && me.role !== 'student' && station === 'fly' && (
          <Button variant="default" onClick={() => navigate('/fly/many')}>
            Upload several
          </Button>
        )}
        {me && me.role !== 'student' && <Button onClick={() => navigate('/brief/new')}>New lesson</Button>}
      </TitleBar>
      <div className="page">
        {lessons.error && <Failed error={lessons.error} retry={() => lessons.mutate()} />}
        {!lessons.data && !lessons.error && <Loading what="lessons" />}
        {lessons.data && rows.length === 0 && (
          <Empty title={asked ? 'No lesson of that name' : 'Nothing here yet'}>
            {asked
              ? 'Try a part of the student’s name, the title or the airplane.'
              : me?.role === 'student'
                ? 'Your instructor briefs a lesson; it stands here as soon as it is saved.'
                : words.none}
          </Empty>
        )}
        {station === 'debrief' && me && me.role !== 'student' && <WhoseIsIt ended />}
        {rows.length > 0 && (
          <div className="sheet">
            <DataTable
              rows={rows}
              names="title"
              rowKey={(lesson) => lesson.id}
              sorted={{ by: sort, change: setSort }}
              columns={[
                sortable<LessonSummary>(
                  'when',
                  'When',
                  (l) => l.plannedAt,
                  (l) => <span className="nowrap">{dayAndTime(l.plannedAt)}</span>,
                ),
                // A student's own list names nobody.
                ...(me?.role === 'student'
                  ? []
                  : [
                      sortable<LessonSummary>(
                        'student',
                        'Student',
                        (l) => l.student.name,
                        (l) => <strong>{l.student.name}</strong>,
                      ),
                    ]),
                sortable<LessonSummary>(
                  'title',
                  'Lesson',
                  (l) => l.title,
                  (l) => <Link to={target(l, station)}>{l.title}</Link>,
                ),
                plainColumn<LessonSummary>(
                  'airplane',
                  'Airplane',
                  (l) => `${l.airplane.name}, ${numberText(l.weightLb)}\u00a0lb`,
                ),
                plainColumn<LessonSummary>('standard', 'Standard', (l) => l.standard.shortName),
                plainColumn<LessonSummary>('state', 'Status', (l) => <NextStep lesson={l} />),
              ]}
            />
            {more && (
              <Button
                variant="default"
                loading={lessons.isValidating}
                onClick={() => lessons.setSize(lessons.size + 1)}
              >
                Show more lessons
              </Button>
            )}
          </div>
        )}
        {station === 'debrief' && me && me.role !== 'student' && <Deleted />}
      </div>
    </>
  );
}

function NextStep({ lesson }: { lesson: LessonSummary }) {
  const { flown, practice } = flownOf(lesson);
  const practised = practice.at(-1);
  return (
    <>
      {flown.length > 0 ? (
        <Link to={`/debrief/${flown[0].id}`}>Flown: debrief</Link>
      ) : lesson.gradedByHand > 0 ? (
        <Link to={`/fly/${lesson.id}`}>Graded by hand</Link>
      ) : (
        <Link to={`/fly/${lesson.id}`}>Briefed: fly</Link>
      )}
      {flown.length === 0 && practised && (
        <div className="small">
          <Link to={`/debrief/${practised.id}`}>practised in the trainer</Link>
        </div>
      )}
    </>
  );
}
