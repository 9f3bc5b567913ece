/** Students by skills: who needs what, in one look. Arrow keys move, Enter opens the attempts behind a cell. */
import { type Matrix, STANDING_WORDS } from '@keel/core';
import { Button, SegmentedControl, TextInput } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { IconArrowDown, IconSearch } from '@tabler/icons-react';
import { type KeyboardEvent, lazy, Suspense, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useMatrix } from '../api/hooks.ts';
import { TitleBar } from '../frame/TitleBar.tsx';
import { day } from '../parts/format.ts';
import { Empty, Waiting } from '../parts/states.tsx';
import { CellKeel, cellOf, chanceText, STANDING_ORDER, StandingMark } from './marks.tsx';
import './path.css';

const BalancesByTable = lazy(async () => ({
  default: (await import('../record/BalancesByTable.tsx')).BalancesByTable,
}));

type Student = Matrix['students'][number];
/** Shown at first, and with each asking for more. */
const PAGE = 50;

export function MatrixPage() {
  const [search, setSearch] = useState('');
  const [by, setBy] = useState('name');
  const [limit, setLimit] = useState(PAGE);
  const [asked] = useDebouncedValue(search, 200);
  const matrix = useMatrix({ search: asked, sort: by, limit });
  const [bringing, setBringing] = useState(false);
  const [which, setWhich] = useState<'all' | 'gates'>('all');
  if (!matrix.data) return <Waiting query={matrix} what="the students" />;
  const { students: rows, skills, syllabus, total } = matrix.data;
  const columns = skills
    .map((skill, i) => ({ ...skill, i }))
    .filter(({ gating }) => which === 'all' || gating);
  return (
    <>
      <TitleBar title="Who needs what" about={`${total} students · ${syllabus.title}`}>
        <SegmentedControl
          data={[
            { value: 'all', label: 'All skills' },
            { value: 'gates', label: 'Solo skills only' },
          ]}
          value={which}
          onChange={(next) => setWhich(next as 'all' | 'gates')}
        />
        <TextInput
          aria-label="Find a student or an instructor"
          placeholder="Find"
          leftSection={<IconSearch size={16} />}
          value={search}
          onChange={(event) => setSearch(event.currentTarget.value)}
        />
        <Button variant="default" onClick={() => setBringing(true)}>
          Opening balances
        </Button>
      </TitleBar>
      {bringing && (
        <Suspense>
          <BalancesByTable skills={skills} close={() => setBringing(false)} />
        </Suspense>
      )}
      <div className="page">
        {total === 0 && asked === '' ? (
          <Empty title="No students yet">The chief instructor invites them under People.</Empty>
        ) : (
          <Grid rows={rows} columns={columns} by={by} setBy={setBy} />
        )}
        {rows.length < total && (
          <Button variant="default" onClick={() => setLimit(limit + PAGE)} style={{ alignSelf: 'start' }}>
            {Math.min(PAGE, total - rows.length)} more
          </Button>
        )}
        <p className="small quiet legend row" style={{ flexWrap: 'wrap' }}>
          {STANDING_ORDER.map((standing) => (
            <span key={standing} className="row" style={{ gap: 4 }}>
              <StandingMark standing={standing} /> {STANDING_WORDS[standing]}
            </span>
          ))}
          <span>
            Beside the mark: the mean margin of the last attempts to the edge of tolerance, and its spread.
          </span>
        </p>
      </div>
    </>
  );
}

interface GridProps {
  rows: Student[];
  columns: { skill: string; title: string; i: number }[];
  by: string;
  setBy: (by: string) => void;
}

function Grid({ rows, columns, by, setBy }: GridProps) {
  const navigate = useNavigate();
  const table = useRef<HTMLTableElement>(null);
  const [at, setAt] = useState<[row: number, column: number]>([0, 0]);
  const move = (event: KeyboardEvent) => {
    const step = { ArrowDown: [1, 0], ArrowUp: [-1, 0], ArrowRight: [0, 1], ArrowLeft: [0, -1] }[event.key];
    if (!step) return;
    event.preventDefault();
    const within = (value: number, most: number) => Math.max(0, Math.min(most - 1, value));
    const next: [number, number] = [
      within(at[0] + step[0], rows.length),
      within(at[1] + step[1], columns.length),
    ];
    setAt(next);
    table.current?.querySelector<HTMLElement>(`[data-cell="${next.join(' ')}"]`)?.focus();
  };
  const heading = (id: string, title: string) => (
    <button type="button" onClick={() => setBy(id)}>
      {title} {by === id && <IconArrowDown size={13} aria-hidden />}
    </button>
  );
  const sorted = (id: string) => (by === id ? ('ascending' as const) : ('none' as const));
  return (
    <div className="sheet matrix-frame" data-scrolls>
      <table className="matrix" ref={table} onKeyDown={move}>
        <thead>
          <tr>
            <th scope="col" aria-sort={sorted('name')} className="who">
              {heading('name', 'Student')}
            </th>
            <th scope="col" aria-sort={sorted('last')}>
              {heading('last', 'Last flown')}
            </th>
            <th scope="col" aria-sort={sorted('gates')} className="number">
              {heading('gates', 'Requirements left')}
            </th>
            {columns.map(({ skill, title }) => (
              <th scope="col" key={skill} aria-sort={sorted(skill)} className="skill-head">
                {heading(skill, title)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((student, row) => (
            <tr key={student.id}>
              <th scope="row" className="who">
                <Link to={`/path/${student.id}`}>{student.name}</Link>
                <div className="small quiet">{student.instructor}</div>
              </th>
              <td className="nowrap">{student.lastFlownAt ? day(student.lastFlownAt) : 'not yet'}</td>
              <td className="number">{student.gatesOpen}</td>
              {columns.map(({ skill, title, i }, column) => {
                const cell = cellOf(student.cells[i]);
                const says = `${student.name}, ${title}: ${STANDING_WORDS[cell.standing]}, ${chanceText(cell.chance)}`;
                return (
                  <td key={skill} className="cell">
                    <button
                      type="button"
                      data-cell={`${row} ${column}`}
                      tabIndex={at[0] === row && at[1] === column ? 0 : -1}
                      title={says}
                      aria-label={says}
                      onFocus={() => setAt([row, column])}
                      onClick={() => navigate(`/path/${student.id}/${skill}`)}
                    >
                      <CellKeel cell={cell} />
                    </button>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
