import { MantineProvider } from '@mantine/core';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router';
import { CurrentProvider } from './frame/current.tsx';
import { router } from './frame/router.tsx';
import { theme } from './theme/theme.ts';

const root = document.getElementById('root');
if (!root) throw new Error('index.html has no #root');
createRoot(root).render(
  <StrictMode>
    <MantineProvider theme={theme} defaultColorScheme="auto">
      <CurrentProvider>
        <RouterProvider router={router} />
      </CurrentProvider>
    </MantineProvider>
  </StrictMode>,
);
// A newer version waits until its tabs are closed; registered here, since nothing written into the page may run.
void navigator.serviceWorker?.register('/sw.js');
