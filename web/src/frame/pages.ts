/** Every address within the frame or beside it, and the piece of the interface that stands there. */
import type { ComponentType } from 'react';
import { piece } from '../parts/piece.ts';

type Fetch = () => Promise<ComponentType>;

const lessons = (station: 'brief' | 'fly' | 'debrief') => async () =>
  (await import('../brief/LessonsPage.tsx')).LESSONS[station];
const link = () => import('../people/LinkPage.tsx');

/** For whoever is not signed in. */
export const DOORS: Readonly<Record<string, Fetch>> = {
  '/sign-in': async () => (await import('../people/SignInPage.tsx')).SignInPage,
  '/change': async () => (await import('../people/ChangeUserPage.tsx')).ChangeUserPage,
  '/setup/:token': async () => (await import('../people/SetupPage.tsx')).SetupPage,
  '/invitation/:token': async () => (await link()).InvitationPage,
  '/reset/:token': async () => (await link()).ResetPage,
};

/** Nothing around it: in the airplane the frame is in the way. */
export const SEAT: Readonly<Record<string, Fetch>> = {
  '/seat/:lessonId': async () => (await import('../seat/SeatPage.tsx')).SeatPage,
};

/** Around everything that is behind the door. */
export const SIGNED_IN: Fetch = async () => (await import('./SignedIn.tsx')).SignedIn;

export const FRAME: Fetch = async () => (await import('./Frame.tsx')).Frame;

export const PAGES: Readonly<Record<string, Fetch>> = {
  '/': async () => (await import('../today/TodayPage.tsx')).TodayPage,
  '/brief': lessons('brief'),
  '/brief/:lessonId': async () => (await import('../brief/BriefPage.tsx')).BriefPage,
  '/fly': lessons('fly'),
  '/fly/many': async () => (await import('../fly/attach/ManyPage.tsx')).ManyPage,
  '/fly/:lessonId': async () => (await import('../fly/FlyPage.tsx')).FlyPage,
  '/fly/:lessonId/trainer': async () => (await import('../fly/trainer/TrainerPage.tsx')).TrainerPage,
  '/debrief': lessons('debrief'),
  '/debrief/:recordingId/along': async () => (await import('../debrief/AlongPage.tsx')).AlongPage,
  '/debrief/:recordingId': async () => (await import('../debrief/DebriefPage.tsx')).DebriefPage,
  '/path': async () => (await import('../path/PathPage.tsx')).PathIndex,
  '/path/:studentId': async () => (await import('../path/PathPage.tsx')).PathPage,
  '/path/:studentId/:skill': async () => (await import('../path/SkillPage.tsx')).SkillPage,
  '/logbook/:studentId': async () => (await import('../record/LogbookPage.tsx')).LogbookPage,
  '/solo/:studentId': async () => (await import('../record/SoloPage.tsx')).SoloPage,
  '/endorsements': async () => (await import('../record/TextsPage.tsx')).TextsPage,
  '/syllabus': async () => (await import('../path/SyllabusPage.tsx')).SyllabusPage,
  '/live': async () => (await import('../live/LivePage.tsx')).LivePage,
  '/week': async () => (await import('../week/WeekPage.tsx')).WeekPage,
  '/hangar': async () => (await import('../hangar/HangarPage.tsx')).HangarPage,
  '/standards': async () => (await import('../standards/StandardsPage.tsx')).StandardsPage,
  '/coach': async () => (await import('../technique/CoachWordsPage.tsx')).CoachWordsPage,
  '/technique': async () => (await import('../technique/TechniquePage.tsx')).TechniquePage,
  '/insight': async () => (await import('../insight/InsightPage.tsx')).InsightPage,
  '/rounds/:roundId': async () => (await import('../insight/RoundPage.tsx')).RoundPage,
  '/stage-checks/:checkId': async () => (await import('../stage/StageCheckPage.tsx')).StageCheckPage,
  '/people': async () => (await import('../people/PeoplePage.tsx')).PeoplePage,
  '/school': async () => (await import('../people/SchoolPage.tsx')).SchoolPage,
  '/me': async () => (await import('../people/MyPage.tsx')).MyPage,
};

const fits = (pattern: string, address: string): boolean =>
  new RegExp(`^${pattern.replace(/:\w+/g, '[^/]+')}$`).test(address);

const at = (pages: Readonly<Record<string, Fetch>>, address: string): Fetch | undefined =>
  Object.entries(pages).find(([pattern]) => fits(pattern, address))?.[1];

/** Whoever stands there is not signed in yet. */
export const isDoor = (address: string): boolean => at(DOORS, address) !== undefined;

/** @returns the pieces of an address, the innermost first; none where nothing stands. */
function piecesOf(address: string): Fetch[] {
  const door = at(DOORS, address);
  if (door) return [door];
  const seat = at(SEAT, address);
  if (seat) return [seat, SIGNED_IN];
  const page = at(PAGES, address);
  return page ? [page, FRAME, SIGNED_IN] : [FRAME, SIGNED_IN];
}

/** Begins to fetch what stands at an address. What does not come is told by the page that asks for it again. */
export function fetchAhead(address: string): void {
  for (const fetch of piecesOf(address)) piece(fetch()).catch(() => undefined);
}
