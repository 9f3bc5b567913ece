/** The debrief in real Chromium: replay, comparison, edits, what was seen, the lesson, and what is taken along. */

import {
  decodeFlight,
  demonstrationLegs,
  findAirplane,
  findStandard,
  flyLesson,
  readRecording,
  targetCard,
  writeRecordingCsv,
} from '@keel/core';
import { expect, type Locator, type Page, test } from '@playwright/test';
import { seriousViolations } from './support/axe.ts';
import { flownLesson, ownLesson } from './support/own-lesson.ts';
import { lessonsOf, signInQuickly } from './support/people.ts';
import { typeInto } from './support/typing.ts';

const verdictFigures = (page: Page) => page.getByLabel('Verdict');

test('a moment is replayed with its picture and instruments, and every number opens to its evidence', async ({
  page,
}) => {
  await page.goto(`/debrief/${await flownLesson(page, 'Seen again')}`);
  const keel = page.getByRole('slider', { name: 'Cursor in the keel chart' });
  await expect(keel).toBeVisible();

  await page.getByLabel('Verdict').getByRole('button', { name: 'Altitude' }).click();
  await expect(verdictFigures(page)).toContainText('inside for');
  await expect(verdictFigures(page)).toContainText('FAA-S-ACS');

  await page.getByRole('region', { name: 'See it again' }).scrollIntoViewIfNeeded();
  await page.keyboard.press('r');
  const replay = page.getByLabel('Replay', { exact: true });
  await expect(replay.getByLabel('Instruments')).toBeVisible();
  const scrub = page.getByRole('slider', { name: 'Moment of the flight' });
  const before = Number(await scrub.getAttribute('aria-valuenow'));
  await replay.getByText('8×').click();
  await replay.getByRole('button', { name: 'Play' }).click();
  await expect
    .poll(async () => Number(await scrub.getAttribute('aria-valuenow')))
    .toBeGreaterThan(before + 2);
  await replay.getByRole('button', { name: 'Pause' }).click();
  // One cursor for the picture and the chart.
  const momentOf = async (slider: Locator) => Number(await slider.getAttribute('aria-valuenow'));
  await expect.poll(async () => Math.abs((await momentOf(keel)) - (await momentOf(scrub)))).toBeLessThan(1);

  await page.keyboard.press('w');
  const flight = page.getByLabel('The whole flight', { exact: true });
  await expect(flight.locator('canvas')).toBeVisible();
  await flight.getByRole('button', { name: /^2 R/ }).click();
  await expect(page.getByRole('heading', { name: 'Steep turn right' })).toBeVisible();
});

test('two attempts lie over each other by phase, with their figures side by side', async ({ page }) => {
  await page.goto(`/debrief/${await flownLesson(page, 'Compared')}`);
  await expect(page.getByRole('slider', { name: 'Cursor in the keel chart' })).toBeVisible();
  await page.keyboard.press('c');
  const compare = page.getByLabel('Compare', { exact: true });
  await expect(compare.locator('canvas')).toBeVisible();
  // Nell has flown it before: her last one and what she wdemonstration are laid beside it; the other way round on a tap.
  await expect(compare.getByRole('columnheader')).toHaveText([
    /tolerance used/,
    /1\. left/,
    /last time/,
    /demonstration/,
  ]);
  await compare.getByText(/the last \d, averaged/).click();
  await expect(compare.getByText(/mean, with the range from lowest to highest/)).toBeVisible();
  await compare
    .getByText(/last time/)
    .first()
    .click();
  await compare
    .getByText(/2\. right/)
    .first()
    .click();
  await expect(compare.getByRole('columnheader').last()).toHaveText(/demonstration|2\. right/);
  await expect(compare.getByRole('row', { name: /^Bank/ })).toContainText('%');
});

