/** What a link opens: an invitation to accept, or a new password to choose. */
import '../theme/within.css';
import type { LinkView } from '@keel/core';
import { Button, PasswordInput } from '@mantine/core';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import useSWR, { useSWRConfig } from 'swr';
import { type ApiError, answered, api, messageOf, read } from '../api/client.ts';
import { Loading } from '../parts/states.tsx';
import { useFields } from '../parts/use-fields.ts';
import { Door } from './Door.tsx';
import { PASSWORD_ADVICE, passwordProblem } from './new-password.ts';

const ROLE = { chief: 'chief instructor', instructor: 'instructor', student: 'student' };

export const InvitationPage = () => <LinkPage kind="invitation" />;
export const ResetPage = () => <LinkPage kind="reset" />;

function LinkPage({ kind }: { kind: LinkView['kind'] }) {
  const { token = '' } = useParams();
  const param = { token };
  const link = useSWR<LinkView, ApiError>(
    ['link', kind, token],
    () =>
      read(
        kind === 'invitation'
          ? api.invitations[':token'].$get({ param })
          : api.resets[':token'].$get({ param }),
      ),
    { shouldRetryOnError: false, revalidateOnFocus: false },
  );
  return (
    <Door title={link.data?.school}>
      {link.data ? (
        <Choose link={link.data} token={token} />
      ) : (
        <section className="sheet stack">
          {link.error ? (
            <>
              <h2>This link does not open</h2>
              <p role="alert">{link.error.message}</p>
              <p>
                <Link to="/sign-in">Sign in</Link>
              </p>
            </>
          ) : (
            <Loading what="the link" />
          )}
        </section>
      )}
    </Door>
  );
}

function Choose({ link, token }: { link: LinkView; token: string }) {
  const navigate = useNavigate();
  const { mutate } = useSWRConfig();
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const form = useFields({
    initialValues: { password: '' },
    validate: {
      password: passwordProblem,
    },
  });
  const send = form.onSubmit(async (json) => {
    setBusy(true);
    setProblem(null);
    try {
      if (link.kind === 'invitation') {
        const me = await read(api.invitations[':token'].$post({ param: { token }, json }));
        await mutate('/me', me, { revalidate: false });
        navigate('/', { replace: true });
      } else {
        await answered(api.resets[':token'].$post({ param: { token }, json }));
        navigate('/sign-in', { replace: true });
      }
    } catch (error) {
      setProblem(messageOf(error));
    } finally {
      setBusy(false);
    }
  });
  return (
    <form className="sheet stack" onSubmit={send} noValidate>
      <h2>{link.kind === 'invitation' ? `Welcome, ${link.name}` : 'A new password'}</h2>
      <p>
        {link.kind === 'invitation'
          ? `${link.school} has invited you as ${ROLE[link.role]}. You sign in as ${link.email}.`
          : `For ${link.email}. You are signed out wherever you were signed in.`}
      </p>
      {problem && <p role="alert">{problem}</p>}
      <input type="hidden" autoComplete="username" value={link.email} readOnly />
      <PasswordInput
        label="Password of your own"
        description={PASSWORD_ADVICE}
        autoComplete="new-password"
        required
        {...form.getInputProps('password')}
      />
      <Button type="submit" loading={busy} fullWidth>
        {link.kind === 'invitation' ? 'Accept and sign in' : 'Keep this password'}
      </Button>
    </form>
  );
}
