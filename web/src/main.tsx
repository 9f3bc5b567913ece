import '@fontsource-variable/atkinson-hyperlegible-next';
import '@mantine/core/styles.css';
import '@mantine/dates/styles.css';
import '@mantine/notifications/styles.css';
import './theme/roles.css';
import './theme/global.css';
import { MantineProvider } from '@mantine/core';
import { Notifications } from '@mantine/notifications';
import { lazy, StrictMode, Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter, Navigate, Outlet, Route, Routes, useLocation } from 'react-router';
import { useMe } from './api/hooks.ts';
import { BriefPage } from './brief/BriefPage.tsx';
import { LessonsPage } from './brief/LessonsPage.tsx';
import { DebriefPage } from './debrief/DebriefPage.tsx';
import { ManyPage } from './fly/attach/ManyPage.tsx';
import { FlyPage } from './fly/FlyPage.tsx';
import { CurrentProvider } from './frame/current.tsx';
import { Frame } from './frame/Frame.tsx';
import { HangarPage } from './hangar/HangarPage.tsx';
import { showTimesIn } from './parts/format.ts';
import { Empty, Failed, Loading } from './parts/states.tsx';
import { PathIndex, PathPage } from './path/PathPage.tsx';
import { PeoplePage } from './people/PeoplePage.tsx';
import { SignInPage } from './people/SignInPage.tsx';
import { StandardsPage } from './standards/StandardsPage.tsx';
import { TechniquePage } from './technique/TechniquePage.tsx';
import { theme } from './theme/theme.ts';

/** The drawing library is large, and only the trainer needs it. */
const TrainerPage = lazy(() =>
  import('./fly/trainer/TrainerPage.tsx').then(({ TrainerPage: page }) => ({ default: page })),
);

/** Sends whoever is not signed in to the sign-in, and back again afterwards. */
function SignedIn() {
  const me = useMe();
  const location = useLocation();
  if (me.error?.status === 401) return <Navigate to="/sign-in" state={{ from: location.pathname }} replace />;
  if (me.error) {
    return (
      <div className="page">
        <Failed error={me.error} retry={() => me.mutate()} />
      </div>
    );
  }
  if (me.data) showTimesIn(me.data.zone);
  return me.data ? (
    <Outlet />
  ) : (
    <div className="page">
      <Loading what="Keel Path" />
    </div>
  );
}

const root = document.getElementById('root');
if (!root) throw new Error('index.html has no #root');
createRoot(root).render(
  <StrictMode>
    <MantineProvider theme={theme} defaultColorScheme="auto">
      <Notifications position="bottom-right" />
      <CurrentProvider>
        <BrowserRouter>
          <Routes>
            <Route path="/sign-in" element={<SignInPage />} />
            <Route element={<SignedIn />}>
              <Route element={<Frame />}>
                <Route index element={<Navigate to="/brief" replace />} />
                <Route path="brief" element={<LessonsPage station="brief" />} />
                <Route path="brief/:lessonId" element={<BriefPage />} />
                <Route path="fly" element={<LessonsPage station="fly" />} />
                <Route path="fly/many" element={<ManyPage />} />
                <Route path="fly/:lessonId" element={<FlyPage />} />
                <Route
                  path="fly/:lessonId/trainer"
                  element={
                    <Suspense fallback={<Loading what="the trainer" />}>
                      <TrainerPage />
                    </Suspense>
                  }
                />
                <Route path="debrief" element={<LessonsPage station="debrief" />} />
                <Route path="debrief/:recordingId" element={<DebriefPage />} />
                <Route path="path" element={<PathIndex />} />
                <Route path="path/:studentId" element={<PathPage />} />
                <Route path="hangar" element={<HangarPage />} />
                <Route path="standards" element={<StandardsPage />} />
                <Route path="technique" element={<TechniquePage />} />
                <Route path="people" element={<PeoplePage />} />
                <Route
                  path="*"
                  element={
                    <div className="page">
                      <Empty title="There is nothing at this address">
                        Go on from the line of stations above.
                      </Empty>
                    </div>
                  }
                />
              </Route>
            </Route>
          </Routes>
        </BrowserRouter>
      </CurrentProvider>
    </MantineProvider>
  </StrictMode>,
);
