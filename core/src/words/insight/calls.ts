/** Who needs a call, in words. */
import type { Call } from '../../insight/answers.ts';
import { plural } from '../figures.ts';
import { days } from './figures.ts';
import type { Table } from './table.ts';

function callText({ kind, days: n, count, about }: Call): string {
  switch (kind) {
    case 'idle':
      return `Has not flown for ${days(n)}`;
    case 'solo-uncovered':
      return `Solo in ${about} on ${count === 1 ? 'a day' : `${count} days`} without a solo endorsement in force`;
    case 'paper-ends':
      return n < 0
        ? `${about} ends in ${days(-n)}`
        : n === 0
          ? `${about} ends today`
          : `${about} ended ${days(n)} ago`;
    case 'ungraded':
      return `${plural(count ?? 0, 'flight')} not graded, the oldest ${days(n)} ago`;
    case 'unsigned':
      return `${plural(count ?? 0, 'flight')} without a signed logbook entry, the oldest ${days(n)} ago`;
    case 'many-instructors':
      return `${count} instructors in the last 8 lessons`;
  }
}

export const callsTable = ({ calls }: { calls: readonly Call[] }): Table => ({
  title: 'Who needs a call',
  note: 'Students who have not flown for three weeks, flights that are neither graded nor signed, papers that end within a month.',
  columns: ['Student', 'What', 'Instructor'],
  none: 'Nothing is open: everybody has flown within three weeks, flights are graded and signed, no paper ends within a month.',
  rows: calls.map((call) => ({
    cells: [call.student.name, callText(call), call.instructor || 'nobody'],
    to: call.recordingId
      ? `/debrief/${call.recordingId}`
      : call.kind === 'unsigned'
        ? `/logbook/${call.student.id}`
        : `/path/${call.student.id}`,
    told: call.kind === 'solo-uncovered' || (call.kind === 'paper-ends' && call.days > 0),
  })),
});
