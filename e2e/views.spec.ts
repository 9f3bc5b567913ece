/** Every view: no serious accessibility violation in light or dark, nothing wider than a tablet. */
import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { lessonsOf, signInQuickly } from './support/people.ts';

const VIEWS: Record<
  string,
  (ids: { lesson: string; flown: string; recording: string; student: string }) => string
> = {
  today: () => '/',
  lessons: () => '/brief',
  'new lesson': () => '/brief/new',
  brief: ({ lesson }) => `/brief/${lesson}`,
  fly: ({ lesson }) => `/fly/${lesson}`,
  'many recordings': () => '/fly/many',
  debrief: ({ recording }) => `/debrief/${recording}?attempt=2`,
  'debrief, by time': ({ recording }) => `/debrief/${recording}?view=time`,
  'debrief, the lesson': ({ recording }) => `/debrief/${recording}?view=lesson`,
  'debrief, compared': ({ recording }) => `/debrief/${recording}?see=compare`,
  'debrief, in short': ({ recording }) => `/debrief/${recording}/along`,
  students: () => '/path',
  path: ({ student }) => `/path/${student}`,
  'a skill': ({ student }) => `/path/${student}/steep-turn`,
  logbook: ({ student }) => `/logbook/${student}`,
  'the day of a solo': ({ student }) => `/solo/${student}`,
  week: () => '/week',
  syllabus: () => '/syllabus',
  hangar: () => '/hangar',
  standards: () => '/standards',
  technique: () => '/technique',
  'what the coach says': () => '/coach',
  people: () => '/people',
  school: () => '/school',
  'your account': () => '/me',
  'nothing there': () => '/no-such-view',
};

async function ids(request: Parameters<typeof lessonsOf>[0]) {
  const lessons = await lessonsOf(request, 'Nell');
  const flown = lessons.filter((lesson) => lesson.recordings.length > 0)[1];
  return {
    lesson: lessons[0].id,
    flown: flown.id,
    recording: flown.recordings[0].id,
    student: flown.student.id,
  };
}

// They look and change nothing: whichever browser is free takes the next.
test.describe.configure({ mode: 'parallel' });

for (const [name, path] of Object.entries(VIEWS)) {
  test(`${name}, light and dark`, async ({ page }) => {
    await signInQuickly(page.request, 'maren');
    const errors: string[] = [];
    page.on('pageerror', (error) => errors.push(error.message));
    page.on('console', (message) => message.type() === 'error' && errors.push(message.text()));
    await page.goto(path(await ids(page.request)), { waitUntil: 'networkidle' });
    for (const colorScheme of ['light', 'dark'] as const) {
      await page.emulateMedia({ colorScheme });
      await expect(page.locator('html')).toHaveAttribute('data-mantine-color-scheme', colorScheme);
      const { violations } = await new AxeBuilder({ page }).analyze();
      const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');
      expect(serious.map(({ id, nodes }) => `${colorScheme}, ${id}: ${nodes[0].html}`)).toEqual([]);
    }
    expect(errors).toEqual([]);
  });
}

test('the sign-in has no serious violation', async ({ page }) => {
  await page.goto('/sign-in', { waitUntil: 'networkidle' });
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.filter(({ impact }) => impact === 'serious' || impact === 'critical')).toEqual([]);
});

test('on a tablet nothing is wider than the screen, and what is touched is large enough', async ({
  browser,
  baseURL,
}) => {
  const context = await browser.newContext({
    baseURL,
    viewport: { width: 820, height: 1180 },
    hasTouch: true,
  });
  await signInQuickly(context.request, 'maren');
  const page = await context.newPage();
  const known = await ids(context.request);
  for (const [name, path] of Object.entries(VIEWS)) {
    await page.goto(path(known), { waitUntil: 'networkidle' });
    const width = await page.evaluate(() => document.documentElement.scrollWidth);
    expect([name, width]).toEqual([name, 820]);
  }
  await page.goto(VIEWS.debrief(known), { waitUntil: 'networkidle' });
  for (const button of await page.getByLabel('Your grade').getByRole('button').all()) {
    const box = await button.boundingBox();
    if (box && (await button.textContent())?.match(/^\d/)) expect(box.height).toBeGreaterThanOrEqual(44);
  }
  await context.close();
});

test('on a phone, a tablet across and at twice the size nothing runs out of the page, on any view', async ({
  browser,
  baseURL,
}) => {
  // Thirty views at three sizes.
  test.setTimeout(240_000);
  const context = await browser.newContext({
    baseURL,
    viewport: { width: 390, height: 844 },
    hasTouch: true,
  });
  await signInQuickly(context.request, 'maren');
  const page = await context.newPage();
  const known = await ids(context.request);
  const more: typeof VIEWS = {
    'in the air': () => '/live',
    'the right seat': ({ lesson }) => `/seat/${lesson}`,
  };
  for (const [name, path] of Object.entries({ ...VIEWS, ...more })) {
    await page.goto(path(known));
    await page.locator('h1, h2').first().waitFor();
    await page.waitForTimeout(400);
    // A window of 1280 by 800 looked at twice as large is one of 640 by 400.
    for (const [width, height] of [
      [390, 844],
      [640, 400],
      [1180, 820],
    ]) {
      await page.setViewportSize({ width, height });
      await page.waitForTimeout(250);
      const wide = await page.evaluate(() => document.documentElement.scrollWidth);
      expect([name, wide]).toEqual([name, width]);
    }
    await page.setViewportSize({ width: 390, height: 844 });
  }
  await context.close();
});

test('in the air and the right seat have no serious violation', async ({ page }) => {
  await signInQuickly(page.request, 'maren');
  const { lesson } = await ids(page.request);
  for (const path of ['/live', `/seat/${lesson}`]) {
    await page.goto(path);
    await page.locator('h1, h2').first().waitFor();
    const { violations } = await new AxeBuilder({ page }).analyze();
    const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');
    expect(serious.map(({ id, nodes }) => `${path}, ${id}: ${nodes[0].html}`)).toEqual([]);
  }
});

test('the shortcut list opens on a question mark', async ({ page }) => {
  await signInQuickly(page.request, 'idris');
  await page.goto('/brief');
  // A key pressed before the page listens is nobody's.
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('next excursion');
});
