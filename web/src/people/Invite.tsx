/** Inviting: who, as what, with whom; the link is shown once, to be passed on. */
import { invitationInputSchema, type MadeLink, type OpenInvitation, type Person } from '@keel/core';
import { Button, CopyButton, MultiSelect, Select, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import { answered, api, messageOf, read } from '../api/client.ts';
import { Dialog } from '../parts/Dialog.tsx';
import { formErrors } from '../parts/form-errors.ts';
import { dayAndTime } from '../parts/format.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { useFields } from '../parts/use-fields.ts';

export const ROLES = [
  { value: 'student', label: 'student' },
  { value: 'instructor', label: 'instructor' },
  { value: 'chief', label: 'chief instructor' },
];
export const roleName = (role: string) => ROLES.find(({ value }) => value === role)?.label ?? role;

/** A link that is shown once, with what to do with it. */
export function ShowLink({
  link,
  about,
  close,
}: {
  link: MadeLink | null;
  about: string;
  close: () => void;
}) {
  return (
    <Dialog opened={link !== null} onClose={close} title={<strong>{about}</strong>}>
      {link && (
        <div className="stack">
          <p>
            Nothing is sent by mail. Copy the link and pass it on. It works once, until{' '}
            {dayAndTime(link.expiresAt)}, and is not shown again.
          </p>
          <TextInput
            aria-label="The link"
            value={link.url}
            readOnly
            onFocus={(e) => e.currentTarget.select()}
          />
          <CopyButton value={link.url}>
            {({ copied, copy }) => <Button onClick={copy}>{copied ? 'Copied' : 'Copy the link'}</Button>}
          </CopyButton>
        </div>
      )}
    </Dialog>
  );
}

/** Several are chosen one after the other: the list must not lie over the button beneath. */
const ABOVE = { position: 'top' } as const;

export function InviteDialog(props: { people: Person[]; close: () => void; made: (link: MadeLink) => void }) {
  const [problem, setProblem] = useState<string | null>(null);
  const choice = (roles: Person['role'][]) =>
    props.people
      .filter((person) => roles.includes(person.role))
      .map(({ id, name }) => ({ value: id, label: name }));
  const teachers = choice(['instructor', 'chief']);
  const form = useFields({
    initialValues: {
      name: '',
      email: '',
      role: 'student' as Person['role'],
      teaches: [] as string[],
      // Where one alone teaches, it is that one.
      taughtBy: teachers.length === 1 ? [teachers[0].value] : ([] as string[]),
    },
    validate: (values) => {
      const { error } = invitationInputSchema.safeParse(values);
      return error ? formErrors(error.issues, Object.keys(values)) : {};
    },
  });
  const { role } = form.values;
  const send = form.onSubmit(async (values) => {
    setProblem(null);
    try {
      const json = {
        ...values,
        teaches: role === 'student' ? [] : values.teaches,
        taughtBy: role === 'student' ? values.taughtBy : [],
      };
      props.made(await read(api.people.invitations.$post({ json })));
      form.reset();
    } catch (error) {
      setProblem(messageOf(error));
    }
  });
  return (
    <Dialog onClose={props.close} title={<strong>Invite someone</strong>}>
      <form className="stack" onSubmit={send} noValidate>
        {problem && <p role="alert">{problem}</p>}
        <TextInput label="Name" required data-autofocus {...form.getInputProps('name')} />
        <TextInput label="Email, to sign in with" type="email" required {...form.getInputProps('email')} />
        <Select label="Role" data={ROLES} allowDeselect={false} {...form.getInputProps('role')} />
        {role === 'student' ? (
          <MultiSelect
            label="Taught by"
            data={teachers}
            searchable
            comboboxProps={ABOVE}
            {...form.getInputProps('taughtBy')}
          />
        ) : (
          <MultiSelect
            label="Teaches"
            data={choice(['student'])}
            searchable
            comboboxProps={ABOVE}
            {...form.getInputProps('teaches')}
          />
        )}
        <Button type="submit">Create the link</Button>
      </form>
    </Dialog>
  );
}

export function OpenInvitations({
  invitations,
  changed,
}: {
  invitations: OpenInvitation[];
  changed: () => Promise<unknown>;
}) {
  if (invitations.length === 0) return null;
  const takeBack = async (id: string) => {
    try {
      await answered(api.people.invitations[':id'].$delete({ param: { id } }));
      await changed();
    } catch (error) {
      notifications.show({ color: 'red', title: 'Not withdrawn', message: messageOf(error) });
    }
  };
  return (
    <section className="sheet stack" aria-labelledby="invited">
      <h2 id="invited">Invited, not joined yet</h2>
      <div data-scrolls style={{ overflowX: 'auto' }}>
        <PlainTable>
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th scope="col">As</th>
              <th scope="col">Email</th>
              <th scope="col">Invited by</th>
              <th scope="col">Link valid until</th>
              <th scope="col" aria-label="Actions" />
            </tr>
          </thead>
          <tbody>
            {invitations.map(({ id, name, role, email, by, expiresAt }) => (
              <tr key={id}>
                <td>
                  <strong>{name}</strong>
                </td>
                <td>{roleName(role)}</td>
                <td>{email}</td>
                <td>{by}</td>
                <td className="nowrap">{dayAndTime(expiresAt)}</td>
                <td>
                  <Button variant="default" size="compact-md" onClick={() => takeBack(id)}>
                    Withdraw
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </PlainTable>
      </div>
    </section>
  );
}
