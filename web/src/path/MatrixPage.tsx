/** Students by skills: who needs what, in one look. Arrow keys move, Enter opens the attempts behind a cell. */
import type { Matrix } from '@keel/core';
import { SegmentedControl, TextInput } from '@mantine/core';
import { IconArrowDown, IconSearch } from '@tabler/icons-react';
import { type KeyboardEvent, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useMatrix } from '../api/hooks.ts';
import { TitleBar } from '../frame/TitleBar.tsx';
import { day } from '../parts/format.ts';
import { Empty, Waiting } from '../parts/states.tsx';
import { CellKeel, cellOf, chanceText, STANDING_ORDER, StandingMark } from './marks.tsx';
import './path.css';

type Student = Matrix['students'][number];
type SortBy = 'name' | 'last' | 'gates' | number;

/** The weakest first: by the word, then by the chance. */
const weakness = ({ cells }: Student, skill: number): number => {
  const { standing, chance } = cellOf(cells[skill]);
  return STANDING_ORDER.indexOf(standing) + (chance?.p ?? 0);
};

function sortBy(students: readonly Student[], by: SortBy): Student[] {
  const sorted = [...students];
  if (by === 'name') return sorted.sort((a, b) => a.name.localeCompare(b.name));
  if (by === 'last') return sorted.sort((a, b) => (a.lastFlownAt ?? '').localeCompare(b.lastFlownAt ?? ''));
  if (by === 'gates') return sorted.sort((a, b) => a.gatesOpen - b.gatesOpen);
  return sorted.sort((a, b) => weakness(a, by) - weakness(b, by));
}

export function MatrixPage() {
  const matrix = useMatrix(true);
  const [search, setSearch] = useState('');
  const [by, setBy] = useState<SortBy>('name');
  const [which, setWhich] = useState<'all' | 'gates'>('all');
  if (!matrix.data) return <Waiting query={matrix} what="the students" />;
  const { students, skills, syllabus } = matrix.data;
  const wanted = search.trim().toLowerCase();
  const rows = sortBy(
    students.filter(({ name, instructor }) => `${name} ${instructor}`.toLowerCase().includes(wanted)),
    by,
  );
  const columns = skills
    .map((skill, i) => ({ ...skill, i }))
    .filter(({ gating }) => which === 'all' || gating);
  return (
    <>
      <TitleBar title="Who needs what" about={`${students.length} students · ${syllabus.title}`}>
        <SegmentedControl
          data={[
            { value: 'all', label: 'All skills' },
            { value: 'gates', label: 'Gates only' },
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
      </TitleBar>
      <div className="page">
        {students.length === 0 ? (
          <Empty title="No students yet">A chief instructor invites them at People.</Empty>
        ) : (
          <Grid rows={rows} columns={columns} by={by} setBy={setBy} />
        )}
        <p className="small quiet legend row" style={{ flexWrap: 'wrap' }}>
          {STANDING_ORDER.map((standing) => (
            <span key={standing} className="row" style={{ gap: 4 }}>
              <StandingMark standing={standing} /> {standing}
            </span>
          ))}
          <span>
            Beside the mark: the mean margin of the last attempts over the edge of the band, and its spread.
          </span>
        </p>
      </div>
    </>
  );
}

interface GridProps {
  rows: Student[];
  columns: { skill: string; title: string; i: number }[];
  by: SortBy;
  setBy: (by: SortBy) => void;
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
  const heading = (id: SortBy, title: string) => (
    <button type="button" onClick={() => setBy(id)}>
      {title} {by === id && <IconArrowDown size={13} aria-hidden />}
    </button>
  );
  const sorted = (id: SortBy) => (by === id ? ('ascending' as const) : ('none' as const));
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
            <th scope="col" aria-sort={sorted('gates')}>
              {heading('gates', 'Gates open')}
            </th>
            {columns.map(({ skill, title, i }) => (
              <th scope="col" key={skill} aria-sort={sorted(i)} className="skill-head">
                {heading(i, title)}
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
                const says = `${student.name}, ${title}: ${cell.standing}, ${chanceText(cell.chance)}`;
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
