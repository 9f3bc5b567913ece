/** The frame of every view: wordmark, line of stations, and quietly beside it the rest. */
import { Menu, UnstyledButton, useComputedColorScheme } from '@mantine/core';
import { useMediaQuery } from '@mantine/hooks';
import {
  IconChevronDown,
  IconKeyboard,
  IconLogout,
  IconMoon,
  IconSun,
  IconUser,
  IconUsers,
} from '@tabler/icons-react';
import { useState } from 'react';
import { Link, NavLink, Outlet, useNavigate } from 'react-router';
import { useSWRConfig } from 'swr';
import { answered, api } from '../api/client.ts';
import { useMe } from '../api/hooks.ts';
import { forgetDay } from './kept-day.ts';
import { useOwnSettings } from './own-settings.ts';
import { Shortcuts } from './Shortcuts.tsx';
import { StationLine } from './StationLine.tsx';
import './frame.css';

export function Frame() {
  const { data: me } = useMe();
  const navigate = useNavigate();
  const { mutate } = useSWRConfig();
  const [, change] = useOwnSettings();
  const scheme = useComputedColorScheme('light');
  const [shortcuts, setShortcuts] = useState(false);

  // On a phone they are in one's own menu: the header is one line.
  const inHand = useMediaQuery('(max-width: 640px)');
  const places = [
    { to: '/week', name: 'Week' },
    ...(me && me.role !== 'student' ? [{ to: '/live', name: 'Live' }] : []),
    { to: '/hangar', name: 'Hangar' },
    { to: '/standards', name: 'Standards' },
    { to: '/technique', name: 'Technique' },
    ...(me?.role !== 'student'
      ? [
          { to: '/insight', name: me?.role === 'chief' ? 'Insight' : 'Your grading' },
          { to: '/people', name: 'People' },
        ]
      : []),
    ...(me?.role === 'chief' ? [{ to: '/school', name: 'School' }] : []),
  ];

  const signOut = async () => {
    await answered(api.session.$delete());
    await mutate(() => true, undefined, { revalidate: false });
    await forgetDay();
    navigate('/sign-in');
  };

  return (
    <>
      <a className="skip" href="#content">
        Skip to the content
      </a>
      <header className="bar">
        <Link to="/" className="wordmark" aria-label="Keel Path, today">
          <svg width="28" height="18" viewBox="0 0 28 18" aria-hidden="true">
            <line x1="1" x2="27" y1="4" y2="4" stroke="var(--bar-ink)" strokeWidth="2.5" />
            <path d="M8 6h12l-6 10z" fill="var(--fin)" />
          </svg>
          Keel Path
        </Link>
        <StationLine />
        <nav aria-label="School" className="school-links">
          {places.map(({ to, name }) => (
            <NavLink key={to} to={to} className="school-link">
              {name}
            </NavLink>
          ))}
          <Menu position="bottom-end" width={230}>
            <Menu.Target>
              <UnstyledButton className="you" aria-label={`You: ${me?.name ?? ''}`}>
                {me?.name ?? '…'} <IconChevronDown size={14} aria-hidden />
              </UnstyledButton>
            </Menu.Target>
            <Menu.Dropdown>
              <Menu.Label>
                {me?.role}, {me?.school}
              </Menu.Label>
              {inHand &&
                places.map(({ to, name }) => (
                  <Menu.Item key={to} component={Link} to={to}>
                    {name}
                  </Menu.Item>
                ))}
              {inHand && <Menu.Divider />}
              <Menu.Item
                leftSection={scheme === 'dark' ? <IconSun size={16} /> : <IconMoon size={16} />}
                onClick={() => change({ theme: scheme === 'dark' ? 'light' : 'dark' })}
              >
                {scheme === 'dark' ? 'Light theme' : 'Dark theme'}
              </Menu.Item>
              <Menu.Item leftSection={<IconUser size={16} />} component={Link} to="/me">
                Your account
              </Menu.Item>
              <Menu.Item leftSection={<IconKeyboard size={16} />} onClick={() => setShortcuts(true)}>
                Keyboard shortcuts (?)
              </Menu.Item>
              <Menu.Item leftSection={<IconUsers size={16} />} component={Link} to="/change">
                Change user
              </Menu.Item>
              <Menu.Item leftSection={<IconLogout size={16} />} onClick={signOut}>
                Sign out
              </Menu.Item>
            </Menu.Dropdown>
          </Menu>
        </nav>
      </header>
      <main id="content">
        <Outlet />
      </main>
      <Shortcuts opened={shortcuts} setOpened={setShortcuts} />
    </>
  );
}
