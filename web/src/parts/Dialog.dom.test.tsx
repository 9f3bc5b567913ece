/** Where the keyboard is when a dialog goes. */
import { Button, Menu } from '@mantine/core';
import { screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { draw } from '../testing/render.tsx';
import { Dialog } from './Dialog.tsx';

function Page() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(true)}>Invite</Button>
      <Menu transitionProps={{ duration: 0 }}>
        <Menu.Target>
          <Button>Actions</Button>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Item onClick={() => setOpen(true)}>Close the account</Menu.Item>
        </Menu.Dropdown>
      </Menu>
      {open && (
        <Dialog onClose={() => setOpen(false)} title="Sure" transitionProps={{ duration: 0 }}>
          <Button data-autofocus>Yes</Button>
        </Dialog>
      )}
    </>
  );
}
const button = (name: string) => screen.getByRole('button', { name });

test('closed by Escape, it gives the keyboard back to what opened it', async () => {
  const user = draw(<Page />);
  await user.click(button('Invite'));
  await waitFor(() => expect(document.activeElement).toBe(button('Yes')));
  await user.keyboard('{Escape}');
  expect(screen.queryByRole('dialog')).toBeNull();
  await waitFor(() => expect(document.activeElement).toBe(button('Invite')));
});

test('chosen from a menu, it gives it back to what opened the menu', async () => {
  const user = draw(<Page />);
  await user.click(button('Actions'));
  await user.click(await screen.findByRole('menuitem', { name: 'Close the account', hidden: true }));
  await screen.findByRole('dialog');
  await user.keyboard('{Escape}');
  await waitFor(() => expect(document.activeElement).toBe(button('Actions')));
});
