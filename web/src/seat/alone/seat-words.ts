/** What can be said by one tap. */
import type { Help } from '@keel/core';

export const SEAT_HELPS: readonly { help: Help; says: string; note?: string }[] = [
  { help: 'demonstration', says: 'I did', note: 'demonstration' },
  { help: 'talked-through', says: 'Talked through' },
  { help: 'prompted', says: 'Prompted' },
  { help: 'unaided', says: 'Unaided' },
  { help: 'taken-over', says: 'Taken over' },
];

/** Good ones first; the school's own come after them. */
export const SEAT_MARKS = [
  'good',
  'good lookout',
  'held altitude',
  'late',
  'rudder',
  'eyes inside',
  'rushed',
] as const;
