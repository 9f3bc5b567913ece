/** Recordings of other makes and many at once, through the real interface. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { writeRecordingCsv } from '@keel/core';
import { expect, test } from '@playwright/test';
import { flown } from './support/flown.ts';
import { ownLesson } from './support/own-lesson.ts';
import { keepFolder, lessonsOf, signInQuickly } from './support/people.ts';

/** A header that no earlier run has been asked about. */
const MEMO = `Memo ${Date.now()}`;

/** The same flight as a logger of an invented make would write it. */
function foreign(seed: number): string {
  const { timeS, channels } = flown(seed);
  const rows = Array.from(timeS, (s, i) =>
    [
      new Date(Date.UTC(2026, 10, 21, 10, 0, 0) + 1000 * s).toISOString().slice(11, 23),
      (channels.alt_ft![i] * 0.3048).toFixed(2),
      (channels.ias_kt![i] * 1.852).toFixed(2),
      channels.hdg_deg![i],
      channels.bank_deg![i],
      '',
    ].join(';'),
  );
  return ['Invented logger, unit 7', `Time;Height (m);Airspeed (km/h);Heading;Roll;${MEMO}`, ...rows].join(
    '\r\n',
  );
}

const at = (name: string) => join(keepFolder(), name);

test('a table of another make: the columns are said once, and remembered by the header', async ({ page }) => {
  writeFileSync(at('other-1.csv'), foreign(1000 + (Date.now() % 40_000)));
  writeFileSync(at('other-2.csv'), foreign(50_000 + (Date.now() % 40_000)));
  const lessonId = await ownLesson(page, 'Another make');
  await page.goto(`/fly/${lessonId}`);
  await page.getByLabel('Recording file').setInputFiles(at('other-1.csv'));
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('combobox', { name: 'Height (m) is' })).toHaveValue('indicated altitude');
  await expect(dialog.getByRole('combobox', { name: 'Unit of Airspeed (km/h)' })).toHaveValue('km/h');
  await dialog.getByRole('button', { name: 'Read the file' }).click();
  await page.getByRole('button', { name: 'Go to Debrief' }).click();
  await expect(page.getByRole('heading', { name: 'Steep turn left' })).toBeVisible();

  // The next file with this header is not asked about.
  await page.goto(`/fly/${lessonId}`);
  await page.getByLabel('Recording file').setInputFiles(at('other-2.csv'));
  await page.getByRole('button', { name: 'Go to Debrief' }).click();
  await expect(page.getByRole('heading', { name: 'Steep turn left' })).toBeVisible();
});

test('many recordings find their lessons by airplane and time', async ({ page }) => {
  await signInQuickly(page.request, 'idris');
  // A lesson whose time no other has.
  const lessons = await lessonsOf(page.request, 'Nell');
  const alone = lessons.filter(
    (one) => lessons.filter((other) => other.plannedAt === one.plannedAt).length === 1,
  );
  const { plannedAt } = alone[alone.length - 1];
  const recording = flown(1000 + (Date.now() % 40_000));
  const dated = (iso: string) =>
    writeRecordingCsv({
      ...recording,
      header: { airplane: 'cairn-4', date: iso, weightLb: 2200, groundFt: 1900 },
    });
  writeFileSync(at('fits.csv'), dated(plannedAt));
  writeFileSync(at('fits-none.csv'), dated('2019-01-01'));
  writeFileSync(at('broken.csv'), 'time_s,alt_ft,ias_kt,hdg_deg\n0,4500,95,1\n1,high,95,1\n');

  await page.goto('/fly/many');
  await page
    .getByLabel('Recording files')
    .setInputFiles([at('fits.csv'), at('fits-none.csv'), at('broken.csv')]);
  const row = (name: string) => page.getByRole('row').filter({ hasText: name });
  await expect(row('fits.csv')).toContainText('found by airplane and time');
  await expect(row('fits-none.csv')).toContainText('needs a lesson');
  await row('broken.csv').getByRole('combobox').click();
  await page.getByRole('option').first().click();
  await page.getByRole('button', { name: 'Send 2 of 3' }).click();
  await expect(row('fits.csv')).toContainText('saved: open the debrief', { timeout: 20_000 });
  await expect(row('broken.csv')).toContainText('line 3, column 2 (alt_ft): "high" is not a number');
  await row('fits.csv').getByRole('link').click();
  await expect(page.getByRole('heading', { name: 'Steep turn left' })).toBeVisible();
});
