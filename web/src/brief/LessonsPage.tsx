/** All lessons: what is planned, what has been flown, and the next step of each. */
import type { Lesson } from '@keel/core';
import { Button, TextInput } from '@mantine/core';
import { IconSearch } from '@tabler/icons-react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useLessons, useMe } from '../api/hooks.ts';
import { TitleBar } from '../frame/TitleBar.tsx';
import { DataTable, sortable } from '../parts/DataTable.tsx';
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
    about: 'Pick a lesson, then attach its recording or draw a demonstration.',
    none: 'No lesson waits for a recording. Brief one first.',
  },
  debrief: {
    title: 'Lessons flown',
    about: 'Open one to see what went first.',
    none: 'Nothing has been flown yet. Attach a recording to a lesson at Fly.',
  },
};

/** Where a lesson leads from here. */
function target(lesson: Lesson, station: Station): string {
  const recording = lesson.recordings[0];
  if (station === 'fly') return `/fly/${lesson.id}`;
  return recording && station === 'debrief' ? `/debrief/${recording.id}` : `/brief/${lesson.id}`;
}

export function LessonsPage({ station }: { station: Station }) {
  const lessons = useLessons();
  const { data: me } = useMe();
  const navigate = useNavigate();
  const [search, setSearch] = useState('');
  const words = WORDS[station];
  const wanted = (lessons.data ?? []).filter((lesson) => {
    if (station === 'fly' && lesson.recordings.length > 0) return false;
    if (station === 'debrief' && lesson.recordings.length === 0) return false;
    return `${lesson.student.name} ${lesson.title} ${lesson.airplane.name}`
      .toLowerCase()
      .includes(search.toLowerCase());
  });
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
            Many recordings
          </Button>
        )}
        {me && me.role !== 'student' && <Button onClick={() => navigate('/brief/new')}>New lesson</Button>}
      </TitleBar>
      <div className="page">
        {lessons.error && <Failed error={lessons.error} retry={() => lessons.mutate()} />}
        {!lessons.data && !lessons.error && <Loading what="lessons" />}
        {lessons.data && wanted.length === 0 && (
          <Empty title={search ? 'No lesson of that name' : 'Nothing here yet'}>
            {search ? 'Try a part of the student’s name, the title or the airplane.' : words.none}
          </Empty>
        )}
        {wanted.length > 0 && (
          <div className="sheet">
            <DataTable
              rows={wanted}
              rowKey={(lesson) => lesson.id}
              initialSort={{ id: 'when', desc: true }}
              columns={[
                sortable<Lesson>(
                  'when',
                  'When',
                  (l) => l.plannedAt,
                  (l) => <span className="nowrap">{dayAndTime(l.plannedAt)}</span>,
                ),
                sortable<Lesson>(
                  'student',
                  'Student',
                  (l) => l.student.name,
                  (l) => <strong>{l.student.name}</strong>,
                ),
                sortable<Lesson>(
                  'title',
                  'Lesson',
                  (l) => l.title,
                  (l) => <Link to={target(l, station)}>{l.title}</Link>,
                ),
                sortable<Lesson>(
                  'airplane',
                  'Airplane',
                  (l) => l.airplane.name,
                  (l) => `${l.airplane.name}, ${numberText(l.conditions.weightLb)} lb`,
                ),
                sortable<Lesson>(
                  'standard',
                  'Judged by',
                  (l) => l.standard.shortName,
                  (l) => l.standard.shortName,
                ),
                sortable<Lesson>(
                  'state',
                  'Where it is',
                  (l) => l.recordings.length,
                  (l) => <NextStep lesson={l} />,
                ),
              ]}
            />
          </div>
        )}
      </div>
    </>
  );
}

function NextStep({ lesson }: { lesson: Lesson }) {
  const recording = lesson.recordings[0];
  if (!recording) return <Link to={`/fly/${lesson.id}`}>briefed; to fly</Link>;
  const where = recording.flownIn === 'trainer' ? ' in the trainer' : '';
  return <Link to={`/debrief/${recording.id}`}>flown{where}; debrief</Link>;
}