test('an attempt is split, called otherwise and put back', async ({ page }) => {
  await page.goto(`/debrief/${await flownLesson(page, 'Put right')}`);
  await page.getByRole('button', { name: 'Edges, split, merge, discard' }).click();
  await page.getByRole('button', { name: /^Split at/ }).click();
  await expect(page.getByRole('button', { name: /attempt 3/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: /attempt 3/ })).toBeHidden();

  await page.getByRole('button', { name: /Steep turn right, attempt 2/ }).click();
  // What is pressed next is meant for this one.
  await expect(page.getByRole('heading', { name: 'Steep turn right' })).toBeVisible();
  await page.getByRole('button', { name: 'Edges, split, merge, discard' }).click();
  await page.getByRole('combobox', { name: 'Maneuver' }).click();
  await page.getByRole('option', { name: 'Level turns' }).click();
  await page.getByRole('button', { name: 'Change the maneuver' }).click();
  await expect(page.getByRole('heading', { name: 'Level turn right' })).toBeVisible();
  await expect(page.getByText('called level turn')).toBeVisible();
});

test('what was seen, parked and said of the lesson stays, and the student reads it', async ({ page }) => {
  const id = await flownLesson(page, 'Said');
  await page.goto(`/debrief/${id}`);
  await page.getByRole('button', { name: 'Eyes inside most of the way' }).click();
  const happened = page.getByLabel('Sequence of events');
  await expect(happened.getByLabel('Seen by instructor')).toContainText('Eyes inside');

  await happened.getByRole('button', { name: /Overbanked/ }).click();
  await happened.getByRole('button', { name: 'Park it for another day' }).click();
  await expect(happened).toContainText('Parked for another day: Overbanked');
  await page.keyboard.press('l');
  const lesson = page.getByRole('region', { name: 'The lesson' });
  await expect(lesson).toContainText('overbank');

  await typeInto(lesson.getByLabel('Main point for the next lesson'), 'Look out, then roll.');
  await typeInto(lesson.getByLabel('Comment on the lesson'), 'A good day for it.');
  await lesson.getByRole('button', { name: 'Add' }).click();
  await expect(lesson.getByRole('listitem').filter({ hasText: 'A good day for it.' })).toBeVisible();

  await lesson.getByRole('heading', { name: 'Parked' }).click();
  await page.keyboard.press('l');
  await expect(page.getByRole('slider', { name: 'Cursor in the keel chart' })).toBeVisible();
  await page.keyboard.press('m');
  await typeInto(page.getByLabel('What happened here'), 'Wake');
  await page.getByRole('dialog').getByRole('button', { name: 'Save the mark' }).click();
  await expect(page.getByRole('region', { name: 'Keel chart' }).getByText('Wake')).toBeVisible();

  await signInQuickly(page.request, 'nell');
  await page.reload();
  await page.getByText('The lesson', { exact: true }).click();
  await expect(page.getByRole('region', { name: 'The lesson' })).toContainText('Look out, then roll.');
});

test('the debrief is taken along: on paper, as a track, as columns', async ({ page }) => {
  const id = await flownLesson(page, 'Along');
  await page.goto(`/debrief/${id}`);
  await page.getByRole('button', { name: 'Download' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: /Recording CSV/ }).click(),
  ]);
  const csv = await (await page.request.get(`/api/recordings/${id}/export/csv`)).text();
  expect(download.suggestedFilename()).toMatch(/\.csv$/);
  const flight = decodeFlight(
    (await (await page.request.get(`/api/recordings/${id}/flight`)).body()).buffer.slice(0) as ArrayBuffer,
  );
  expect(readRecording(csv).timeS.length).toBeGreaterThanOrEqual(flight.rows);
  const pdf = await page.request.get(`/api/recordings/${id}/debrief.pdf`);
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
});

