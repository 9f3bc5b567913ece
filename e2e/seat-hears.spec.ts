/**
 * A tablet that hears: the page's microphone is a cabin made by the browser's own oscillators, its engine at a known number of
 * revolutions and a sounding stall warning; the figures arrive with the recording.
 */
import { gunzipSync } from 'node:zlib';
import { expect, type Page, test } from '@playwright/test';
import { fly, shake } from './support/drawn-tablet.ts';
import { ownLesson } from './support/own-lesson.ts';
import { signInQuickly } from './support/people.ts';

const RPM = 2350;
const CABIN = {
  firingHz: (RPM * 4) / 120,
  harmonics: 6,
  tonesHz: [870, 1740, 2610],
  hum: 0.12,
  tone: 0.08,
  hiss: 0.05,
};

test.use({
  viewport: { width: 820, height: 1180 },
  hasTouch: true,
  permissions: ['geolocation', 'accelerometer', 'gyroscope'],
  geolocation: { latitude: 54.62, longitude: -2.91, accuracy: 4 },
});

/** Two blades and four cylinders hum as one. */
async function inCabin(page: Page): Promise<void> {
  await page.addInitScript(({ firingHz, harmonics, tonesHz, hum, tone, hiss }) => {
    const sound = (): MediaStream => {
      const context = new AudioContext();
      const into = context.createMediaStreamDestination();
      const strength = (value: number) => new GainNode(context, { gain: value });
      const sing = (frequency: number, gain: number) => {
        const one = new OscillatorNode(context, { frequency });
        one.connect(strength(gain)).connect(into);
        one.start();
      };
      for (let k = 1; k <= harmonics; k++) sing(k * firingHz, hum / k);
      for (const hz of tonesHz) sing(hz, tone);
      const noise = context.createBuffer(1, 4 * context.sampleRate, context.sampleRate);
      noise.copyToChannel(
        Float32Array.from({ length: noise.length }, () => hiss * (2 * Math.random() - 1)),
        0,
      );
      const hissing = new AudioBufferSourceNode(context, { buffer: noise, loop: true });
      hissing.connect(into);
      hissing.start();
      void context.resume();
      return into.stream;
    };
    Object.defineProperty(navigator.mediaDevices, 'getUserMedia', { value: async () => sound() });
  }, CABIN);
}

/** A busy machine's sound comes late; three seconds more are flown once it does. */
async function flyUntilHeard(page: Page, fromS: number): Promise<void> {
  const heard = page.getByText(/engine at 2\u202f3[3-7]\d a minute/);
  let s = fromS;
  while (s < fromS + 60 && !(await heard.isVisible())) await fly(page, s++, 1);
  await expect(heard).toBeVisible();
  await fly(page, s, 3);
}

test('the warning is learned at preflight, the engine is heard in flight, and only figures are sent', async ({
  page,
}) => {
  test.setTimeout(180_000);
  const lessonId = await ownLesson(page, 'Heard by the tablet');
  await signInQuickly(page.request, 'idris');
  await inCabin(page);
  await page.goto(`/seat/${lessonId}`);
  const tap = (name: string | RegExp) => page.getByRole('button', { name, exact: true }).tap();
  await tap(/^Record, on my knee/);
  await tap(/^Hear the engine as well/);
  await expect(page.getByText('Stall warning not learned here')).toBeVisible();
  await tap(/^Learn the stall warning/);
  await expect(page.getByText(/^Stall warning learned: .*8[67]\d.*Hz/)).toBeVisible({ timeout: 20_000 });
  await tap(/^Engine started/);
  await shake(page);
  await flyUntilHeard(page, 0);
  // The page dies and comes again: the microphone goes on without being asked for.
  await page.reload();
  await flyUntilHeard(page, 100);
  await tap('End the recording …');
  await tap('Parked: end and send it');
  await expect(page.getByText('The recording is at the school.')).toBeVisible({ timeout: 30_000 });
  const lesson = await (await page.request.get(`/api/lessons/${lessonId}`)).json();
  const file = await page.request.get(`/api/recordings/${lesson.recordings[0].id}/file`);
  const rows = gunzipSync(await file.body())
    .toString()
    .split('\n')
    .map((line) => line.split(','));
  const heard = rows.filter((cells) => cells.length === 17 && Number(cells[15]) >= 0.5);
  expect(heard.length).toBeGreaterThanOrEqual(4);
  for (const cells of heard) expect(Math.abs(Number(cells[14]) - RPM)).toBeLessThanOrEqual(40);
  expect(heard.filter((cells) => Number(cells[16]) > 0.5).length).toBeGreaterThanOrEqual(2);
});
