/**
 * A tablet that records: emulated positions and motion in real Chromium, the page killed in the middle, the network away at the
 * end; the log arrives once, and is the lesson's recording.
 */
import { gunzipSync } from 'node:zlib';
import { expect, type Page, test } from '@playwright/test';
import { fly, shake } from './support/drawn-tablet.ts';
import { ownLesson } from './support/own-lesson.ts';
import { signInQuickly } from './support/people.ts';

test.use({
  viewport: { width: 820, height: 1180 },
  hasTouch: true,
  permissions: ['geolocation', 'accelerometer', 'gyroscope'],
  geolocation: { latitude: 54.62, longitude: -2.91, accuracy: 4 },
});

const seconds = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const opening = indexedDB.open('keel-sensors');
        opening.onsuccess = () => {
          const counting = opening.result.transaction('pieces').objectStore('pieces').count();
          counting.onsuccess = () => resolve(counting.result);
        };
      }),
  );

test('a flight kept by the tablet outlives its page, waits for the network, and is the lesson’s recording, once', async ({
  page,
  context,
}) => {
  test.setTimeout(120_000);
  const lessonId = await ownLesson(page, 'Recorded by the tablet');
  await signInQuickly(page.request, 'idris');
  await page.goto(`/seat/${lessonId}`);
  const tap = (name: string | RegExp) => page.getByRole('button', { name, exact: true }).tap();
  await tap(/^Record, fixed in a mount/);
  await expect(page.getByText('it must not move')).toBeVisible();
  await tap(/^Engine started/);
  await expect(page.getByText('recording on this tablet', { exact: true })).toBeVisible();
  await shake(page);
  await fly(page, 0, 5);
  await Promise.all([
    fly(page, 5, 4),
    expect(page.getByText(/position within 4 m · motion [2-5]\d a second/)).toBeVisible(),
  ]);

  // Killed in the middle: what was kept is there, and it goes on.
  const before = await seconds(page);
  expect(before).toBeGreaterThan(4);
  await page.close({ runBeforeUnload: false });
  const again = await context.newPage();
  await again.waitForTimeout(4000);
  await again.goto(`/seat/${lessonId}`);
  await expect(again.getByText('recording on this tablet', { exact: true })).toBeVisible();
  expect(await seconds(again)).toBeGreaterThanOrEqual(before - 2);
  await shake(again);
  await fly(again, 12, 6);
  await expect(again.getByText(/\d s not recorded/)).toBeVisible();

  await context.setOffline(true);
  const press = (name: string | RegExp) => again.getByRole('button', { name, exact: true }).tap();
  await press('End the recording …');
  await press('Parked: end and send it');
  await expect(again.getByText('waits for the network')).toBeVisible();
  await context.setOffline(false);
  await expect(again.getByText('The recording is at the school.')).toBeVisible({ timeout: 30_000 });
  const lesson = await (await again.request.get(`/api/lessons/${lessonId}`)).json();
  expect(lesson.recordings).toHaveLength(1);
  const [{ id, fileName }] = lesson.recordings;
  expect(fileName).toMatch(/^tablet-\d{8}T\d{4}\.csv\.gz$/);
  expect(await seconds(again)).toBe(0);
  const file = await again.request.get(`/api/recordings/${id}/file`);
  expect((await file.body())[0]).toBe(0x1f);
  await again.getByRole('link', { name: 'To Debrief' }).tap();
  await expect(again.getByRole('heading', { level: 1 })).toBeVisible();
});

test('killed ten times at moments of chance, it loses no more than two seconds each time', async ({
  page,
  context,
}) => {
  test.setTimeout(180_000);
  const lessonId = await ownLesson(page, 'Killed ten times');
  await signInQuickly(page.request, 'idris');
  await page.goto(`/seat/${lessonId}`);
  await page.getByRole('button', { name: /^Record, on my knee/ }).tap();
  await page.getByRole('button', { name: /^Record, fixed in a mount/ }).tap();
  await page.getByRole('button', { name: /^Engine started/ }).tap();
  const killedMs: number[] = [];
  let flying = page;
  for (let kill = 0; kill <= 10; kill++) {
    await expect(flying.getByText('recording on this tablet', { exact: true })).toBeVisible();
    await shake(flying);
    await fly(flying, 4 * kill, 2);
    if (kill === 10) break;
    await flying.waitForTimeout(1000 * Math.random());
    killedMs.push(Date.now());
    await flying.close({ runBeforeUnload: false });
    flying = await context.newPage();
    await flying.goto(`/seat/${lessonId}`);
  }
  await flying.getByRole('button', { name: 'End the recording …' }).tap();
  await flying.getByRole('button', { name: 'Parked: end and send it' }).tap();
  await expect(flying.getByText('The recording is at the school.')).toBeVisible({ timeout: 30_000 });
  const lesson = await (await flying.request.get(`/api/lessons/${lessonId}`)).json();
  expect(lesson.recordings).toHaveLength(1);
  const file = await flying.request.get(`/api/recordings/${lesson.recordings[0].id}/file`);
  const text = gunzipSync(await file.body()).toString();
  const startedMs = Date.parse(/# started_utc: (\S+)/.exec(text)?.[1] ?? '');
  const rowsMs = [...text.matchAll(/^(\d+),/gm)].map(([, ms]) => startedMs + Number(ms));
  expect([...rowsMs].sort((a, b) => a - b)).toEqual(rowsMs);
  for (const ms of killedMs) {
    const last = rowsMs.findLast((at) => at <= ms);
    expect(last).toBeGreaterThan(ms - 2000);
  }
});
