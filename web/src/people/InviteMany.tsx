/** A table of people from a spreadsheet: looked at first, then invited all at once; their links are taken along in one file. */
import {
  type Coded,
  cellWords,
  errorWords,
  type ListedPerson,
  type MadeLink,
  type OpenInvitation,
  type Person,
  readPeopleCsv,
  teachersOf,
  writeLinksCsv,
} from '@keel/core';
import { Button } from '@mantine/core';
import { useMemo, useState } from 'react';
import { api, messageOf, read } from '../api/client.ts';
import { Dialog } from '../parts/Dialog.tsx';
import { dayAndTime } from '../parts/format.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { TableInput } from '../parts/TableInput.tsx';
import { roleName } from './Invite.tsx';

const EXAMPLE = 'name,email,role,taught by\nNell Ashgrove,nell@club.example,student,Idris Vellacott';

type Look = { people: ListedPerson[]; problems: ({ line: number } & Coded)[] } | { refused: string } | null;

export function InviteMany(props: {
  people: Person[];
  invited: OpenInvitation[];
  close: () => void;
  changed: () => Promise<unknown>;
}) {
  const { people } = props;
  const [text, setText] = useState('');
  const [made, setMade] = useState<(MadeLink & { name: string; email: string })[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const staff = people.filter(({ role }) => role !== 'student');
  const look = useMemo(
    (): Look => (text.trim() === '' ? null : lookAt(text, [...people, ...props.invited])),
    [text, people, props.invited],
  );
  const read1 = look && 'people' in look ? look : null;
  const invite = async () => {
    if (!read1) return;
    setBusy(true);
    setProblem(null);
    try {
      const links = await read(
        api.people.invitations.many.$post({
          json: read1.people.map((one) => ({
            name: one.name,
            email: one.email,
            role: one.role,
            taughtBy: one.role === 'student' ? teachersOf(one, staff).ids : [],
          })),
        }),
      );
      setMade(links.map((link, i) => ({ ...link, ...read1.people[i] })));
      await props.changed();
    } catch (error) {
      setProblem(messageOf(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <Dialog onClose={props.close} size="xl" title={<strong>Invite many</strong>}>
      {made ? (
        <Links made={made} />
      ) : (
        <div className="stack">
          <p className="small quiet">
            A header row with “name” and “email”, optionally “role” and “taught by”, then one line for each
            person, copied from a spreadsheet. Nobody is invited until you confirm.
          </p>
          <TableInput value={text} change={setText} example={EXAMPLE} />
          {look && 'refused' in look && <p role="alert">{look.refused}</p>}
          {read1 && <Looked look={read1} staff={staff} />}
          {problem && <p role="alert">{problem}</p>}
          <Button onClick={invite} loading={busy} disabled={!read1 || read1.people.length === 0}>
            {read1 && read1.people.length > 0 ? `Invite ${read1.people.length}` : 'Invite'}
          </Button>
        </div>
      )}
    </Dialog>
  );
}

function lookAt(text: string, there: readonly { email: string | null }[]): Look {
  try {
    return readPeopleCsv(
      text,
      there.flatMap(({ email }) => email ?? []),
    );
  } catch (error) {
    return { refused: errorWords(error) };
  }
}

function Looked({ look, staff }: { look: Exclude<Look, { refused: string } | null>; staff: Person[] }) {
  return (
    <>
      {look.problems.length > 0 && (
        <ul className="small" aria-label="Left out">
          {look.problems.map(({ line, ...problem }) => (
            <li key={line}>
              Line {line} is left out: {cellWords(problem)}.
            </li>
          ))}
        </ul>
      )}
      <div data-scrolls style={{ overflow: 'auto', maxHeight: 260 }}>
        <PlainTable>
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th scope="col">Email</th>
              <th scope="col">As</th>
              <th scope="col">Taught by</th>
            </tr>
          </thead>
          <tbody>
            {look.people.map((one) => {
              const { unknown } = teachersOf(one, staff);
              return (
                <tr key={one.line}>
                  <td>{one.name}</td>
                  <td>{one.email}</td>
                  <td>{roleName(one.role)}</td>
                  <td>
                    {one.role === 'student'
                      ? one.taughtBy.filter((word) => !unknown.includes(word)).join(', ') || '—'
                      : '—'}
                    {unknown.length > 0 && (
                      <span className="small quiet"> nobody here is called {unknown.join(', ')}</span>
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </PlainTable>
      </div>
    </>
  );
}

function Links({ made }: { made: (MadeLink & { name: string; email: string })[] }) {
  const href = useMemo(
    () => URL.createObjectURL(new Blob([writeLinksCsv(made)], { type: 'text/csv' })),
    [made],
  );
  return (
    <div className="stack">
      <p>
        {made.length} are invited. Nothing is sent by mail: each link works once, until{' '}
        {dayAndTime(made[0].expiresAt)}, and none is shown again. Download the file and pass them on.
      </p>
      <Button component="a" href={href} download="invitations.csv">
        Download the links
      </Button>
      <div data-scrolls style={{ overflow: 'auto', maxHeight: 320 }}>
        <PlainTable>
          <tbody>
            {made.map(({ id, name, email, url }) => (
              <tr key={id}>
                <td>{name}</td>
                <td>{email}</td>
                <td className="small">{url}</td>
              </tr>
            ))}
          </tbody>
        </PlainTable>
      </div>
    </div>
  );
}
