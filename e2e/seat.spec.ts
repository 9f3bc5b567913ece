/** The right seat in real Chromium: a flight heard as it is flown, the network cut, the tablet reloaded; nothing lost, nothing twice. */
import { expect, request as newRequest, test } from '@playwright/test';
import { flyDevice } from './support/device.ts';
import { lessonsOf, signInQuickly } from './support/people.ts';
import { typeInto } from './support/typing.ts';
import { openWire } from './support/wire.ts';

test.use({ viewport: { width: 820, height: 1180 }, serviceWorkers: 'allow', hasTouch: true });

test('three marks with the network cut, the page reloaded, the network back: three marks at Debrief, at their moments', async ({
  browser,
  baseURL,
}) => {
  test.setTimeout(150_000);
  const server = baseURL!;
  const wire = await openWire(server);
  const context = await browser.newContext({
    baseURL: wire.url,
    viewport: { width: 820, height: 1180 },
    serviceWorkers: 'allow',
  });
  const page = await context.newPage();
  await signInQuickly(page.request, 'idris');
  const [{ student }] = await lessonsOf(page.request, 'Nell');
  const lesson = await (
    await page.request.post('/api/lessons', {
      data: {
        studentId: student.id,
        airplaneId: 'sedge-2',
        standardId: 'faa-private',
        title: 'In the air now',
        plannedAt: new Date().toISOString(),
        conditions: { weightLb: 1300, groundFt: 900, headingDeg: 360, oatC: 4, qnhHpa: 1012 },
        items: [{ id: 'steep', maneuver: 'steep-turn' }],
      },
    })
  ).json();
  expect(lesson.cards).toBeDefined();
  const chief = await newRequest.newContext({ baseURL: server });
  await signInQuickly(chief, 'maren');
  const { key } = await (
    await chief.post('/api/devices', { data: { name: 'Test box', airplaneId: 'sedge-2' } })
  ).json();

  // While there is a network the page and its lesson are kept.
  await page.goto('/');
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null, undefined, {
    timeout: 30_000,
  });
  await page.goto(`/seat/${lesson.id}`);
  await expect(page.getByText('This is no flight instrument')).toBeVisible();
  await page.getByRole('button', { name: /Engine started/ }).click();

  const device = await flyDevice(chief, server, { key, card: lesson.cards[0], skewMs: 2500, forS: 36 });
  await expect(page.getByText('recorder connected')).toBeVisible({ timeout: 20_000 });
  await expect(page.getByText('Altitude', { exact: true })).toBeVisible();
  // It begins by itself.
  const good = page.getByRole('button', { name: 'good', exact: true });
  await expect(good).toBeVisible({ timeout: 40_000 });
  await expect(page.getByText('to go')).toBeVisible({ timeout: 10_000 });

  await wire.cut();
  const meant: { fromS: number; toS: number }[] = [];
  const flownS = () => (Date.now() - device.zeroMs) / 1000;
  const tap = async (name: string) => {
    const fromS = flownS();
    await page.getByRole('button', { name, exact: true }).click();
    meant.push({ fromS, toS: flownS() });
  };
  await tap('good');
  await page.waitForTimeout(1500);
  await tap('mark');
  await expect(page.getByText('no network, 2 marks kept')).toBeVisible({ timeout: 10_000 });
  await page.reload();
  // The page itself comes from this device.
  await expect(page.getByText('no network, 2 marks kept')).toBeVisible({ timeout: 20_000 });
  await page.getByRole('button', { name: 'Start an attempt' }).click();
  await tap('mark');
  await expect(page.getByText('no network, 3 marks kept')).toBeVisible({ timeout: 10_000 });
  await page.close();

  await device.sent;
  const recordingId = await device.end();
  await wire.mend();
  const again = await context.newPage();
  await again.goto(`/seat/${lesson.id}`);
  const marksOf = async () => {
    const recording = await (await chief.get(`/api/recordings/${recordingId}`)).json();
    return recording.statements
      .map(({ body }: { body: { kind: string; atS: number } }) => body)
      .filter(({ kind }: { kind: string }) => kind === 'mark')
      .sort((a: { atS: number }, b: { atS: number }) => a.atS - b.atS);
  };
  await expect.poll(async () => (await marksOf()).length, { timeout: 30_000 }).toBe(3);
  await again.reload();
  await again.waitForTimeout(3000);
  const marks = await marksOf();
  expect(marks.map(({ text }: { text: string }) => text)).toEqual(['good', 'mark', 'mark']);
  marks.forEach(({ atS }: { atS: number }, i: number) => {
    // Somewhere while it was tapped: a busy machine takes its time over a click.
    expect(atS).toBeGreaterThan(meant[i].fromS - 0.5);
    expect(atS).toBeLessThan(meant[i].toS + 0.5);
  });
  await again.goto(`/debrief/${recordingId}`);
  await expect(again.getByRole('heading', { level: 1 })).toBeVisible();
  await context.close();
  await chief.dispose();
  await wire.cut();
});

test('the chief adds a device, sees its key once, and watches nothing that is not there', async ({
  page,
}) => {
  await signInQuickly(page.request, 'maren');
  await page.goto('/live');
  await expect(page.getByRole('heading', { name: 'Devices' })).toBeVisible();
  await typeInto(page.getByLabel('Name of the device'), 'Panel mount');
  await page.getByRole('combobox', { name: 'Airplane' }).click();
  await page.getByRole('option').first().click();
  await page.getByRole('button', { name: 'Add a device' }).click();
  await expect(page.getByText(/The key of Panel mount, shown once/)).toBeVisible();
  await page.reload();
  await expect(page.getByText(/shown once/)).toHaveCount(0);
  await page.getByRole('button', { name: 'Revoke Panel mount' }).click();
  await expect(page.getByRole('button', { name: 'Revoke Panel mount' })).toHaveCount(0);
});
