/** Sends whoever is not signed in to the sign-in, and back again afterwards. */
import '../theme/within.css';
import { useMantineColorScheme } from '@mantine/core';
import { Notifications } from '@mantine/notifications';
import { useEffect } from 'react';
import { Navigate, Outlet, useLocation } from 'react-router';
import { useMe } from '../api/hooks.ts';
import { showTimesIn } from '../parts/format.ts';
import { Failed, Loading } from '../parts/states.tsx';

export function SignedIn() {
  const me = useMe();
  const { pathname, search } = useLocation();
  const { setColorScheme } = useMantineColorScheme();
  // What a device kept for where there is no network may be an older version’s.
  const theme = me.data?.settings?.theme;
  useEffect(() => {
    if (theme) setColorScheme(theme);
  }, [theme, setColorScheme]);
  if (me.error?.status === 401) return <Navigate to="/sign-in" state={{ from: pathname + search }} replace />;
  if (me.error && !me.data) {
    return (
      <div className="page">
        <Failed error={me.error} retry={() => me.mutate()} />
      </div>
    );
  }
  if (me.data) showTimesIn(me.data.zone);
  return me.data ? (
    <>
      <Notifications position="bottom-right" />
      <Outlet />
    </>
  ) : (
    <div className="page">
      <Loading what="Keel Path" />
    </div>
  );
}
