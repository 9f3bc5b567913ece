/** People: who is at the school, who teaches whom, who is invited; a chief invites, helps with a password, closes. */
import type { MadeLink, Person } from '@keel/core';
import { ActionIcon, Button, Menu } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconDots } from '@tabler/icons-react';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { answered, api, messageOf, read } from '../api/client.ts';
import { useHealth, useInvitations, useMe, usePeople } from '../api/hooks.ts';
import { TitleBar } from '../frame/TitleBar.tsx';
import { DataTable, plainColumn, sortable } from '../parts/DataTable.tsx';
import { Dialog } from '../parts/Dialog.tsx';
import { Failed, Loading } from '../parts/states.tsx';
import { AgreementsDialog } from './Agreements.tsx';
import { ClosedAccounts } from './ClosedAccounts.tsx';
import { FirstHalfHour } from './FirstHalfHour.tsx';
import { InviteDialog, OpenInvitations, roleName, ShowLink } from './Invite.tsx';
import { InviteMany } from './InviteMany.tsx';
import { WhoTeaches } from './WhoTeaches.tsx';
import './people.css';

export function PeoplePage() {
  const people = usePeople();
  const { data: me } = useMe();
  const chief = me?.role === 'chief';
  const invitations = useInvitations(chief);
  const health = useHealth(chief);
  const [inviting, setInviting] = useState(false);
  const [many, setMany] = useState(false);
  const [made, setMade] = useState<{ link: MadeLink; about: string } | null>(null);
  const [teaching, setTeaching] = useState<Person | null>(null);
  const [address, setAddress] = useSearchParams();
  const agreeing = people.data?.find(({ id }) => id === address.get('agreements')) ?? null;
  const setAgreeing = (student: Person | null) =>
    setAddress(student ? { agreements: student.id } : {}, { replace: true });
  const [closing, setClosing] = useState<Person | null>(null);

  const failed = (error: unknown) =>
    notifications.show({ color: 'red', title: 'Not saved', message: messageOf(error) });
  const reset = async ({ id, name }: Person) => {
    try {
      const link = await read(api.people[':id'].reset.$post({ param: { id } }));
      setMade({ link, about: `A new password for ${name}` });
    } catch (error) {
      failed(error);
    }
  };
  const close = async ({ id, name }: Person) => {
    setClosing(null);
    try {
      await answered(api.people[':id'].$delete({ param: { id } }));
      await people.mutate();
      notifications.show({ message: `${name}’s account is closed; the record stays.` });
    } catch (error) {
      failed(error);
    }
  };
  const columns = [
    sortable<Person>(
      'name',
      'Name',
      (p) => p.name,
      (p) => (p.role === 'student' ? <Link to={`/path/${p.id}`}>{p.name}</Link> : <strong>{p.name}</strong>),
    ),
    sortable<Person>(
      'role',
      'Role',
      (p) => p.role,
      (p) => roleName(p.role),
    ),
    sortable<Person>(
      'with',
      'Taught by, or teaches',
      (p) => p.with.join(),
      (p) => p.with.join(', ') || '—',
    ),
    sortable<Person>(
      'email',
      'Email',
      (p) => p.email ?? '',
      (p) => p.email ?? (p.origin ? `from ${p.origin}` : 'invited, not joined yet'),
    ),
    ...(chief
      ? [
          plainColumn<Person>('do', '', (p) => (
            <Menu position="bottom-end">
              <Menu.Target>
                <ActionIcon variant="subtle" color="gray" size="lg" aria-label={`Actions for ${p.name}`}>
                  <IconDots size={18} />
                </ActionIcon>
              </Menu.Target>
              <Menu.Dropdown>
                {p.role === 'student' && <Menu.Item onClick={() => setTeaching(p)}>Who teaches</Menu.Item>}
                {p.role === 'student' && <Menu.Item onClick={() => setAgreeing(p)}>Agreements</Menu.Item>}
                {(p.email || p.origin) && (
                  <Menu.Item onClick={() => reset(p)}>Create a password link</Menu.Item>
                )}
                <Menu.Item onClick={() => setClosing(p)}>Close the account</Menu.Item>
              </Menu.Dropdown>
            </Menu>
          )),
        ]
      : []),
  ];
  return (
    <>
      <TitleBar
        title="People"
        about="Instructors see their own students; the chief instructor sees everyone."
      >
        {chief && (
          <Button variant="default" onClick={() => setMany(true)}>
            Invite many
          </Button>
        )}
        {chief && <Button onClick={() => setInviting(true)}>Invite someone</Button>}
      </TitleBar>
      <div className="page">
        {health.data?.backup === 'overdue' && (
          <p className="sheet" role="alert">
            <strong>The last backup is older than two days.</strong> Ask whoever runs the server to check its
            output, and “Backup and restore” in its handbook.
          </p>
        )}
        {chief && <FirstHalfHour />}
        {people.error && <Failed error={people.error} retry={() => people.mutate()} />}
        {!people.data && !people.error && <Loading what="people" />}
        {people.data && (
          <div className="sheet">
            <DataTable
              rows={people.data}
              rowKey={(person) => person.id}
              names="name"
              initialSort={{ id: 'role', desc: false }}
              columns={columns}
            />
          </div>
        )}
        {invitations.data && (
          <OpenInvitations invitations={invitations.data} changed={() => invitations.mutate()} />
        )}
        {chief && (
          <ClosedAccounts
            reopened={(link, name) => setMade({ link, about: `${name}’s account is open again` })}
          />
        )}
      </div>
      {many && (
        <InviteMany
          people={people.data ?? []}
          invited={invitations.data ?? []}
          close={() => setMany(false)}
          changed={() => invitations.mutate()}
        />
      )}
      {inviting && people.data && (
        <InviteDialog
          people={people.data}
          close={() => setInviting(false)}
          made={(link) => {
            setInviting(false);
            setMade({ link, about: 'Invitation created' });
            invitations.mutate();
          }}
        />
      )}
      {agreeing && <AgreementsDialog student={agreeing} close={() => setAgreeing(null)} />}
      {teaching && (
        <WhoTeaches
          key={teaching.id}
          student={teaching}
          people={people.data ?? []}
          close={() => setTeaching(null)}
          changed={() => people.mutate()}
        />
      )}
      <ShowLink link={made?.link ?? null} about={made?.about ?? ''} close={() => setMade(null)} />
      <Dialog
        opened={closing !== null}
        onClose={() => setClosing(null)}
        title={<strong>Close {closing?.name}’s account?</strong>}
      >
        <p>
          They are signed out everywhere and cannot sign in until you reopen the account. Lessons, recordings,
          grades and what they said stay as they are.
        </p>
        <div className="actions">
          <Button variant="default" onClick={() => setClosing(null)} data-autofocus>
            Keep the account open
          </Button>
          <Button onClick={() => closing && close(closing)}>Close the account</Button>
        </div>
      </Dialog>
    </>
  );
}
