/** A lesson as a calendar entry (RFC 5545). */
import { DEFAULT_BLOCK_MIN, type Lesson } from '@keel/core';
import { createEvent } from 'ics';

export function lessonCalendar(lesson: Lesson): string {
  const start = new Date(lesson.plannedAt);
  const minutes = Math.round(lesson.plan?.blockMin ?? DEFAULT_BLOCK_MIN);
  const { airplane, student, instructor } = lesson;
  const { error, value } = createEvent({
    uid: `${lesson.id}@keel-path`,
    productId: 'keel-path',
    // Each change of the lesson is a newer version of the same entry.
    sequence: lesson.version,
    title: `${lesson.title}: ${student.name}`,
    description: [
      `With ${instructor.name}, in ${airplane.name}${airplane.registration ? `, ${airplane.registration}` : ''}.`,
      ...(lesson.focus ? [`Focus: ${lesson.focus}`] : []),
      ...new Set(lesson.cards.map((card) => `${card.title}: enter at ${card.entry.altitudeFt} ft`)),
    ].join('\n'),
    start: start.getTime(),
    startInputType: 'utc',
    startOutputType: 'utc',
    duration: { hours: Math.floor(minutes / 60), minutes: minutes % 60 },
    categories: ['Flight lesson'],
  });
  if (!value) throw error ?? new Error('the calendar entry is empty');
  return value;
}
