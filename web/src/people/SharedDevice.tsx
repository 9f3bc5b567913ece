/** A tablet that several share: a code of one's own opens one's session on it again, so that changing over takes seconds. */
import { Button, PasswordInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import { answered, api } from '../api/client.ts';
import { useSharedDevice } from '../api/hooks.ts';
import { sent } from '../parts/sent.ts';
import { rememberShared } from './shared-here.ts';
import { useCodeForm } from './use-code-form.ts';

export function SharedDevice() {
  const shared = useSharedDevice();
  const [busy, setBusy] = useState(false);
  const form = useCodeForm();
  const mine = shared.data?.people.some(({ thisOne }) => thisOne) ?? false;
  const others = shared.data?.people.filter(({ thisOne }) => !thisOne).map(({ name }) => name) ?? [];
  const save = form.onSubmit(async (json) => {
    setBusy(true);
    const kept = await sent(answered(api.session.code.$put({ json })).then(() => true));
    setBusy(false);
    if (!kept) return;
    rememberShared();
    form.reset();
    notifications.show({ message: 'Your code works on this device for twelve hours.' });
  });
  const stop = () => sent(answered(api.session.code.$delete()));
  return (
    <section className="sheet stack" aria-labelledby="shared">
      <h2 id="shared">Change user on this device</h2>
      <p className="small quiet">
        Two people in one airplane share a tablet: each signs in on it once a day and chooses a code. After
        that <em>Change user</em> in the menu takes a name and the code. Five wrong codes, and the password is
        asked for.
      </p>
      {mine && (
        <p>
          Your code works on this device{others.length > 0 && `, beside that of ${others.join(', ')}`}.{' '}
          <Button variant="default" size="compact-md" onClick={stop}>
            Remove the code
          </Button>
        </p>
      )}
      <form className="row" onSubmit={save} noValidate style={{ alignItems: 'flex-start', flexWrap: 'wrap' }}>
        <PasswordInput
          label={mine ? 'New code' : 'Your code, four to eight digits'}
          inputMode="numeric"
          autoComplete="off"
          style={{ width: 260 }}
          {...form.getInputProps('code')}
        />
        <Button type="submit" variant="default" loading={busy} style={{ marginTop: 24 }}>
          Save the code
        </Button>
      </form>
    </section>
  );
}
