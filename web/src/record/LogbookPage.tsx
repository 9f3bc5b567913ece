/** A student’s logbook: drafts to sign, what was signed, endorsements, and the whole as table and paper. */
import { hoursAndMinutes, type Logbook } from '@keel/core';
import { Button, Menu, PasswordInput } from '@mantine/core';
import { IconDownload } from '@tabler/icons-react';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, read } from '../api/client.ts';
import { useLogbook, useMe } from '../api/hooks.ts';
import { useSetCurrent } from '../frame/current.tsx';
import { TitleBar } from '../frame/TitleBar.tsx';
import { Dialog } from '../parts/Dialog.tsx';
import { day, dayAndTime, longDay } from '../parts/format.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { sent, signedWith } from '../parts/sent.ts';
import { Waiting } from '../parts/states.tsx';
import { Endorse } from './Endorse.tsx';
import { EntryForm } from './EntryForm.tsx';
import { ImportTable } from './ImportTable.tsx';
import type { KeepLogbook } from './keep-logbook.ts';
import './record.css';

type Draft = Logbook['drafts'][number];
type Signed = Logbook['signed'][number];

export function LogbookPage() {
  const { studentId = '' } = useParams();
  const logbook = useLogbook(studentId);
  const { data: me } = useMe();
  useSetCurrent({ studentId });
  if (!logbook.data || !me) return <Waiting query={logbook} what="the logbook" />;
  const { student, drafts, signed, totals, toDraft, endorsements, landingsOnRecord } = logbook.data;
  const staff = me.role !== 'student';
  const keep: KeepLogbook = (next) => {
    if (next) logbook.mutate(next, { revalidate: false });
  };
  return (
    <>
      <TitleBar
        title={
          <>
            <Link to={`/path/${student.id}`}>{student.name}</Link>: logbook
          </>
        }
        about={`${totals.flights} flights · ${hoursAndMinutes(totals.blockMin)} block · ${hoursAndMinutes(totals.soloMin)} solo · ${totals.landingsDay + totals.landingsNight} landings signed of ${landingsOnRecord} on record`}
      >
        <Menu position="bottom-end">
          <Menu.Target>
            <Button variant="default" leftSection={<IconDownload size={16} />}>
              Download
            </Button>
          </Menu.Target>
          <Menu.Dropdown>
            {['logbook.pdf', 'training-record.pdf', 'logbook.csv'].map((file) => (
              <Menu.Item
                key={file}
                component="a"
                href={`/api/students/${student.id}/${file}`}
                target="_blank"
              >
                {file === 'logbook.pdf'
                  ? 'Logbook, PDF'
                  : file === 'logbook.csv'
                    ? 'Logbook, table'
                    : 'Training record, PDF'}
              </Menu.Item>
            ))}
          </Menu.Dropdown>
        </Menu>
        {staff && <Endorse studentId={student.id} studentName={student.name} signed={signed} keep={keep} />}
      </TitleBar>
      <div className="page">
        {staff && (
          <section className="sheet stack" aria-label="To sign">
            <div className="row spread">
              <h2>To sign</h2>
              <div className="row" style={{ gap: 8 }}>
                <ImportTable studentId={student.id} taken={() => logbook.mutate()} />
                <NewEntry studentId={student.id} keep={keep} />
              </div>
            </div>
            {drafts.length + toDraft.length === 0 && <p className="quiet small">Nothing to sign.</p>}
            {drafts.map((draft) => (
              <DraftLine
                key={`${draft.id} ${draft.version}`}
                draft={draft}
                studentId={student.id}
                keep={keep}
              />
            ))}
            {toDraft.map(({ recordingId, flownAt, fileName }) => (
              <div key={recordingId} className="row spread draft-line">
                <span>
                  Flown {dayAndTime(flownAt)} <span className="small quiet">{fileName}</span>
                </span>
                <Button
                  variant="default"
                  onClick={async () =>
                    keep(
                      await sent(
                        read(
                          api.students[':id'].logbook.drafts[':draft'].$put({
                            param: { id: student.id, draft: crypto.randomUUID() },
                            json: { version: 0, recordingId },
                          }),
                        ),
                      ),
                    )
                  }
                >
                  Draft logbook entry
                </Button>
              </div>
            ))}
          </section>
        )}
        <section className="sheet" aria-label="Signed">
          <h2>Signed</h2>
          <SignedTable signed={signed} totals={totals} staff={staff} studentId={student.id} keep={keep} />
        </section>
        <section className="sheet" aria-label="Endorsements">
          <h2>Endorsements</h2>
          {endorsements.length === 0 && <p className="quiet small">None yet.</p>}
          {endorsements.map(({ id, endorsement, signer, signedAt, origin, daysLeft }) => (
            <article key={id} className="endorsement">
              <div className="row spread">
                <strong>{endorsement.title}</strong>
                {endorsement.endsOn && (
                  <span className={daysLeft !== null && daysLeft < 0 ? 'ended' : 'quiet'}>
                    {daysLeft !== null && daysLeft < 0 ? 'ended' : 'last day'} {longDay(endorsement.endsOn)}
                    {daysLeft !== null && daysLeft >= 0 && `, ${daysLeft} days left`}
                  </span>
                )}
              </div>
              <p>{endorsement.text}</p>
              <p className="small quiet">
                {signer}
                {endorsement.certificate &&
                  `, certificate ${endorsement.certificate.number}, to ${longDay(endorsement.certificate.holdsUntil)}`}
                {origin && `, at ${origin}`}, {dayAndTime(signedAt)} ·{' '}
                <a href={`/api/students/${student.id}/endorsements/${id}/paper`}>On paper</a>
              </p>
            </article>
          ))}
        </section>
        <p className="small quiet">
          What is signed is never changed: a correction is a new entry that shows what it replaces. Whether an
          authority accepts that is for the authority to decide.
        </p>
      </div>
    </>
  );
}