test('the airplane’s own flights stand beside its book, and on the next card', async ({ page }) => {
  await signInQuickly(page.request, 'maren');
  await page.goto('/hangar');
  await page.getByText('Own figures').click();
  const figures = page.getByRole('table', { name: 'Own figures' });
  await expect(figures.getByRole('row', { name: /added in a 45° turn/ })).toContainText('rpm');
  await page.getByRole('button', { name: 'Show them on the cards' }).click();
  await expect(page.getByText(/The cards show \d+ figures/)).toBeVisible();

  await page.goto(`/brief/${await ownLesson(page, 'By its own figures')}`);
  await expect(page.getByText(/This airplane’s own flights:.*± \d+ rpm \(book/)).toBeVisible();

  await signInQuickly(page.request, 'maren');
  await page.goto('/hangar');
  await page.getByText('Own figures').click();
  await page.getByRole('button', { name: 'The book alone' }).click();
  await expect(page.getByText(/The cards show/)).toBeHidden();
});

test('a whole lesson is a strip of its maneuvers in order, and opens at any of them', async ({ page }) => {
  await signInQuickly(page.request, 'idris');
  const review = (await lessonsOf(page.request, 'Nell')).find(({ title }) => title.startsWith('Review'))!;
  await page.goto(`/debrief/${review.recordings[0].id}`);
  const strip = page.getByRole('navigation', { name: 'Attempts in order' }).getByRole('button');
  await expect(strip.first()).toBeVisible();
  const names = await strip.evaluateAll((blocks) =>
    blocks.map((block) => block.getAttribute('aria-label') ?? ''),
  );
  const flown = [
    'Slow flight, clean',
    'Slow flight, landing',
    'Power-off stall',
    'Power-on stall',
    'Steep turn left',
    'Steep turn right',
  ];
  const places = flown.map((name) => names.findIndex((label) => label.startsWith(name)));
  expect(places.every((place) => place >= 0)).toBe(true);
  expect(places).toEqual([...places].sort((a, b) => a - b));

  await strip.nth(places[2]).click();
  await expect(page.getByRole('heading', { name: 'Power-off stall, straight' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Keel chart' })).toContainText('Descent');
  // The stall that dropped a wing says so, the demonstration before it does not.
  await page.keyboard.press(']');
  await expect(page.getByLabel('Sequence of events')).toContainText(/wing dropped/);
});

test('unfolded and compared, the debrief has no serious accessibility violation', async ({ page }) => {
  await page.goto(`/debrief/${await flownLesson(page, 'For everyone')}`);
  await expect(page.getByRole('slider', { name: 'Cursor in the keel chart' })).toBeVisible();
  await page.getByRole('button', { name: 'Edges, split, merge, discard' }).click();
  await page.getByLabel('Verdict').getByRole('button', { name: 'Bank' }).click();
  await page.keyboard.press('w');
  await page.keyboard.press('c');
  await expect(page.getByLabel('Compare', { exact: true }).locator('canvas')).toBeVisible();
  expect(await seriousViolations(page)).toEqual([]);
});

test('a stall is told by its events: a tap on one goes to the moment, and a table says the same', async ({
  page,
}) => {
  await signInQuickly(page.request, 'idris');
  const review = (await lessonsOf(page.request, 'Nell')).find(
    ({ title, recordings }) => title.startsWith('Review') && recordings.length > 0,
  )!;
  await page.goto(`/debrief/${review.recordings[0].id}?attempt=3`);
  const story = page.getByRole('region', { name: 'What happened, by its events' });
  const cursor = page.getByRole('slider', { name: 'Cursor in the keel chart' });
  await story.getByRole('button', { name: 'lowest' }).click();
  const atLowest = Number(await cursor.getAttribute('aria-valuenow'));
  await story.getByRole('button', { name: 'break' }).click();
  const atBreak = Number(await cursor.getAttribute('aria-valuenow'));
  expect(atLowest).toBeGreaterThan(atBreak + 3);
  await expect(story.getByText('ft lost')).toBeVisible();
  await page.getByText('As a table').click();
  await expect(page.getByRole('row', { name: /^break 0/ })).toBeVisible();
  // The grade is in sight, however long the page.
  await expect(
    page.getByLabel('Your grade').getByRole('button', { name: /not yet steady/ }),
  ).toBeInViewport();
});

test('the brief’s picture comes back flown: a point of it moves the cursor, the cursor its dot', async ({
  page,
}) => {
  await signInQuickly(page.request, 'idris');
  const review = (await lessonsOf(page.request, 'Nell')).find(({ title }) => title.startsWith('Review'))!;
  await page.goto(`/debrief/${review.recordings[0].id}?attempt=0`);
  const again = page.getByRole('region', { name: 'See it again' });
  await expect(again.getByRole('heading', { name: 'The way down the power curve and back' })).toBeVisible();
  await expect(again.getByRole('img', { name: /power curve/ })).toBeVisible();
  const here = again.locator('.picture-here');
  await expect(here).toHaveText(/\d+ kt, .*rpm, flaps up/);
  const keel = page.getByRole('slider', { name: 'Cursor in the keel chart' });
  await again.locator('.picture').scrollIntoViewIfNeeded();
  const [before, words] = [
    Number(await keel.getAttribute('aria-valuenow')),
    (await here.textContent()) ?? '',
  ];
  await keel.evaluate((slider) => slider.focus({ preventScroll: true }));
  for (let i = 0; i < 4; i++) await page.keyboard.press('PageUp');
  await expect(here).not.toHaveText(words);
  expect(Number(await keel.getAttribute('aria-valuenow'))).toBeGreaterThan(before + 10);
  // Pointed at where the dot was, the dot goes back there; the flight may have come by more than once.
  await page.keyboard.press('PageDown');
  const dot = again.locator('.picture-dot[data-cursor]');
  const there = (await dot.boundingBox())!;
  for (let i = 0; i < 4; i++) await page.keyboard.press('PageDown');
  const off = async () => {
    const now = (await dot.boundingBox())!;
    return Math.hypot(now.x - there.x, now.y - there.y);
  };
  expect(await off()).toBeGreaterThan(12);
  await page.mouse.move(there.x + there.width / 2 + 2, there.y + there.height / 2);
  await expect.poll(off).toBeLessThan(12);
});

test('at 1280 by 800 keel, verdict, what went first and the grade are in view, and a lesson is graded by keys', async ({
  page,
}) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`/debrief/${await flownLesson(page, 'By keys')}`);
  for (const name of ['Keel chart', 'Verdict', 'Your grade']) {
    const box = await page.getByRole('region', { name }).boundingBox();
    expect([name, box!.y < 760]).toEqual([name, true]);
  }
  await expect(page.getByText(/^First out of tolerance:/)).toBeInViewport();
  const grade = page.getByRole('region', { name: 'Your grade' });
  const chosen = (name: string | RegExp) => grade.getByRole('button', { name, pressed: true });
  // Who has just chosen the judge by hand grades by keys all the same.
  await page.getByText('not allowed', { exact: true }).click();
  await page.keyboard.press('2');
  await page.keyboard.press('p');
  await expect(chosen(/^2 /)).toBeVisible();
  await expect(grade.getByText('Who flew: prompted')).toBeVisible();
  await page.keyboard.press(']');
  await expect(page.getByRole('heading', { name: 'Steep turn right' })).toBeVisible();
  await page.keyboard.press('3');
  await page.keyboard.press('u');
  await expect(chosen(/^3 /)).toBeVisible();
  await expect(grade.getByText('Who flew: unaided')).toBeVisible();
  await page.reload();
  await expect(chosen(/^3 /)).toBeVisible();
  // What is written is no shortcut.
  const comment = page.getByRole('textbox', { name: 'Comment' });
  await typeInto(comment, '');
  await comment.press('4');
  await comment.press('p');
  await expect(comment).toHaveValue('4p');
  await expect(chosen(/^3 /)).toBeVisible();
});

test('a stall that failed its requirements: they, the first finding with its advice and the grade are in view at 1280 by 800', async ({
  page,
}) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await signInQuickly(page.request, 'idris');
  const { items } = await (await page.request.get('/api/lessons?limit=100&q=Review')).json();
  const review = items.find(
    ({ title, recordings }: { title: string; recordings: { fileName: string }[] }) =>
      title.startsWith('Review') && recordings.some(({ fileName }) => fileName.includes('nell-review')),
  );
  await page.goto(`/debrief/${review.recordings[0].id}?attempt=3`);
  await expect(page.getByRole('heading', { name: 'Power-off stall, straight' })).toBeVisible();
  await expect(page.getByText('Not yet to standard').first()).toBeVisible();
  const grade = await page.getByRole('region', { name: 'Your grade' }).boundingBox();
  expect(grade!.y + grade!.height).toBeLessThanOrEqual(801);
  const seen = [
    ...(await page.locator('.requirement').all()).slice(0, 3),
    page.locator('.happened-try').first(),
  ];
  expect(seen.length).toBeGreaterThanOrEqual(3);
  for (const one of seen) {
    const box = await one.boundingBox();
    expect(box!.y).toBeGreaterThanOrEqual(grade!.y + grade!.height - 1);
    expect(box!.y + box!.height).toBeLessThanOrEqual(800);
  }
});

/** One steep-turn pair flown again and again, at 2 Hz: as many attempts as nobody flies in a day. */
function longDay(hours: number): string {
  const airplane = findAirplane('cairn-4')!;
  const card = targetCard({
    airplane,
    standard: findStandard('faa-private')!,
    maneuver: 'steep-turn',
    groundFt: 1900,
    weightLb: 2300,
  });
  const { recording } = flyLesson({
    airplane,
    weightLb: 2300,
    groundFt: 1900,
    legs: demonstrationLegs(card, { habit: 'steep-turn/overbank' }),
  });
  const rows = [...recording.timeS.keys()].filter((row) => row % 5 === 0);
  const lengthS = recording.timeS[recording.timeS.length - 1] + 0.5;
  const turns = Array.from({ length: Math.ceil((3600 * hours) / lengthS) }, (_, i) => i);
  const repeated = (of: (row: number, turn: number) => number) =>
    Float64Array.from(turns.flatMap((turn) => rows.map((row) => of(row, turn))));
  return writeRecordingCsv({
    ...recording,
    timeS: repeated((row, turn) => turn * lengthS + recording.timeS[row]),
    channels: Object.fromEntries(
      Object.entries(recording.channels).map(([name, values]) => [name, repeated((row) => values[row])]),
    ),
  });
}

test('six hours with more than two hundred attempts: nothing overlaps, and every attempt is reached', async ({
  page,
}) => {
  const lessonId = await ownLesson(page, 'A long day');
  const [{ student }] = await lessonsOf(page.request, 'Nell');
  const sent = await page.request.post('/api/recordings', {
    multipart: {
      file: { name: 'long-day.csv', mimeType: 'text/csv', buffer: Buffer.from(longDay(6)) },
      studentId: student.id,
      airplaneId: 'cairn-4',
      standardId: 'faa-private',
      lessonId,
    },
  });
  const { id } = await sent.json();
  await expect
    .poll(async () => (await (await page.request.get(`/api/recordings/${id}`)).json()).status, {
      timeout: 60_000,
    })
    .toBe('analysed');
  await page.goto(`/debrief/${id}`);
  const strip = page.getByRole('navigation', { name: 'Attempts in order' });
  const blocks = strip.locator('.strip-block');
  await expect(blocks.first()).toBeVisible();
  const [within, boxes] = await strip.evaluate(
    (nav) =>
      [
        nav.getBoundingClientRect().width,
        [...nav.querySelectorAll<HTMLElement>('.strip-block')].map((block) => ({
          left: block.offsetLeft,
          right: block.offsetLeft + block.offsetWidth,
          spills: [...block.children].some(
            (child) => (child as HTMLElement).scrollWidth > block.clientWidth + 1,
          ),
        })),
      ] as const,
  );
  expect(boxes.length).toBeGreaterThan(200);
  expect(boxes.filter(({ spills }) => spills)).toEqual([]);
  expect(boxes.filter(({ right }) => right > within + 1)).toEqual([]);
  expect(boxes.filter(({ left }, i) => i > 0 && left < boxes[i - 1].right - 1)).toEqual([]);
  await page.keyboard.press('w');
  await expect(page.getByLabel('The whole flight', { exact: true }).locator('canvas')).toBeVisible();
  await page.goto(`/debrief/${id}?attempt=${boxes.length - 1}`);
  await expect(page.getByText(`attempt ${boxes.length} ·`)).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(1280);
  // Two hundred turns of nobody’s would stand on a path that others read.
  expect((await page.request.delete(`/api/recordings/${id}`)).ok()).toBe(true);
});
