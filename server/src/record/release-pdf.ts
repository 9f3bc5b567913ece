/** A release check for the file. */
import { clockIn, type Release, withinMinima } from '@keel/core';
import { makePdf } from '../http/pdf.ts';
import { bold, heading, type PaperOf, paper, ruled } from './paper.ts';

const NOTICE =
  'A check that was walked through. It releases nobody: the instructor decides, and the airplane’s handbook and local rules come first.';
const SIGN = { held: 'held', 'not today': 'NOT TODAY', 'not known': 'NOT KNOWN' } as const;

export function releasePdf({ student, limits: own, minima, last }: Release, of: PaperOf): Promise<Buffer> {
  // As the check was held against them: where the school asks for more, that.
  const limits = own && withinMinima(own, minima);
  const items = last?.items ?? [];
  return makePdf(
    paper(`Release check: ${student.name}`, of, NOTICE, [
      { text: last?.sentence ?? '', fontSize: 11, margin: [0, 0, 0, 6] },
      {
        text: last
          ? `For ${clockIn(last.day.at, of.zone, 'ddd D MMM YYYY HH:mm')}, runway ${last.day.runway}; walked through by ${last.by}, ${clockIn(last.at, of.zone, 'D MMM YYYY HH:mm')}.`
          : '',
      },
      heading('Item by item'),
      ruled(
        ['*', 70, '*'],
        [
          [bold('What'), bold(''), bold('Says')],
          ...items.map(({ title, state, says }) => [
            title,
            state === 'held' ? SIGN[state] : bold(SIGN[state]),
            says,
          ]),
        ],
      ),
      ...(limits
        ? [
            heading('Limits of this student'),
            {
              text: `Wind ${limits.windKt} kt, crosswind ${limits.crosswindKt} kt, gust spread ${limits.gustSpreadKt} kt, ceiling ${limits.ceilingFt} ft above the field, visibility ${limits.visibilitySm} statute miles, runways ${limits.runways.join(', ')}, fuel ${limits.fuelGal} gal, ${limits.from} to ${limits.until}.`,
            },
          ]
        : []),
      {
        text: 'Instructor: ______________________________     Date: ________________',
        margin: [0, 30, 0, 0],
      },
    ]),
  );
}
