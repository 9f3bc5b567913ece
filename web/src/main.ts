/**
 * Begins everything that the first page needs at once: its script, the frame’s, and what it asks of the server. This file
 * has next to nothing in it, so that nothing waits for the evaluation of the rest.
 */
import '@fontsource-variable/atkinson-hyperlegible-next';
import './theme/mantine.css';
import './theme/roles.css';
import './theme/global.css';
import './theme/targets.css';
import { askEarly } from './api/early.ts';
import { fetchAhead, isDoor } from './frame/pages.ts';

if (!isDoor(location.pathname)) askEarly(location.pathname);
fetchAhead(location.pathname);
import('./app.tsx').catch(() => {
  const root = document.getElementById('root');
  if (root) root.textContent = 'Keel Path could not be fetched. Load the page again once the server answers.';
});
