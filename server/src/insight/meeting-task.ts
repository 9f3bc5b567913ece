/** The paper for the meeting of the instructors: every part, as its tables. */
import { dayIn, dayText, type InsightQuery, type Table } from '@keel/core';
import type { Content } from 'pdfmake/interfaces.js';
import { AccountEntity, SchoolEntity, zoneOf } from '../db/entities.ts';
import { makePdf } from '../http/pdf.ts';
import { bold, heading, type PaperOf, paper, ruled } from '../record/paper.ts';
import type { Handler } from '../tasks/handler.ts';
import { meetingTables } from './parts.ts';

const PURPOSE =
  'For standardization: never for pay, and nobody is ranked. Small numbers are said as such; a figure that is missing would rest on too few.';

export const meetingTask: Handler = async ({ schoolId, input }, { database }) => {
  const { chiefId, wanted } = input as { chiefId: string; wanted: InsightQuery };
  const chief = await database.getRepository(AccountEntity).findOneByOrFail({ schoolId, id: chiefId });
  const school = await database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId });
  const tables = await meetingTables({ database, viewer: chief, school }, wanted);
  const output = await meetingPdf(tables, { school: school.name, zone: zoneOf(school) });
  return async () => ({ output });
};

const meetingPdf = (tables: readonly Table[], of: PaperOf): Promise<Buffer> =>
  makePdf(
    paper(
      `For the meeting of the instructors, ${dayText(dayIn(new Date(), of.zone))}`,
      of,
      PURPOSE,
      tables.flatMap(({ title, note, columns, rows, none }): Content[] => [
        heading(title),
        { text: note, color: '#586a64', margin: [0, 0, 0, 4] },
        rows.length === 0
          ? none
          : ruled(
              columns.map((_, i) => (i === 0 ? 'auto' : '*')),
              [
                columns.map(bold),
                ...rows.map(({ cells, told }) => cells.map((cell) => (told ? bold(cell) : cell))),
              ],
            ),
      ]),
      true,
    ),
  );
