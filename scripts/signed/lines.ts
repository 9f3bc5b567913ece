/** How many verdicts the program shares with the reader, by room and by air, and which it does not. */
import { drawn } from './draw.ts';
import { type Compared, compare } from './table.ts';

export const comparedAll = (): Compared[] => drawn().map(compare);

const shares = ({ reader, program }: Compared) => reader.verdict === program;

export function signedLines(all: readonly Compared[]): string[] {
  const by = (name: (one: Compared) => string) =>
    [...new Set(all.map(name))].map((key) => {
      const own = all.filter((one) => name(one) === key);
      return `${key} ${own.filter(shares).length} of ${own.length}`;
    });
  const apart = all.filter((one) => !shares(one));
  return [
    `verdicts shared with the reader: ${all.length - apart.length} of ${all.length}`,
    `by air: ${by(({ drawn: { air } }) => air).join(', ')}`,
    `by room: ${by(({ drawn: { maneuver } }) => maneuver).join(', ')}`,
    ...apart.map(
      ({ drawn: { n, maneuver, habit, air }, reader, program, why }) =>
        `  ${n} ${maneuver}, ${habit}, ${air}: reader ${reader.verdict} (${reader.why}); program ${program} (${why})`,
    ),
  ];
}