function NewEntry({ studentId, keep }: { studentId: string; keep: KeepLogbook }) {
  const [opened, setOpened] = useState(false);
  const [id] = useState(() => crypto.randomUUID());
  return (
    <>
      <Button variant="default" onClick={() => setOpened(true)}>
        New entry
      </Button>
      <Dialog opened={opened} onClose={() => setOpened(false)} title="A flight without a recording" size="xl">
        <EntryForm
          save={async (entry) => {
            const next = await sent(
              read(
                api.students[':id'].logbook.drafts[':draft'].$put({
                  param: { id: studentId, draft: id },
                  json: { version: 0, entry },
                }),
              ),
            );
            keep(next);
            if (next) setOpened(false);
          }}
        />
      </Dialog>
    </>
  );
}

const summary = ({ entry }: { entry: Draft['entry'] }): string =>
  [
    longDay(entry.date),
    entry.airplane,
    `${hoursAndMinutes(entry.blockMin)} block`,
    entry.dualMin > 0 && `${hoursAndMinutes(entry.dualMin)} dual`,
    entry.soloMin > 0 && `${hoursAndMinutes(entry.soloMin)} solo`,
    `${entry.landingsDay + entry.landingsNight} landings`,
  ]
    .filter(Boolean)
    .join(' · ');

