/** Signing in. */
import { Button, PasswordInput, TextInput } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import { Link, useLocation, useNavigate } from 'react-router';
import { useSWRConfig } from 'swr';
import { ApiError, api, messageOf, read } from '../api/client.ts';
import { forgetDay } from '../frame/kept-day.ts';
import { useFields } from '../parts/use-fields.ts';
import { Door } from './Door.tsx';
import { isShared } from './shared-here.ts';

export function SignInPage() {
  const form = useFields({
    initialValues: { email: '', password: '', code: '' },
    validate: {
      email: (value) => (value.trim() ? null : 'Enter your email'),
      password: (value) => (value ? null : 'Enter your password'),
    },
  });
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [codeNeeded, setCodeNeeded] = useState(false);
  const navigate = useNavigate();
  const { state } = useLocation();
  const { mutate } = useSWRConfig();
  const codeField = useRef<HTMLInputElement>(null);
  // It comes while something else has the keys.
  useEffect(() => {
    if (codeNeeded) codeField.current?.focus();
  }, [codeNeeded]);

  const signIn = form.onSubmit(async (values) => {
    setBusy(true);
    setProblem(null);
    try {
      const me = await read(api.session.$post({ json: { ...values, code: values.code || undefined } }));
      // What this device kept was another's, perhaps.
      await forgetDay();
      await mutate('/me', me, { revalidate: false });
      navigate((state as { from?: string } | null)?.from ?? '/', { replace: true });
    } catch (error) {
      if (error instanceof ApiError && error.type === 'code-needed') setCodeNeeded(true);
      setProblem(messageOf(error));
    } finally {
      setBusy(false);
    }
  });

  return (
    <Door>
      <form className="sheet stack" onSubmit={signIn}>
        <h2>Sign in</h2>
        {problem && <p role="alert">{problem}</p>}
        <TextInput label="Email" type="email" autoComplete="username" {...form.getInputProps('email')} />
        <PasswordInput label="Password" autoComplete="current-password" {...form.getInputProps('password')} />
        {codeNeeded && (
          <TextInput
            label="Code from your app, or a recovery code"
            autoComplete="one-time-code"
            ref={codeField}
            {...form.getInputProps('code')}
          />
        )}
        <Button type="submit" loading={busy} fullWidth>
          Sign in
        </Button>
        {isShared() && (
          <Link to="/change" className="touchable">
            Change user with a code
          </Link>
        )}
        <p className="small quiet">
          Forgotten the password? The chief instructor makes you a link. The demo’s sign-ins, and a new
          school’s set-up, are in the terminal where Keel Path was started.
        </p>
      </form>
    </Door>
  );
}
