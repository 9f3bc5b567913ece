/** Signing in. */
import { Button, PasswordInput, TextInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import { useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { useSWRConfig } from 'swr';
import { api, messageOf, read } from '../api/client.ts';
import './sign-in.css';

export function SignInPage() {
  const form = useForm({
    initialValues: { email: '', password: '' },
    validate: {
      email: (value) => (value.trim() ? null : 'Write your email'),
      password: (value) => (value ? null : 'Write your password'),
    },
  });
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const navigate = useNavigate();
  const { state } = useLocation();
  const { mutate } = useSWRConfig();

  const signIn = form.onSubmit(async (values) => {
    setBusy(true);
    setProblem(null);
    try {
      const me = await read(api.session.$post({ json: values }));
      await mutate('/me', me, { revalidate: false });
      navigate((state as { from?: string } | null)?.from ?? '/', { replace: true });
    } catch (error) {
      setProblem(messageOf(error));
    } finally {
      setBusy(false);
    }
  });

  return (
    <main className="sign-in">
      <div className="sign-in-hero">
        <svg viewBox="0 0 220 120" width="260" aria-hidden="true">
          <rect x="0" y="34" width="220" height="38" fill="var(--band)" opacity="0.14" />
          <line x1="0" x2="220" y1="53" y2="53" stroke="var(--bar-ink)" strokeWidth="3" />
          <path
            d="M0 53 C40 50 60 56 84 40 S112 8 128 42 S168 66 220 53"
            fill="none"
            stroke="var(--fin)"
            strokeWidth="2.5"
          />
          <path d="M88 56h44l-22 46z" fill="var(--fin)" />
        </svg>
        <h1>Keel Path</h1>
        <p>
          Brief, fly, debrief, path: what the lesson asks, what was flown, what went first, and what comes
          next.
        </p>
      </div>
      <form className="sheet stack" onSubmit={signIn}>
        <h2>Sign in</h2>
        {problem && <p role="alert">{problem}</p>}
        <TextInput label="Email" type="email" autoComplete="username" {...form.getInputProps('email')} />
        <PasswordInput label="Password" autoComplete="current-password" {...form.getInputProps('password')} />
        <Button type="submit" loading={busy} fullWidth>
          Sign in
        </Button>
        <p className="small quiet">The demo’s sign-ins are in the terminal where Keel Path was started.</p>
      </form>
    </main>
  );
}
