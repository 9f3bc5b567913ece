/** What rules ask of a booking: asked about, since what a booking holds is more than what is flown, and a record may lag. */
import { type BookingInput, clockIn, dayIn, dayText, mostWithin } from '@keel/core';
import type { DataSource, EntityManager } from 'typeorm';
import { AccountEntity, type School, zoneOf } from '../db/entities.ts';
import { closingsOfAll } from '../path/closings.ts';
import { askFirst } from './usual-hours.ts';

const HOUR_MS = 3_600_000;
/** Flight training by one instructor in any 24 hours: 14 CFR 61.195(a), from memory. */
const MOST_INSTRUCTION_H = 8;
const WITHIN_H = 24;
const MEDICAL = 'medical';

/** @throws Problem 409 of the type that a word of those concerned lifts. */
export async function checkInstruction(
  source: DataSource | EntityManager,
  school: School,
  { id, kind, from, until, instructorId, agreed }: BookingInput,
): Promise<void> {
  if (agreed || kind !== 'lesson' || !instructorId) return;
  const [begins, ends] = [Date.parse(from), Date.parse(until)];
  const others: { from: Date; until: Date }[] = await source.query(
    `SELECT lower(during) AS "from", upper(during) AS until FROM booking
     WHERE school_id = $1 AND instructor_id = $2 AND id <> $3 AND kind = 'lesson' AND cancelled IS NULL
       AND during && tstzrange($4, $5)`,
    [school.id, instructorId, id, new Date(begins - WITHIN_H * HOUR_MS), new Date(ends + WITHIN_H * HOUR_MS)],
  );
  const spans = [
    ...others.map((one) => [one.from.getTime(), one.until.getTime()] as const),
    [begins, ends] as const,
  ];
  const most = mostWithin(spans, WITHIN_H * HOUR_MS);
  if (most.totalMs <= MOST_INSTRUCTION_H * HOUR_MS) return;
  const instructor = await source
    .getRepository(AccountEntity)
    .findOneByOrFail({ schoolId: school.id, id: instructorId });
  throw askFirst(
    `${instructor.name} would have ${(most.totalMs / HOUR_MS).toFixed(1)} hours of lessons booked in the 24 hours from ${clockIn(new Date(most.fromMs), zoneOf(school), 'ddd HH:mm')}. 14 CFR 61.195(a) allows 8 hours of flight training.`,
  );
}

/** Nobody flies solo on a medical that has ended: 14 CFR 61.3(c), from memory. @throws Problem 409, as above. */
export async function checkMedical(
  source: DataSource | EntityManager,
  school: School,
  { kind, from, studentId, agreed }: BookingInput,
): Promise<void> {
  if (agreed || kind !== 'solo' || !studentId) return;
  const closings = (await closingsOfAll(source, school.id, [studentId])).get(studentId) ?? [];
  const endsOn = closings.find(({ gate }) => gate === MEDICAL)?.body.endsOn;
  if (!endsOn || endsOn >= dayIn(from, zoneOf(school))) return;
  throw askFirst(
    `The medical on record ends on ${dayText(endsOn)}, before this flight. Check the new one first.`,
  );
}
