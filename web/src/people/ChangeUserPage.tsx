/** Who has the tablet now: a name, and that person's code. */
import '../theme/within.css';
import { Button, PasswordInput } from '@mantine/core';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useSWRConfig } from 'swr';
import { ApiError, api, messageOf, read } from '../api/client.ts';
import { useSharedDevice } from '../api/hooks.ts';
import { forgetDay } from '../frame/kept-day.ts';
import { Failed, Loading } from '../parts/states.tsx';
import { Door } from './Door.tsx';
import { useCodeForm } from './use-code-form.ts';

export function ChangeUserPage() {
  const shared = useSharedDevice();
  const [session, setSession] = useState<string>();
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const navigate = useNavigate();
  const { mutate } = useSWRConfig();
  const form = useCodeForm();
  const people = shared.data?.people ?? [];
  const chosen =
    people.find((one) => one.session === session) ?? (people.length === 1 ? people[0] : undefined);

  const change = form.onSubmit(async ({ code }) => {
    if (!chosen) return;
    setBusy(true);
    setProblem(null);
    try {
      const me = await read(api.session.change.$post({ json: { session: chosen.session, code } }));
      // Nothing of the one before stays on the screen.
      await mutate(() => true, undefined, { revalidate: false });
      await forgetDay();
      await mutate('/me', me, { revalidate: false });
      navigate('/', { replace: true });
    } catch (error) {
      form.setFieldValue('code', '');
      setProblem(messageOf(error));
      if (error instanceof ApiError && error.status === 403) await shared.mutate();
    } finally {
      setBusy(false);
    }
  });
  return (
    <Door>
      <form className="sheet stack" onSubmit={change} noValidate>
        <h2>Change user</h2>
        {problem && <p role="alert">{problem}</p>}
        {shared.error && <Failed error={shared.error} />}
        {!shared.data && !shared.error && <Loading what="who shares this device" />}
        {shared.data && people.length === 0 && (
          <p>
            Nobody has a code on this device. Sign in with your password, then choose one under{' '}
            <em>Your account</em>.
          </p>
        )}
        {people.map(({ session: id, name, thisOne }) => (
          <Button
            key={id}
            variant={chosen?.session === id ? 'filled' : 'default'}
            size="lg"
            aria-pressed={chosen?.session === id}
            onClick={() => setSession(id)}
          >
            {name}
            {thisOne && ' · now'}
          </Button>
        ))}
        {chosen && (
          <>
            <PasswordInput
              key={chosen.session}
              label={`Code of ${chosen.name}`}
              inputMode="numeric"
              autoComplete="off"
              size="lg"
              data-autofocus
              autoFocus
              {...form.getInputProps('code')}
            />
            <Button type="submit" size="lg" loading={busy}>
              Change
            </Button>
          </>
        )}
        <Link to="/sign-in" className="touchable">
          Sign in with a password
        </Link>
      </form>
    </Door>
  );
}
