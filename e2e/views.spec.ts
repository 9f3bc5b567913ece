/** Every view: no serious accessibility violation in light or dark and at any size, nothing wider than its screen. */
import { expect, test } from '@playwright/test';
import { seriousViolations } from './support/axe.ts';
import { hurdles } from './support/hurdles.ts';
import { lessonsOf, signInQuickly } from './support/people.ts';
import { walkPickers } from './support/pickers.ts';
import { roaming } from './support/roaming.ts';

interface Ids {
  lesson: string;
  flown: string;
  recording: string;
  student: string;
}
const FLOWN = 'Review: slow flight, stalls, steep turns';
/** What stands above each view, and where it is. */
const VIEWS: Record<string, [heading: string, path: (ids: Ids) => string]> = {
  today: ['20', () => '/'],
  lessons: ['Lessons', () => '/brief'],
  'new lesson': ['New lesson', () => '/brief/new'],
  brief: ['Nell', ({ lesson }) => `/brief/${lesson}`],
  fly: ['Nell', ({ lesson }) => `/fly/${lesson}`],
  'many recordings': ['Upload several', () => '/fly/many'],
  debrief: [FLOWN, ({ recording }) => `/debrief/${recording}?attempt=2`],
  'debrief, by time': [FLOWN, ({ recording }) => `/debrief/${recording}?view=time`],
  'debrief, the lesson': [FLOWN, ({ recording }) => `/debrief/${recording}?view=lesson`],
  'debrief, compared': [FLOWN, ({ recording }) => `/debrief/${recording}?see=compare`],
  'debrief, in short': [FLOWN, ({ recording }) => `/debrief/${recording}/along`],
  students: ['Who needs what', () => '/path'],
  path: ['Nell', ({ student }) => `/path/${student}`],
  'a skill': ['Steep turns', ({ student }) => `/path/${student}/steep-turn`],
  logbook: ['logbook', ({ student }) => `/logbook/${student}`],
  'the day of a solo': ['the day of a solo', ({ student }) => `/solo/${student}`],
  week: ['Week of', () => '/week'],
  syllabus: ['Syllabus', () => '/syllabus'],
  'endorsements’ texts': ['Endorsement texts', () => '/endorsements'],
  hangar: ['Hangar', () => '/hangar'],
  standards: ['Standards', () => '/standards'],
  technique: ['Technique', () => '/technique'],
  'what the coach says': ['What the coach says', () => '/coach'],
  'who needs a call': ['Insight', () => '/insight'],
  'do we grade alike': ['Insight', () => '/insight?part=grading'],
  'where students stick': ['Insight', () => '/insight?part=sticks'],
  'what solo takes': ['Insight', () => '/insight?part=solo'],
  'the airplanes over time': ['Insight', () => '/insight?part=airplanes'],
  people: ['People', () => '/people'],
  school: ['School', () => '/school'],
  'your account': ['Maren', () => '/me'],
  'change of user': ['Keel Path', () => '/change'],
  'live flights': ['Live flights', () => '/live'],
  'the right seat': ['Nell', ({ lesson }) => `/seat/${lesson}`],
  'nothing there': ['nothing at this address', () => '/no-such-view'],
};

async function ids(request: Parameters<typeof lessonsOf>[0]): Promise<Ids> {
  const lessons = await lessonsOf(request, 'Nell');
  // One of the demo's, with several maneuvers: what other tests have flown meanwhile is not looked at.
  const flown = lessons.find(({ title }) => title === FLOWN)!;
  return {
    lesson: lessons[0].id,
    flown: flown.id,
    recording: flown.recordings[0].id,
    student: flown.student.id,
  };
}

// They look and change nothing: whichever browser is free takes the next.
test.describe.configure({ mode: 'parallel' });

// A window of 1280 by 800 looked at twice as large is one of 640 by 400.
const SIZES = [
  [390, 844, 'touch'],
  [820, 1180, 'touch'],
  [1180, 820, 'touch'],
  [640, 400, 'mouse'],
  [1280, 800, 'mouse'],
] as const;

for (const [name, [heading, path]] of Object.entries(VIEWS)) {
  roaming(
    `${name}, light and dark, on a phone, a tablet both ways and at twice the size`,
    async ({ roam }) => {
      const { page, errors } = roam;
      await roam.to(path(await ids(page.request)));
      await expect(page.locator('h1, h2').first()).toContainText(heading);
      for (const colorScheme of ['dark', 'light'] as const) {
        await page.emulateMedia({ colorScheme });
        await expect(page.locator('html')).toHaveAttribute('data-mantine-color-scheme', colorScheme);
        // Where an indicator slides under its choice, the words stand a moment on the wrong ground.
        await expect
          .poll(() => seriousViolations(page), { message: colorScheme, timeout: 30_000 })
          .toEqual([]);
      }
      const device = await page.context().newCDPSession(page);
      const touched = (enabled: boolean) =>
        device.send('Emulation.setTouchEmulationEnabled', { enabled, maxTouchPoints: 5 });
      for (const [width, height, by] of SIZES) {
        await page.setViewportSize({ width, height });
        await touched(by === 'touch');
        // What redraws itself for its new size takes a moment for it.
        const wide = () => page.evaluate(() => document.documentElement.scrollWidth);
        await expect.poll(wide, { intervals: [50] }).toBe(width);
        // Colours are the same at every size; a table says that it can be moved a moment after it can.
        await expect
          .poll(() => seriousViolations(page, ['color-contrast']), { message: String(width) })
          .toEqual([]);
        // Every word is whole, and whatever is pressed can be met.
        await expect.poll(() => hurdles(page, by), { message: `${width}, by ${by}` }).toEqual([]);
      }
      // What opens over it stands in the window: at a desk, in a hand, and where the window is low.
      for (const [width, height] of [SIZES[0], SIZES[3], SIZES[4]]) {
        await page.setViewportSize({ width, height });
        await walkPickers(page, page.locator('body'));
      }
      await touched(false);
      await device.detach();
      expect(errors).toEqual([]);
    },
  );
}

test('the sign-in has no serious violation', async ({ page }) => {
  await page.goto('/sign-in', { waitUntil: 'networkidle' });
  expect(await seriousViolations(page)).toEqual([]);
});

test('on a tablet a grade is large enough to be touched', async ({ browser, baseURL }) => {
  const context = await browser.newContext({
    baseURL,
    viewport: { width: 820, height: 1180 },
    hasTouch: true,
  });
  await signInQuickly(context.request, 'maren');
  const page = await context.newPage();
  await page.goto(VIEWS.debrief[1](await ids(context.request)), { waitUntil: 'networkidle' });
  const grades = page.getByLabel('Your grade').getByRole('button', { name: /^\d/ });
  await expect(grades).toHaveCount(4);
  for (const button of await grades.all())
    expect((await button.boundingBox())!.height).toBeGreaterThanOrEqual(44);
  await context.close();
});

test('the shortcut list opens on a question mark', async ({ page }) => {
  await signInQuickly(page.request, 'idris');
  await page.goto('/brief');
  // A key pressed before the page listens is nobody's.
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('next deviation');
});
