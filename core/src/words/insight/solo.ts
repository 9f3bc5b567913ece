/** What solo takes, in words. */
import type { ToSolo } from '../../insight/answers.ts';
import { LEAST_EVENTS } from '../../insight/survival.ts';
import { numberText } from '../../units/text.ts';
import { between, figure, NOTHING, shareText } from './figures.ts';
import type { Table, TableRow } from './table.ts';
import { quartiles, type Waited } from './waited.ts';

export function soloTables({
  lessons,
  hours,
  weeks,
  stageChecks,
  pauses,
  forecasts,
  fleet,
}: ToSolo): Table[] {
  const row = (name: string, waited: Waited, digits: number): TableRow => ({
    cells: [
      name,
      String(waited.followed),
      String(waited.happened),
      quartiles(waited, digits),
      between(waited.medianInterval, (end) => figure(end, digits)) || NOTHING,
    ],
  });
  return [
    {
      title: 'To the first solo',
      note: `From the first flight to the first solo time in a signed entry: the middle student, and the middle half. Who has not soloed counts for as long as they have flown. From ${LEAST_EVENTS} who have soloed on.`,
      columns: ['Counted in', 'Students', 'Soloed', 'Middle (middle half)', 'The middle lies between'],
      none: 'Nobody has flown yet.',
      rows:
        lessons.followed === 0
          ? []
          : [row('Lessons', lessons, 0), row('Hours', hours, 1), row('Weeks', weeks, 0)],
    },
    {
      title: 'Stage checks',
      note: 'Closed by their checker. What was broken off is no failure, and counts for neither.',
      columns: ['Passed at the first', 'Passed when shown again', 'Broken off'],
      none: 'No stage check has been closed yet.',
      rows:
        stageChecks.first.of + stageChecks.again.of + stageChecks.discontinued === 0
          ? []
          : [
              {
                cells: [
                  shareText(stageChecks.first),
                  shareText(stageChecks.again),
                  String(stageChecks.discontinued),
                ],
              },
            ],
    },
    {
      title: 'After a pause',
      note: 'First attempts of a day, alone, of maneuvers flown before, by the days since the student last flew. Who pauses may differ in more than the pause: it says what came after one, never why.',
      columns: ['Days without flying', 'Within the standard'],
      none: 'Nobody has flown a maneuver again on another day yet.',
      rows: pauses.some(({ within }) => within.of > 0)
        ? pauses.map(({ days, within }) => ({ cells: [days, shareText(within)] }))
        : [],
    },
    {
      title: 'Whether forecasts held',
      note: 'What the path page said of the lessons to go, kept after each flight, against when the skills were ready. Four in five are meant to hold. An estimate that is still open is not counted.',
      columns: ['Lessons flown by then', 'Forecasts', 'Held', 'Ready earlier', 'Later'],
      none: 'No forecast has come to its end yet.',
      rows: forecasts
        .filter(({ made }) => made > 0)
        .map(({ lessons: when, made, held, early, late }) => ({
          cells: [
            when,
            String(made),
            `${held} (${numberText((100 * held) / made)} %)`,
            String(early),
            String(late),
          ],
        })),
    },
    {
      title: 'Airplanes, the last year',
      note: 'From the bookings and the recordings.',
      columns: [
        'Airplane',
        'Bookings',
        'Hours booked',
        'Recorded flights',
        'Cancelled',
        'Hours of maintenance',
      ],
      none: 'There is no airplane.',
      rows: fleet.map(({ name, bookings, bookedHours, flights, cancelled, maintenanceHours }) => ({
        cells: [
          name,
          String(bookings),
          numberText(bookedHours, 1),
          String(flights),
          Object.entries(cancelled)
            .map(([why, times]) => `${times} ${why}`)
            .join(', ') || 'none',
          numberText(maintenanceHours, 1),
        ],
      })),
    },
  ];
}
