/** One’s own door: the password, and the second step of signing in. */
import { Button, PasswordInput, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { type FormEvent, useState } from 'react';
import { answered, api, messageOf, read } from '../api/client.ts';
import { useMe } from '../api/hooks.ts';
import { Dialog } from '../parts/Dialog.tsx';
import { useFields } from '../parts/use-fields.ts';
import { PASSWORD_ADVICE, passwordProblem } from './new-password.ts';

export function ChangePassword() {
  const [problem, setProblem] = useState<string | null>(null);
  const form = useFields({
    initialValues: { current: '', password: '' },
    validate: {
      current: (value) => (value ? null : 'Enter your current password'),
      password: passwordProblem,
    },
  });
  const send = form.onSubmit(async (json) => {
    setProblem(null);
    try {
      await answered(api.me.password.$post({ json }));
      form.reset();
      notifications.show({ message: 'Changed. You are signed out everywhere else.' });
    } catch (error) {
      setProblem(messageOf(error));
    }
  });
  return (
    <form className="sheet stack" onSubmit={send} noValidate aria-labelledby="password">
      <h2 id="password">Your password</h2>
      {problem && <p role="alert">{problem}</p>}
      <PasswordInput
        label="Current password"
        autoComplete="current-password"
        {...form.getInputProps('current')}
      />
      <PasswordInput
        label="New password"
        description={PASSWORD_ADVICE}
        autoComplete="new-password"
        {...form.getInputProps('password')}
      />
      <Button type="submit" variant="default" style={{ alignSelf: 'flex-start' }}>
        Change password
      </Button>
    </form>
  );
}

export function SecondStep() {
  const me = useMe();
  const [begun, setBegun] = useState<{ secret: string; uri: string } | null>(null);
  const [codes, setCodes] = useState<string[] | null>(null);
  const [code, setCode] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const doing = async (work: () => Promise<void>) => {
    setProblem(null);
    try {
      await work();
    } catch (error) {
      setProblem(messageOf(error));
    }
  };
  const confirm = () =>
    doing(async () => {
      const { recoveryCodes } = await read(api.me['second-step'].$put({ json: { code } }));
      setCodes(recoveryCodes);
      setBegun(null);
      setCode('');
      await me.mutate();
    });
  const end = () =>
    doing(async () => {
      await answered(api.me['second-step'].end.$post({ json: { code } }));
      setCode('');
      await me.mutate();
    });
  const inForce = me.data?.secondStep;
  const onEnter = (work: () => Promise<void>) => (event: FormEvent) => {
    event.preventDefault();
    void work();
  };
  return (
    <section className="sheet stack" aria-labelledby="second">
      <h2 id="second">A second step</h2>
      <p className="quiet">
        {inForce
          ? 'Signing in also asks for a code from your app.'
          : 'Signing in then also needs a code from an authenticator app, so a stolen password is not enough.'}
      </p>
      {problem && <p role="alert">{problem}</p>}
      {!inForce && !begun && (
        <Button
          variant="default"
          style={{ alignSelf: 'flex-start' }}
          onClick={() => doing(async () => setBegun(await read(api.me['second-step'].$post())))}
        >
          Begin
        </Button>
      )}
      {begun && (
        <form className="stack" onSubmit={onEnter(confirm)}>
          <p>
            Open <a href={begun.uri}>this link</a> on the device that has the app, or type the secret into it:{' '}
            <code>{begun.secret.replace(/(.{4})/g, '$1 ').trim()}</code>
          </p>
          <TextInput
            label="The code that the app shows now"
            autoComplete="one-time-code"
            inputMode="numeric"
            value={code}
            onChange={(event) => setCode(event.currentTarget.value)}
          />
          <Button type="submit" style={{ alignSelf: 'flex-start' }} disabled={code.trim().length < 6}>
            Switch it on
          </Button>
        </form>
      )}
      {inForce && (
        <form
          className="row"
          style={{ gap: 8, alignItems: 'flex-end', flexWrap: 'wrap' }}
          onSubmit={onEnter(end)}
        >
          <TextInput
            label="A code, to switch it off"
            autoComplete="one-time-code"
            value={code}
            onChange={(event) => setCode(event.currentTarget.value)}
          />
          <Button type="submit" variant="default" disabled={code.trim().length < 6}>
            Switch off the second step
          </Button>
        </form>
      )}
      <Dialog opened={codes !== null} onClose={() => setCodes(null)} title={<strong>Recovery codes</strong>}>
        <p>
          Write these down and keep them away from this device. Each works once; they are not shown again.
        </p>
        <ul className="codes">
          {codes?.map((one) => (
            <li key={one}>
              <code>{one}</code>
            </li>
          ))}
        </ul>
        <Button onClick={() => setCodes(null)}>I have written them down</Button>
      </Dialog>
    </section>
  );
}
