/** Opening balances of many students from a spreadsheet: looked at first, then kept one after the other. */
import { cellWords, errorWords, hoursAndMinutes, type ListedBalance, readBalancesCsv } from '@keel/core';
import { Button } from '@mantine/core';
import { useMemo, useState } from 'react';
import { api, messageOf, read } from '../api/client.ts';
import { useStudents } from '../api/hooks.ts';
import { Dialog } from '../parts/Dialog.tsx';
import { isoDay, numberText } from '../parts/format.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { TableInput } from '../parts/TableInput.tsx';
import { useGrades } from '../parts/use-grades.ts';
import { balanceIds, keepBalance } from './keep-balance.ts';

const EXAMPLE =
  'student,as of,according to,total,dual,solo,landings,steep turns\nNell Ashgrove,2026-06-01,Logbook page 12,42:30,38:30,4:00,112,3';

type Look = ReturnType<typeof readBalancesCsv> | { refused: string } | null;

export function BalancesByTable(props: {
  skills: readonly { skill: string; title: string }[];
  close: () => void;
}) {
  const { skills, close } = props;
  const students = useStudents();
  const gradeNames = useGrades().map(({ name }) => name);
  const [text, setText] = useState('');
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  /** Ids of students whose line is kept. */
  const [kept, setKept] = useState<readonly string[]>([]);
  const [idsOf] = useState(() => new Map<string, ReturnType<typeof balanceIds>>());
  const names = gradeNames.join();
  const look = useMemo((): Look => {
    if (text.trim() === '' || !students.data) return null;
    try {
      return readBalancesCsv(text, {
        students: students.data,
        skills,
        gradeNames: names.split(','),
        today: isoDay(),
      });
    } catch (error) {
      return { refused: errorWords(error) };
    }
  }, [text, students.data, skills, names]);
  const ready = look && 'balances' in look ? look : null;
  const waiting = ready?.balances.filter(({ studentId }) => !kept.includes(studentId)) ?? [];

  const keepOne = async (balance: ListedBalance) => {
    const { studentId } = balance;
    const path = await read(api.students[':id'].path.$get({ param: { id: studentId } }));
    const ids = idsOf.get(studentId) ?? balanceIds(path.skills);
    idsOf.set(studentId, ids);
    await keepBalance(studentId, path.skills, balance, ids);
  };
  const keep = async () => {
    setBusy(true);
    setProblem(null);
    for (const balance of waiting) {
      try {
        await keepOne(balance);
        setKept((before) => [...before, balance.studentId]);
      } catch (error) {
        // What was kept before it stays so; pressed again it goes on here.
        setProblem(`${balance.name}: ${messageOf(error)}`);
        break;
      }
    }
    setBusy(false);
  };
  return (
    <Dialog onClose={close} size="xl" title={<strong>Opening balances from a table</strong>}>
      <div className="stack">
        <p className="small quiet">
          A header row with “student”, then as many of “as of”, “according to”, “total”, “dual”, “solo”,
          “night”, “instrument”, “landings”, and skills by their names, as you have. Skills are graded 1 to 4.
          Nothing is saved until you confirm.
        </p>
        <TableInput value={text} change={setText} example={EXAMPLE} />
        {look && 'refused' in look && <p role="alert">{look.refused}</p>}
        {ready && <Looked look={ready} kept={kept} />}
        {problem && <p role="alert">{problem}</p>}
        {kept.length > 0 && waiting.length === 0 ? (
          <>
            <p role="status">
              {kept.length === 1 ? '1 balance is saved.' : `${kept.length} balances are saved.`} Their hours
              wait in each logbook for your signature.
            </p>
            <Button onClick={close}>Close</Button>
          </>
        ) : (
          <Button onClick={keep} loading={busy} disabled={waiting.length === 0}>
            {waiting.length > 0 ? `Save ${waiting.length}` : 'Save'}
          </Button>
        )}
      </div>
    </Dialog>
  );
}

function Looked({ look, kept }: { look: ReturnType<typeof readBalancesCsv>; kept: readonly string[] }) {
  const { balances, problems, unknown } = look;
  return (
    <>
      {unknown.length > 0 && <p className="small quiet">Columns that are left out: {unknown.join(', ')}.</p>}
      {problems.length > 0 && (
        <ul className="small" aria-label="Left out">
          {problems.map(({ line, ...problem }) => (
            <li key={line}>
              Line {line} is left out: {cellWords(problem)}.
            </li>
          ))}
        </ul>
      )}
      {balances.length > 0 && (
        <div data-scrolls style={{ overflow: 'auto', maxHeight: 260 }}>
          <PlainTable>
            <thead>
              <tr>
                <th scope="col">Student</th>
                <th scope="col">As of</th>
                <th scope="col">According to</th>
                <th scope="col">Block</th>
                <th scope="col">Landings</th>
                <th scope="col">Skills</th>
                <th scope="col" aria-label="Saved" />
              </tr>
            </thead>
            <tbody>
              {balances.map(
                ({ studentId, name, asOf, says, minutes, landingsDay, landingsNight, grades }) => (
                  <tr key={studentId}>
                    <td>{name}</td>
                    <td className="nowrap">{asOf}</td>
                    <td>{says}</td>
                    <td>{hoursAndMinutes(minutes.blockMin)}</td>
                    <td>{numberText(landingsDay + landingsNight)}</td>
                    <td>{Object.keys(grades).length}</td>
                    <td>{kept.includes(studentId) && 'saved'}</td>
                  </tr>
                ),
              )}
            </tbody>
          </PlainTable>
        </div>
      )}
    </>
  );
}
