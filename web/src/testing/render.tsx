/** A component as the program draws it, with a hand that presses keys one by one. */
import { MantineProvider } from '@mantine/core';
import { cleanup, render } from '@testing-library/react';
import userEvent, { type UserEvent } from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { theme } from '../theme/theme.ts';

export function draw(component: ReactNode): UserEvent {
  // Here, not after each test: the files of tests share this module, and what is set up in it belongs to the first of them.
  cleanup();
  const user = userEvent.setup();
  render(<MantineProvider theme={theme}>{component}</MantineProvider>);
  return user;
}
