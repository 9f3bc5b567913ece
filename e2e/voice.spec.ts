/** Spoken in the right seat, heard at Debrief; a grade given in the air is the grade there. */
import { expect, test } from '@playwright/test';
import { ownLesson } from './support/own-lesson.ts';

// A microphone that hums, and nobody who has to allow it.
test.use({
  viewport: { width: 820, height: 1180 },
  permissions: ['microphone'],
  launchOptions: async ({ launchOptions }, use) =>
    use({
      ...launchOptions,
      args: [
        ...(launchOptions.args ?? []),
        '--use-fake-device-for-media-stream',
        '--use-fake-ui-for-media-stream',
      ],
    }),
});

test('a voice note, a word for later and a mark wait for the recording, and are at Debrief with their sound', async ({
  page,
}) => {
  const lessonId = await ownLesson(page, 'Spoken in the air');
  await page.goto(`/seat/${lessonId}`);
  await page.getByRole('button', { name: /Engine started/ }).click();
  await page.getByRole('button', { name: 'voice note', exact: true }).click();
  const speaking = page.getByRole('button', { name: 'speaking: tap to end' });
  await expect(speaking).toBeVisible();
  await page.waitForTimeout(900);
  await speaking.click();
  await page.getByRole('button', { name: 'rudder' }).click();
  await page.getByRole('button', { name: 'custom' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'kept:' })).toHaveText(
    'kept: voice note, rudder, own words, later',
  );
  const notes = async () => (await page.request.get(`/api/lessons/${lessonId}/notes`)).json();
  await expect.poll(async () => (await notes()).length).toBe(3);
  const spoken = (await notes()).find(({ body }: { body: { text: string } }) => body.text === 'voice note');
  await expect
    .poll(async () => (await page.request.get(`/api/notes/${spoken.id}/voice`)).headers()['content-type'])
    .toMatch(/^audio\//);
  expect((await (await page.request.get(`/api/notes/${spoken.id}/voice`)).body()).length).toBeGreaterThan(
    500,
  );

  const made = await page.request.post(`/api/lessons/${lessonId}/demonstration`, {
    data: { maneuver: 'steep-turn', habit: 'steep-turn/overbank', habitIn: 'first', seed: 77_001 },
  });
  const { id } = await made.json();
  await expect
    .poll(async () => (await (await page.request.get(`/api/recordings/${id}`)).json()).statements.length, {
      timeout: 30_000,
    })
    .toBe(3);
  await page.goto(`/debrief/${id}?view=lesson`);
  const sound = page.getByLabel('Voice note', { exact: true });
  await expect(sound).toBeVisible();
  // It can be heard where it stands: the page may play it, and it is sound.
  const durationS = await sound.evaluate(
    (audio: HTMLAudioElement) =>
      new Promise<number>((resolve, reject) => {
        audio.onloadeddata = () => resolve(audio.readyState);
        audio.onerror = () => reject(new Error(audio.error?.message));
        audio.load();
        audio.preload = 'auto';
        void audio.play().catch(() => undefined);
      }),
  );
  expect(durationS).toBeGreaterThanOrEqual(2);
});