function DraftLine({ draft, studentId, keep }: { draft: Draft; studentId: string; keep: KeepLogbook }) {
  const [editing, setEditing] = useState(false);
  const [signing, setSigning] = useState(false);
  const [password, setPassword] = useState('');
  const [wrong, setWrong] = useState<string | null>(null);
  const param = { id: studentId, draft: draft.id };
  const drafts = api.students[':id'].logbook.drafts[':draft'];
  return (
    <div className="draft-line stack">
      <div className="row spread" style={{ flexWrap: 'wrap' }}>
        <div>
          <strong>{summary(draft)}</strong>
          {draft.replaces && <span className="small"> · corrects a signed entry</span>}
          <div className="small quiet">
            {[draft.entry.training, draft.entry.remarks].filter(Boolean).join('. ')}
          </div>
        </div>
        <div className="row" style={{ gap: 8 }}>
          <Button variant="subtle" onClick={async () => keep(await sent(read(drafts.$delete({ param }))))}>
            Delete draft
          </Button>
          <Button variant="default" onClick={() => setEditing(!editing)}>
            {editing ? 'Close' : 'Change'}
          </Button>
          <Button onClick={() => setSigning(true)} disabled={editing}>
            Sign
          </Button>
        </div>
      </div>
      {editing && (
        <EntryForm
          entry={draft.entry}
          save={async (entry) => {
            const next = await sent(read(drafts.$put({ param, json: { version: draft.version, entry } })));
            keep(next);
          }}
        />
      )}
      <Dialog opened={signing} onClose={() => setSigning(false)} title="Sign this entry">
        <form
          className="stack"
          onSubmit={async (event) => {
            event.preventDefault();
            const next = await signedWith(
              read(drafts.sign.$post({ param, json: { password, version: draft.version } })),
              setWrong,
            );
            setPassword('');
            if (next) setSigning(false);
            keep(next);
          }}
        >
          <p>{summary(draft)}</p>
          <p className="small quiet">A signed entry cannot be changed. A correction is a new entry.</p>
          <PasswordInput
            label="Your password"
            autoComplete="current-password"
            value={password}
            error={wrong}
            data-autofocus
            onChange={(event) => setPassword(event.currentTarget.value)}
          />
          <Button type="submit" disabled={!password}>
            Sign it
          </Button>
        </form>
      </Dialog>
    </div>
  );
}

const HEADS = ['Date', 'Airplane', 'Block', 'Air', 'Dual', 'Solo', 'Night', 'Landings', 'Training', 'Signed'];
const time = (min: number): string => (min === 0 ? '' : hoursAndMinutes(min));

function SignedTable(props: {
  signed: readonly Signed[];
  totals: Logbook['totals'];
  staff: boolean;
  studentId: string;
  keep: KeepLogbook;
}) {
  const { signed, totals, staff, studentId, keep } = props;
  if (signed.length === 0) return <p className="quiet small">No entry is signed yet.</p>;
  const correct = async (replaces: string) =>
    keep(
      await sent(
        read(
          api.students[':id'].logbook.drafts[':draft'].$put({
            param: { id: studentId, draft: crypto.randomUUID() },
            json: { version: 0, replaces },
          }),
        ),
      ),
    );
  return (
    <div style={{ overflowX: 'auto' }} data-scrolls>
      <PlainTable className="logbook">
        <thead>
          <tr>
            {HEADS.map((head) => (
              <th key={head} scope="col">
                {head}
              </th>
            ))}
            {staff && <th scope="col" aria-label="Actions" />}
          </tr>
        </thead>
        <tbody>
          {signed.map((one) => (
            <tr key={one.id} data-replaced={one.replacedBy !== null || undefined}>
              <td className="nowrap">{longDay(one.entry.date)}</td>
              <td>{one.entry.airplane}</td>
              <td>{time(one.entry.blockMin)}</td>
              <td>{time(one.entry.airMin)}</td>
              <td>{time(one.entry.dualMin)}</td>
              <td>{time(one.entry.soloMin)}</td>
              <td>{time(one.entry.nightMin)}</td>
              <td>{one.entry.landingsDay + one.entry.landingsNight || ''}</td>
              <td className="small">{[one.entry.training, one.entry.remarks].filter(Boolean).join('. ')}</td>
              <td className="small nowrap">
                {one.signer}
                <div className="quiet">
                  {one.origin ? `at ${one.origin}, ` : ''}
                  {day(one.signedAt)}
                  {one.replacedBy && ', replaced'}
                  {one.replaces && ', corrects'}
                </div>
              </td>
              {staff && (
                <td>
                  {!one.replacedBy && (
                    <Button variant="subtle" size="compact-sm" onClick={() => correct(one.id)}>
                      Correct
                    </Button>
                  )}
                </td>
              )}
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <th scope="row">Total</th>
            <td>{totals.flights} flights</td>
            {[totals.blockMin, totals.airMin, totals.dualMin, totals.soloMin, totals.nightMin].map(
              (min, i) => (
                <td key={HEADS[i + 2]}>
                  <strong>{hoursAndMinutes(min)}</strong>
                </td>
              ),
            )}
            <td>
              <strong>{totals.landingsDay + totals.landingsNight}</strong>
            </td>
            <td colSpan={staff ? 3 : 2} />
          </tr>
        </tfoot>
      </PlainTable>
    </div>
  );
}
