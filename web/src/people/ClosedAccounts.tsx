/** Accounts that are closed: each can be opened again, or the person taken out of it for good. */
import type { ClosedAccount, MadeLink } from '@keel/core';
import { Button, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import { api, read } from '../api/client.ts';
import { useClosedAccounts } from '../api/hooks.ts';
import { Dialog } from '../parts/Dialog.tsx';
import { isoDay, longDay } from '../parts/format.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { sent } from '../parts/sent.ts';
import { roleName } from './Invite.tsx';

export function ClosedAccounts(props: { reopened: (link: MadeLink, name: string) => void }) {
  const accounts = useClosedAccounts(true);
  const [erasing, setErasing] = useState<ClosedAccount | null>(null);
  if (!accounts.data || accounts.data.length === 0) return null;
  const reopen = async ({ id, name }: ClosedAccount) => {
    const link = await sent(read(api.people[':id'].reopen.$post({ param: { id } })), 'Not reopened');
    if (link) props.reopened(link, name);
  };
  return (
    <section className="sheet stack" aria-labelledby="closed-accounts">
      <h2 id="closed-accounts">Closed accounts</h2>
      <div className="scrolls" data-scrolls>
        <PlainTable>
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th scope="col">Role</th>
              <th scope="col">Email</th>
              <th scope="col">Closed</th>
              <th scope="col" aria-label="Actions" />
            </tr>
          </thead>
          <tbody>
            {accounts.data.map((account) => (
              <tr key={account.id}>
                <td>
                  <strong>{account.name}</strong>
                </td>
                <td>{roleName(account.role)}</td>
                <td>{account.email}</td>
                <td>{longDay(isoDay(account.closedAt))}</td>
                <td>
                  <div className="actions">
                    <Button
                      variant="default"
                      size="compact-md"
                      aria-label={`Reopen ${account.name}’s account`}
                      onClick={() => reopen(account)}
                    >
                      Reopen
                    </Button>
                    <Button
                      variant="default"
                      size="compact-md"
                      aria-label={`Erase ${account.name}`}
                      onClick={() => setErasing(account)}
                    >
                      Erase
                    </Button>
                  </div>
                </td>
              </tr>
            ))}
          </tbody>
        </PlainTable>
      </div>
      {erasing && <EraseDialog account={erasing} close={() => setErasing(null)} />}
    </section>
  );
}

/** Nothing brings an erased person back, so the name is typed first. */
function EraseDialog({ account, close }: { account: ClosedAccount; close: () => void }) {
  const [typed, setTyped] = useState('');
  const [busy, setBusy] = useState(false);
  const erase = async () => {
    setBusy(true);
    const gone = await sent(read(api.people[':id'].erase.$post({ param: { id: account.id } })), 'Not erased');
    setBusy(false);
    if (!gone) return;
    notifications.show({
      message: `${account.name} is erased. Flights deleted: ${gone.deleted}; kept because an entry that names them is signed: ${gone.stay}.`,
    });
    close();
  };
  return (
    <Dialog onClose={close} title={<strong>Erase {account.name}?</strong>}>
      <form
        className="stack"
        onSubmit={(event) => {
          event.preventDefault();
          void erase();
        }}
      >
        <p>
          Name, email address, day of birth and sign-in are removed now, flights after thirty days. Signed
          entries stay as they were signed. This cannot be undone.
        </p>
        <TextInput
          label={`To confirm, type the name: ${account.name}`}
          autoComplete="off"
          data-autofocus
          value={typed}
          onChange={(event) => setTyped(event.currentTarget.value)}
        />
        <div className="actions">
          <Button variant="default" onClick={close}>
            Keep the account
          </Button>
          <Button type="submit" loading={busy} disabled={typed.trim() !== account.name}>
            Erase {account.name}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
