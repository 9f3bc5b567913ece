import { openTraffic } from './traffic.ts';

const here = (timeS: number) => ({ timeS, northM: 45 * timeS, eastM: 0, altitudeM: 1500, headingDeg: 0 });

test('none in the first minute and a half; then one at a time, seen a while and gone', () => {
  const traffic = openTraffic();
  const seen = Array.from({ length: 400 }, (_, s) => traffic(here(s)));
  expect(seen.slice(0, 100).every((one) => one === null)).toBe(true);
  expect(seen.slice(100, 176).every((one) => one !== null)).toBe(true);
  expect(seen.slice(176, 200).every((one) => one === null)).toBe(true);
  expect(seen[220]).not.toBeNull();
});

test('it comes no nearer than it would be dangerous to learn, and crosses level with one or nearly so', () => {
  const traffic = openTraffic();
  for (let s = 0; s < 900; s++) {
    const at = here(s);
    const one = traffic(at);
    if (!one) continue;
    expect(Math.hypot(one.northM - at.northM, one.eastM - at.eastM)).toBeGreaterThan(60);
    expect(Math.abs(one.altitudeM - at.altitudeM)).toBeLessThan(100);
  }
});

test('the other one flies straight, at an airplane’s speed', () => {
  const traffic = openTraffic();
  traffic(here(99));
  const [a, b] = [traffic(here(110))!, traffic(here(120))!];
  expect(Math.hypot(b.northM - a.northM, b.eastM - a.eastM)).toBeCloseTo(480, 0);
});
