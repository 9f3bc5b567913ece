/** Every address and what stands there; each station is a piece of its own, fetched when somebody goes there. */
import type { ComponentType } from 'react';
import { createBrowserRouter, type RouteObject } from 'react-router';
import { Empty, Loading } from '../parts/states.tsx';
import { Broken, piece } from './Broken.tsx';
import { SignedIn } from './SignedIn.tsx';

/** A page fetched when it is wanted; what goes wrong in it stays in its place, and the frame around it goes on. */
const page = (path: string, load: () => Promise<ComponentType>): RouteObject => ({
  path,
  lazy: async () => ({ Component: await piece(load()) }),
  errorElement: <Broken />,
});

const lessons = (station: 'brief' | 'fly' | 'debrief') =>
  page(station, async () => {
    const { LessonsPage } = await import('../brief/LessonsPage.tsx');
    return () => <LessonsPage station={station} />;
  });

/** What a link opens for whoever is not signed in. */
async function door(kind: 'setup' | 'invitation' | 'reset'): Promise<ComponentType> {
  if (kind === 'setup') return (await import('../people/SetupPage.tsx')).SetupPage;
  const { InvitationPage, ResetPage } = await import('../people/LinkPage.tsx');
  return kind === 'invitation' ? InvitationPage : ResetPage;
}

export const router = createBrowserRouter([
  {
    path: '/sign-in',
    lazy: async () => ({ Component: (await piece(import('../people/SignInPage.tsx'))).SignInPage }),
    HydrateFallback: Waiting,
    errorElement: <Broken />,
  },
  {
    path: '/change',
    lazy: async () => ({
      Component: (await piece(import('../people/ChangeUserPage.tsx'))).ChangeUserPage,
    }),
    HydrateFallback: Waiting,
    errorElement: <Broken />,
  },
  ...(['setup', 'invitation', 'reset'] as const).map((kind) => ({
    path: `/${kind}/:token`,
    lazy: async () => ({ Component: await piece(door(kind)) }),
    HydrateFallback: Waiting,
    errorElement: <Broken />,
  })),
  {
    element: <SignedIn />,
    HydrateFallback: Waiting,
    errorElement: <Broken />,
    children: [
      // Nothing around it: in the airplane the frame is in the way.
      page('seat/:lessonId', async () => (await import('../seat/SeatPage.tsx')).SeatPage),
      {
        // Its menus are of no use to whoever signs in first.
        lazy: async () => ({ Component: (await piece(import('./Frame.tsx'))).Frame }),
        children: [
          page('', async () => (await import('../today/TodayPage.tsx')).TodayPage),
          lessons('brief'),
          page('brief/:lessonId', async () => (await import('../brief/BriefPage.tsx')).BriefPage),
          lessons('fly'),
          page('fly/many', async () => (await import('../fly/attach/ManyPage.tsx')).ManyPage),
          page('fly/:lessonId', async () => (await import('../fly/FlyPage.tsx')).FlyPage),
          page(
            'fly/:lessonId/trainer',
            async () => (await import('../fly/trainer/TrainerPage.tsx')).TrainerPage,
          ),
          lessons('debrief'),
          page(
            'debrief/:recordingId/along',
            async () => (await import('../debrief/AlongPage.tsx')).AlongPage,
          ),
          page('debrief/:recordingId', async () => (await import('../debrief/DebriefPage.tsx')).DebriefPage),
          page('path', async () => (await import('../path/PathPage.tsx')).PathIndex),
          page('path/:studentId', async () => (await import('../path/PathPage.tsx')).PathPage),
          page('path/:studentId/:skill', async () => (await import('../path/SkillPage.tsx')).SkillPage),
          page('logbook/:studentId', async () => (await import('../record/LogbookPage.tsx')).LogbookPage),
          page('solo/:studentId', async () => (await import('../record/SoloPage.tsx')).SoloPage),
          page('endorsements', async () => (await import('../record/TextsPage.tsx')).TextsPage),
          page('syllabus', async () => (await import('../path/SyllabusPage.tsx')).SyllabusPage),
          page('live', async () => (await import('../live/LivePage.tsx')).LivePage),
          page('week', async () => (await import('../week/WeekPage.tsx')).WeekPage),
          page('hangar', async () => (await import('../hangar/HangarPage.tsx')).HangarPage),
          page('standards', async () => (await import('../standards/StandardsPage.tsx')).StandardsPage),
          page('coach', async () => (await import('../technique/CoachWordsPage.tsx')).CoachWordsPage),
          page('technique', async () => (await import('../technique/TechniquePage.tsx')).TechniquePage),
          page('people', async () => (await import('../people/PeoplePage.tsx')).PeoplePage),
          page('school', async () => (await import('../people/SchoolPage.tsx')).SchoolPage),
          page('me', async () => (await import('../people/MyPage.tsx')).MyPage),
          {
            path: '*',
            element: (
              <div className="page">
                <Empty title="There is nothing at this address">Go on from the line of stations above.</Empty>
              </div>
            ),
          },
        ],
      },
    ],
  },
]);

function Waiting() {
  return (
    <div className="page">
      <Loading what="Keel Path" />
    </div>
  );
}
