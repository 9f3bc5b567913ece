/** The trainer in real Chromium: a steep turn flown from the keyboard against the card, found and scored at Debrief. */
import { setTimeout } from 'node:timers/promises';
import { expect, test } from '@playwright/test';
import { holdKeys, readPanel } from './support/fly-by-keys.ts';
import { ownLesson } from './support/own-lesson.ts';
import { signInQuickly } from './support/people.ts';
import { withoutWebGl } from './support/without-webgl.ts';

test('a steep turn flown from the keyboard is found and scored', async ({ page }) => {
  test.setTimeout(180_000);
  // Drawn flat it costs little, and the keys are answered in time on a machine that has other things to do.
  await withoutWebGl(page);
  const lessonId = await ownLesson(page);
  await signInQuickly(page.request, 'nell');
  await page.goto(`/fly/${lessonId}`);
  await page.getByRole('link', { name: 'Open the trainer' }).click();
  await page.getByRole('combobox', { name: 'Maneuver' }).click();
  await page.getByRole('option', { name: 'Steep turns' }).click();
  await expect(page.getByRole('heading', { name: 'Steep turns left' })).toBeVisible();
  const entry = (await readPanel(page)).altitudeFt;

  // Chosen by hand, the choice gives the keyboard back: the arrows are the stick, and change nothing there.
  const together = page.getByRole('radiogroup', { name: 'Coaching' });
  await together.getByText('Coached').click();
  const pace = page.getByRole('button', { name: 'Pace', exact: true });
  await page.keyboard.press('o');
  await expect(pace).toHaveText('½×');
  for (let press = 0; press < 3 && (await pace.textContent()) !== '1×'; press++)
    await page.keyboard.press('o');
  await expect(pace).toHaveText('1×');
  await page.keyboard.press(' ');
  await page.waitForTimeout(5000);
  // A hand that a busy machine makes late flies at half the pace.
  await page.keyboard.press('o');
  await expect(pace).toHaveText('½×');
  const held = new Set<string>();
  await page.keyboard.down('w');
  await page.waitForTimeout(500);
  await page.keyboard.up('w');
  let rollingOut = false;
  const began = Date.now();
  while (Date.now() - began < 150_000) {
    const see = await readPanel(page);
    if (see.turnedDeg > 360 - 24) rollingOut = true;
    if (rollingOut && Math.abs(see.bankDeg) < 4) break;
    const wanted: string[] = [];
    const bankWanted = rollingOut ? 0 : -45;
    if (see.bankDeg > bankWanted + 2) wanted.push('ArrowLeft');
    else if (see.bankDeg < bankWanted - 2) wanted.push('ArrowRight');
    // Where the altitude will be in a few seconds, at this vertical speed.
    const soon = see.altitudeFt + (see.verticalFpm / 60) * 4 - entry;
    if (soon < -12) wanted.push('ArrowDown');
    else if (soon > 12) wanted.push('ArrowUp');
    await holdKeys(page, held, wanted);
    await setTimeout(60);
  }
  await holdKeys(page, held, []);
  await expect(together.getByRole('radio', { name: 'Coached' })).toBeChecked();
  await page.waitForTimeout(5000);
  await page.getByRole('button', { name: 'Open the debrief' }).click();

  await expect(page.getByRole('heading', { name: 'Steep turn left' })).toBeVisible({ timeout: 30_000 });
  await expect(page.getByText('Flown in the trainer.')).toBeVisible();
  const id = /debrief\/([^?]+)/.exec(page.url())?.[1];
  const recording = await (await page.request.get(`/api/recordings/${id}`)).json();
  expect(recording.flownIn).toBe('trainer');
  expect(recording.score.attempts).toHaveLength(1);
  const [attempt] = recording.score.attempts;
  expect(attempt).toMatchObject({ maneuver: 'steep-turn', variant: 'left', state: 'complete' });
  expect(attempt.turnedDeg).toBeGreaterThan(330);
  const measured = (name: string) =>
    attempt.parameters.find(({ parameter }: { parameter: string }) => parameter === name);
  for (const name of ['altitude', 'airspeed', 'bank'])
    expect(measured(name).toleranceUsed).toBeGreaterThan(0);
  expect(measured('bank').rms).toBeLessThan(8);

  // It shows skill, and closes nothing.
  const path = await (await page.request.get(`/api/students/${recording.student.id}/path`)).json();
  const onPath = path.skills
    .flatMap((skill: { attempts: object[] }) => skill.attempts)
    .find((one: { recordingId: string }) => one.recordingId === id);
  expect(onPath.flownIn).toBe('trainer');
});

test('the controls are exchanged in three steps, both ways, and a sight picture is marked', async ({
  page,
}) => {
  const lessonId = await ownLesson(page);
  await page.goto(`/fly/${lessonId}/trainer`);
  await page.getByRole('button', { name: 'Fly (space)' }).click();
  const spoken = page.locator('.spoken');
  const controls = page.locator('[data-holder]');
  await page.keyboard.press('x');
  await expect(spoken).toContainText('You: “You have the controls.”');
  await expect(spoken).toContainText('Instructor: “I have the controls.” Answer with x.');
  await expect(controls).toHaveText('instructor');
  await page.keyboard.press('x');
  await expect(spoken).toContainText('You: “You have the controls.”');
  await expect(spoken).not.toContainText('controls');

  await page.keyboard.press('x');
  await expect(spoken).toContainText('Instructor: “You have the controls.” Answer with x.');
  await expect(controls).toHaveText('instructor');
  await page.keyboard.press('x');
  await expect(controls).toHaveText('yours');
  await expect(spoken).toContainText('Instructor: “You have the controls.”');

  await page.keyboard.press('m');
  await expect(page.locator('.marked text')).toContainText('kt');
  const lesson = await (await page.request.get(`/api/lessons/${lessonId}`)).json();
  expect(lesson.sightPictures).toHaveLength(1);
  await page.getByRole('button', { name: 'Rudder helped' }).click();
  await expect(page.getByRole('button', { name: 'Rudder yours' })).toBeVisible();
});

test('without WebGL the horizon is drawn flat, and it flies all the same', async ({ page }) => {
  await withoutWebGl(page);
  await page.goto(`/fly/${await ownLesson(page)}/trainer`);
  await expect(page.getByText('drawn flat: no WebGL here')).toBeVisible();
  await page.getByRole('button', { name: 'Fly (space)' }).click();
  await page.keyboard.down('ArrowRight');
  await expect.poll(async () => (await readPanel(page)).bankDeg).toBeGreaterThan(8);
  await page.keyboard.up('ArrowRight');
});
