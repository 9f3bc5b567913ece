/** A log of positions alone, from the dropped file to the verdict. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { XMLBuilder } from 'fast-xml-parser';
import { ownLesson } from './support/own-lesson.ts';
import { keepFolder } from './support/people.ts';

const FILE = join(keepFolder(), 'positions.gpx');
const METRES_PER_DEG = 111_195;
const WIND_MPS = { north: 6, east: -4 };
const TAS_MPS = 50;

/** Level at 50 m/s, a circle of 45° of bank either way, a position a second, carried along by the wind. */
function drawnTrack(): { lat: number; lon: number; atS: number }[] {
  const rate = 9.80665 / TAS_MPS;
  const circleS = (2 * Math.PI) / rate;
  const [leftS, rightS] = [60, 150];
  const turning = (s: number) =>
    s > leftS && s < leftS + circleS ? -rate : s > rightS && s < rightS + circleS ? rate : 0;
  const points = [];
  let [north, east, course] = [0, 0, 0];
  const stepS = 0.1;
  for (let i = 0; i <= 2400; i++) {
    const s = i * stepS;
    if (i % 10 === 0)
      points.push({
        lat: 47 + north / METRES_PER_DEG,
        lon: 9 + east / METRES_PER_DEG / Math.cos((47 * Math.PI) / 180),
        atS: s,
      });
    north += (TAS_MPS * Math.cos(course) + WIND_MPS.north) * stepS;
    east += (TAS_MPS * Math.sin(course) + WIND_MPS.east) * stepS;
    course += turning(s) * stepS;
  }
  return points;
}

test.beforeAll(() => {
  const startMs = Date.UTC(2026, 10, 20, 14);
  const trkpt = drawnTrack().map(({ lat, lon, atS }) => ({
    '@_lat': lat.toFixed(7),
    '@_lon': lon.toFixed(7),
    ele: 1350,
    time: new Date(startMs + atS * 1000).toISOString(),
  }));
  const builder = new XMLBuilder({ ignoreAttributes: false });
  writeFileSync(FILE, builder.build({ gpx: { '@_version': '1.1', trk: { trkseg: { trkpt } } } }));
});

test('a GPX track gives the wind and the steep turns', async ({ page }) => {
  await page.goto(`/fly/${await ownLesson(page, 'From positions')}`);
  await page.getByLabel('Recording file').setInputFiles(FILE);
  // The file is of another day than the lesson was planned for.
  await page.getByRole('button', { name: 'Attach the recording' }).click();
  await page.getByRole('button', { name: 'Go to Debrief' }).click();

  await expect(page.getByRole('heading', { name: 'Steep turn left' })).toBeVisible();
  await expect(page.getByRole('button', { name: /Steep turn right, attempt 2/ })).toBeVisible();
  // 6 m/s to the north and 4 to the west: from 146°, 14 kt.
  await expect(page.getByText(/Wind from 14[5-8]° at 14 kt/)).toBeVisible();
  await expect(page.getByLabel('Verdict')).toContainText('Bank');
});
