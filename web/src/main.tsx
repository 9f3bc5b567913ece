import '@fontsource-variable/atkinson-hyperlegible-next';
import './theme/mantine.css';
import './theme/roles.css';
import './theme/global.css';
import './theme/targets.css';
import { registerSW } from 'virtual:pwa-register';
import { MantineProvider } from '@mantine/core';
import { Notifications } from '@mantine/notifications';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router';
import { askEarly } from './api/early.ts';
import { CurrentProvider } from './frame/current.tsx';
import { router } from './frame/router.tsx';
import { theme } from './theme/theme.ts';

askEarly(location.pathname);
registerSW({ immediate: true });

const root = document.getElementById('root');
if (!root) throw new Error('index.html has no #root');
createRoot(root).render(
  <StrictMode>
    <MantineProvider theme={theme} defaultColorScheme="auto">
      <Notifications position="bottom-right" />
      <CurrentProvider>
        <RouterProvider router={router} />
      </CurrentProvider>
    </MantineProvider>
  </StrictMode>,
);
