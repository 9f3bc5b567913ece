/** Where students stick, in words. */
import type { Sticks } from '../../insight/answers.ts';
import { LEAST_EVENTS } from '../../insight/survival.ts';
import { NOTHING, shareText, withInterval } from './figures.ts';
import { findingName } from './names.ts';
import type { Table } from './table.ts';
import { quartiles } from './waited.ts';

type Rate = Sticks['faults'][number]['now'];
const rateText = ({ times, of: n, per100, interval }: Rate): string =>
  per100 === null ? NOTHING : `${withInterval(per100, interval, 0)}: ${times} in ${n}`;

export function sticksTables({ skills, faults }: Sticks): Table[] {
  return [
    {
      title: 'How long a skill takes',
      note: `Lessons in which a skill was flown, and hours from its first lesson, until it was ready: the middle student, and the middle half. Who is still on the way counts for as long as they have been. From ${LEAST_EVENTS} who are ready on; of the whole school, never by instructor.`,
      columns: [
        'Skill',
        'Students',
        'Ready',
        'Lessons',
        'Hours',
        'First tries within the standard',
        'Went rusty',
      ],
      none: 'Nothing has been flown yet.',
      rows: skills
        .filter(({ lessons }) => lessons.followed > 0)
        .map(({ title, lessons, hours, firstTries, wentRusty }) => ({
          cells: [
            title,
            String(lessons.followed),
            String(lessons.happened),
            quartiles(lessons),
            quartiles(hours, 1),
            shareText(firstTries),
            String(wentRusty),
          ],
        })),
    },
    {
      title: 'Faults, this quarter and the last',
      note: 'In a hundred attempts of the maneuver, with the interval that belongs to so many; and in how many of these the lesson had the maneuver among its briefs. More or less is said only where all the lines together would be wrong once in twenty tables.',
      columns: ['Fault', '13 weeks', '13 weeks before', 'Briefed before', 'Says'],
      none: 'No fault was found three times within half a year.',
      rows: faults.map(({ finding, now, before, briefed, told }) => ({
        cells: [
          findingName(finding),
          rateText(now),
          rateText(before),
          briefed.of === 0 ? NOTHING : `${briefed.times} of ${briefed.of}`,
          told ? (told === 'more' ? 'more often' : 'less often') : 'no difference shown',
        ],
        told: told !== null,
      })),
    },
  ];
}

/** What a meeting is to talk about, chosen by name; one that was not found of late is not in it. */
export function talkTable({ faults }: Sticks, chosen: readonly string[]): Table {
  return {
    title: 'To talk about',
    note: 'Faults that were chosen for this meeting.',
    columns: ['Fault', '13 weeks', '13 weeks before'],
    none: 'None of them was found of late.',
    rows: faults
      .filter(({ finding }) => chosen.includes(finding))
      .map(({ finding, now, before }) => ({
        cells: [findingName(finding), rateText(now), rateText(before)],
      })),
  };
}
