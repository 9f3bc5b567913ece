/** What the airplanes do, in words. */
import type { FleetFigures } from '../../insight/answers.ts';
import { numberText } from '../../units/text.ts';
import { dayText } from '../day.ts';
import { NOTHING } from './figures.ts';
import { capital, findingName } from './names.ts';
import type { Table } from './table.ts';

export function fleetTables(fleet: FleetFigures): Table[] {
  return [
    {
      title: 'Too fast for a limit',
      note: 'From recorded airspeed alone. Look at the airplane before its next flight.',
      columns: ['Airplane', 'Day', 'What', 'Indicated', 'Limit', 'Seen'],
      none: 'No recorded airspeed was above a limit within a year.',
      rows: fleet.flatMap(({ airplane, exceeded }) =>
        exceeded.map(({ recordingId, flownAt, finding, kias, limitKias, seenAt }) => ({
          cells: [
            airplane.name,
            dayText(flownAt.slice(0, 10)),
            findingName(finding),
            `${numberText(kias)} kt`,
            `${numberText(limitKias)} kt`,
            seenAt ? 'yes' : 'not yet',
          ],
          to: `/debrief/${recordingId}`,
          told: seenAt === null,
        })),
      ),
    },
    {
      title: 'Figures beside the book',
      note: 'From steady parts of every recording, by half-year. A drift is something to look at, never a diagnosis: engine, propeller, rigging, an instrument or the table of the book may be behind it.',
      columns: ['Airplane', 'Figure', 'Book', 'At first', 'Lately', 'Says'],
      none: 'There are not enough recordings of one airplane to say a figure.',
      rows: fleet.flatMap(({ airplane, figures }) =>
        figures.map(({ label, unit, book, periods, drifts }) => {
          const digits = unit === 'kt' ? 1 : 0;
          const said = ({ value, uncertainty, from }: (typeof periods)[number]) =>
            `${numberText(value, digits)} ± ${numberText(uncertainty, digits)} ${unit}, from ${from.slice(0, 7)}`;
          const [first, last] = [periods[0], periods[periods.length - 1]];
          return {
            cells: [
              airplane.name,
              capital(label),
              book === null ? NOTHING : `${numberText(book, digits)} ${unit}`,
              periods.length > 1 ? said(first) : NOTHING,
              said(last),
              drifts ? 'look at it' : 'within its error',
            ],
            told: drifts,
          };
        }),
      ),
    },
  ];
}
