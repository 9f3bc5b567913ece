/** A form that is refused shows its first wrong field. */
import { Button, TextInput } from '@mantine/core';
import { screen, waitFor } from '@testing-library/react';
import { draw } from '../testing/render.tsx';
import { useFields } from './use-fields.ts';

const sent: unknown[] = [];
function Form() {
  const form = useFields({
    initialValues: { name: '', email: '' },
    validate: {
      name: (name) => (name ? null : 'Type a name'),
      email: (email) => (email ? null : 'Type an address'),
    },
  });
  return (
    <form onSubmit={form.onSubmit((values) => void sent.push(values))} noValidate>
      <TextInput label="Name" {...form.getInputProps('name')} />
      <TextInput label="Email" {...form.getInputProps('email')} />
      <Button type="submit">Send</Button>
    </form>
  );
}

test('the first refused field has the keyboard, each has its error, and nothing is sent until all are right', async () => {
  const user = draw(<Form />);
  await user.type(screen.getByLabelText('Name'), 'Nell');
  await user.click(screen.getByRole('button', { name: 'Send' }));
  await waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText('Email')));
  expect(screen.getByText('Type an address')).toBeTruthy();
  expect(screen.queryByText('Type a name')).toBeNull();
  expect(sent).toEqual([]);
  await user.keyboard('nell@club.example{Enter}');
  expect(sent).toEqual([{ name: 'Nell', email: 'nell@club.example' }]);
});
