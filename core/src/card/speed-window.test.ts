import fc from 'fast-check';
import { casFromIas } from '../airplane/calibration.ts';
import { fleet } from '../airplane/fleet.ts';
import { chooseEntrySpeed, holdsAKnot, speedWindow, stallCurve } from './speed-window.ts';

const WINDOW: [number, number] = [62, 98.4];
const choose = (options: Partial<Parameters<typeof chooseEntrySpeed>[1]>) =>
  chooseEntrySpeed(WINDOW, { toleranceKt: 10, ...options });

test.each([
  ['makers', 92, 92, 'makers'],
  ['makers', 105, 88, 'makers-outside'],
  ['makers', undefined, 88, 'va-less-tolerance'],
  ['below-va', 92, 88, 'va-less-tolerance'],
  ['middle', 92, 80, 'middle'],
] as const)('by the policy %s with the maker’s %s it is %s', (policy, makersKias, kias, why) => {
  const chosen = choose({ policy, makersKias });
  expect(chosen.kias).toBe(kias);
  expect(chosen.why.code).toBe(why);
});

test.each([
  [70, 70, 'chosen'],
  [61, 62, 'nearest-to-wish'],
  [120, 93, 'nearest-to-wish'],
  [98, 93, 'below-va'],
])('%s asked for gives %s', (wantedKias, kias, code) => {
  expect(choose({ wantedKias, makersKias: 92 })).toMatchObject({ kias, why: { code } });
});

test('in a narrow window the middle, in whole knots', () => {
  expect(chooseEntrySpeed([92, 98], { toleranceKt: 10 })).toMatchObject({
    kias: 93,
    why: { code: 'narrow-window' },
  });
});

const airplanes = fc.constantFrom(...fleet);
const shares = fc.double({ min: 0, max: 1, noNaN: true });
const banks = fc.integer({ min: 0, max: 60 });
/** From nearly empty to the maximum. */
const weightOf = ({ maxWeightLb }: (typeof fleet)[number], share: number) =>
  maxWeightLb * (0.6 + 0.4 * share);

test('whatever the airplane, its weight, the bank and the policy: whole knots, above the stall in the bank, not above V_A', () => {
  const policies = fc.constantFrom('makers', 'below-va', 'middle');
  const wishes = fc.option(fc.integer({ min: 30, max: 200 }), { nil: undefined });
  fc.assert(
    fc.property(
      airplanes,
      shares,
      banks,
      policies,
      wishes,
      (airplane, share, bankDeg, policy, wantedKias) => {
        const weightLb = weightOf(airplane, share);
        const { windowKias, stallInBankKias, vaKias } = speedWindow(airplane, weightLb, bankDeg);
        if (!windowKias) return;
        const { kias } = chooseEntrySpeed(windowKias, {
          wantedKias,
          makersKias: airplane.steepTurnKias,
          toleranceKt: 10,
          policy: policy as 'makers',
        });
        expect(Number.isInteger(kias)).toBe(true);
        expect(kias).toBeGreaterThanOrEqual(stallInBankKias + 5);
        expect(kias).toBeLessThanOrEqual(vaKias);
      },
    ),
  );
});

test('a window in which there is no whole knot is none', () => {
  fc.assert(
    fc.property(
      airplanes,
      shares,
      fc.double({ min: 50, max: 75, noNaN: true }),
      (airplane, share, bankDeg) => {
        const { windowKias, stallInBankKias, vaKias } = speedWindow(
          airplane,
          weightOf(airplane, share),
          bankDeg,
        );
        const apart = vaKias - (stallInBankKias + 5);
        if (apart < 0) expect(windowKias).toBeNull();
        if (apart >= 1) expect(windowKias).not.toBeNull();
        if (windowKias) expect(Math.ceil(windowKias[0])).toBeLessThanOrEqual(Math.floor(windowKias[1]));
      },
    ),
  );
  // Between 97.3 and 98.1 there is one; between 97.3 and 97.9 the nearest would have been below the margin.
  expect(chooseEntrySpeed([97.3, 98.1], { toleranceKt: 10 }).kias).toBe(98);
  expect([holdsAKnot(97.3, 98.1), holdsAKnot(97.3, 97.9), holdsAKnot(97, 97)]).toEqual([true, false, true]);
});

test('a lighter airplane has both of its limits lower; a steeper bank stalls faster, by the root of the load', () => {
  fc.assert(
    fc.property(airplanes, shares, shares, banks, (airplane, one, other, bankDeg) => {
      const [light, heavy] = [one, other].sort((a, b) => a - b).map((share) => weightOf(airplane, share));
      const [a, b] = [light, heavy].map((weightLb) => speedWindow(airplane, weightLb, bankDeg));
      expect(a.stallInBankKias).toBeLessThanOrEqual(b.stallInBankKias + 1e-9);
      expect(a.vaKias).toBeLessThanOrEqual(b.vaKias + 1e-9);
      const level = speedWindow(airplane, heavy, 0);
      expect(level.stallInBankKias).toBeCloseTo(level.stallLevelKias, 9);
      expect(b.stallInBankKias).toBeGreaterThanOrEqual(level.stallInBankKias - 1e-9);
    }),
  );
});

test('at 60° the stall is at 1.41 times the level one, as calibrated (FAA-H-8083-3, from memory)', () => {
  for (const airplane of fleet) {
    const curve = stallCurve(airplane, airplane.maxWeightLb);
    expect(curve[0][0]).toBe(0);
    expect(curve[curve.length - 1][0]).toBe(60);
    curve.forEach(([, kias], i) => {
      if (i > 0) expect(kias).toBeGreaterThan(curve[i - 1][1]);
    });
    const [level, steep] = [curve[0], curve[curve.length - 1]].map(([, kias]) => casFromIas(airplane, kias));
    expect(steep / level).toBeCloseTo(Math.SQRT2, 6);
  }
});
