/** A book's table: rows added, typed, pasted from a sheet, and taken out. */
import { screen } from '@testing-library/react';
import { useCallback, useState } from 'react';
import { draw } from '../testing/render.tsx';
import { type Draft, type Path, withValue } from './draft.ts';
import { RowsTable } from './RowsTable.tsx';

let draft: Draft = {};
function Table({ start = {} as Draft, speedUnit = 'kt' }) {
  const [now, setNow] = useState<Draft>(start);
  const set = useCallback(
    (path: Path, value: unknown) =>
      setNow((before) => {
        draft = withValue(before, path, value);
        return draft;
      }),
    [],
  );
  return (
    <RowsTable
      title="Cruise"
      path={['cruise']}
      columns={[
        { key: 'rpm', label: 'rpm' },
        { key: 'ktas', label: 'speed', kind: 'speed' },
      ]}
      draft={now}
      errors={new Map([['cruise.1.ktas', 'Type a number']])}
      speedUnit={speedUnit}
      set={set}
    />
  );
}
const cell = (row: number, label: string) => screen.getByLabelText(`Cruise, row ${row}: ${label}`);
beforeEach(() => {
  draft = {};
});

test('a row is added and typed', async () => {
  const user = draw(<Table />);
  await user.click(screen.getByRole('button', { name: 'Add a row' }));
  await user.type(cell(1, 'rpm'), '2400');
  await user.type(cell(1, 'speed'), '104,5');
  expect(draft).toEqual({ cruise: [{ rpm: 2400, ktas: 104.5 }] });
});

test('columns from a sheet go into the cells from the first one on, speeds in the airplane’s unit', async () => {
  const user = draw(<Table start={{ cruise: [{}] }} speedUnit="mph" />);
  await user.click(cell(1, 'rpm'));
  await user.paste('2300\t115.078\n2500\t126.59');
  const rows = draft.cruise as { rpm: number; ktas: number }[];
  expect(rows.map(({ rpm }) => rpm)).toEqual([2300, 2500]);
  expect(rows[0].ktas).toBeCloseTo(100, 2);
});

test('a row that is taken out leaves the others; the last one leaves nothing', async () => {
  const user = draw(<Table start={{ cruise: [{ rpm: 1 }, { rpm: 2 }] }} />);
  await user.click(screen.getByRole('button', { name: 'Cruise: remove row 1' }));
  expect(draft).toEqual({ cruise: [{ rpm: 2 }] });
  await user.click(screen.getByRole('button', { name: 'Cruise: remove row 1' }));
  expect(draft.cruise).toBeUndefined();
});

test('what is wrong is said of its row', () => {
  draw(<Table start={{ cruise: [{}, {}] }} />);
  expect(screen.getByText(/Row 2: Type a number/)).toBeTruthy();
});
