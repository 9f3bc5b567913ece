/** The brief command as a person calls it: its output, its refusals and its exit codes. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { targetCardSchema } from '@keel/core';
import { brief as command } from './brief.ts';
import { outcomeOf } from './lib/cli.ts';

const folder = mkdtempSync(join(tmpdir(), 'keel-brief-'));
afterAll(() => rmSync(folder, { recursive: true }));
const write = (name: string, content: unknown) => {
  const file = join(folder, name);
  writeFileSync(file, typeof content === 'string' ? content : JSON.stringify(content));
  return file;
};

const brief = (...args: string[]) => {
  const { status, stdout, stderr } = outcomeOf(command, args);
  return { status, stdout, refusals: stderr.split('\n').filter((line) => line !== '') };
};
const card = (...args: string[]) => {
  const { status, stdout, refusals } = brief(...args, '--format', 'json');
  expect([status, refusals]).toEqual([0, []]);
  return targetCardSchema.parse(JSON.parse(stdout));
};

/** An airplane that is in no fleet; its numbers are made up for this check. */
const OTHER = {
  id: 'other',
  name: 'Other',
  speedUnit: 'kt',
  maxWeightLb: 2550,
  emptyWeightLb: 1600,
  vs0Kias: 40,
  vs1Kias: 48,
  vaKiasAtMax: 105,
  vneKias: 160,
  flaps: [
    { deg: 10, vfeKias: 110 },
    { deg: 30, vfeKias: 85 },
  ],
  iasToCas: {
    clean: [
      [48, 53],
      [50, 55],
      [60, 62.5],
      [70, 70.5],
      [80, 78.9],
    ],
  },
};

test('a cold day in another airplane agrees with arithmetic done apart', () => {
  const file = write('other.json', OTHER);
  const day = '--weight-lb 2200 --ground-ft 2130 --pressure-alt-ft 5000 --oat-c -5 --heading 90'.split(' ');
  const made = card('--maneuver', 'steep-turn', '--variant', 'right', '--airplane', file, ...day);
  expect(made.vaKias).toBeCloseTo(105 * Math.sqrt(2200 / 2550), 0);
  expect(made.entry).toMatchObject({ floorFt: 3630, headingDeg: 90, altitudeFt: 4500 });
  // 53 KCAS × √(√2 × 2200/2550) = 58.5 KCAS, between 55 and 62.5: 50 + 10 × 3.54/7.5 = 54.7 KIAS.
  expect(Math.abs(made.stallKias.inBank - 54.7)).toBeLessThan(0.5);
  expect(made.turn!.rollOutHeadingDeg).toBe(68);
  // 843.07 hPa at −5 °C: σ = 0.8617 × 278.24/268.15 = 0.8941.
  const kcas = 70.5 + ((made.entry.airspeedKias! - 70) * 8.4) / 10;
  const tas = kcas / Math.sqrt(0.8941);
  expect(Math.abs(made.turn!.tasKt - tas)).toBeLessThan(0.5);
  expect(Math.abs(made.turn!.rateDegPerS - 1091 / tas)).toBeLessThan(0.1);
  expect(Math.abs(made.turn!.radiusFt - tas ** 2 / 11.26)).toBeLessThan(5);
  expect(made.power).toBeNull();
  expect(JSON.stringify(made.missing.power)).toMatch(/no cruise table/);
  expect(made.assumed).toMatchObject([{ params: { text: 'the default technique' } }]);
});

test('what is left out is assumed, and named', () => {
  const { assumed, weightLb, entry } = card('--maneuver', 'slow-flight', '--airplane', 'cairn-4');
  expect(weightLb).toBe(2400);
  expect(entry.floorFt).toBe(1500);
  expect(JSON.stringify(assumed)).toMatch(
    /maximum weight.*ground.*360.*technique.*pressure altitude 3.000 ft.*standard temp/,
  );
});

test('the school’s technique comes from a file', () => {
  const technique = write('technique.json', { slowBankDeg: 10 });
  const made = card(
    '--maneuver',
    'slow-flight',
    '--variant',
    'landing',
    '--airplane',
    'gimmer-2',
    '--technique',
    technique,
  );
  expect(made.bankDeg).toBe(10);
});

test('without a format it is for reading', () => {
  const { status, stdout } = brief('--maneuver', 'best-glide', '--airplane', 'gimmer-2');
  expect(status).toBe(0);
  expect(stdout).toMatch(/Best glide.*gimmer-2 at 1,900 lb/);
  expect(stdout).toMatch(/mph/);
});

test.each([
  [['--maneuver', 'loop', '--airplane', 'cairn-4'], /maneuver "loop": must be one of straight-and-level/],
  [['--airplane', 'cairn-4'], /--maneuver: one of/],
  [['--maneuver', 'climb'], /--airplane: .* none is assumed/],
  [['--maneuver', 'climb', '--airplane', 'nothing'], /--airplane nothing: not an airplane of the fleet/],
  [
    ['--maneuver', 'climb', '--airplane', 'cairn-4', '--weight-lb', '2401'],
    /weight 2401 lb: must be from 1480 to 2400 lb/,
  ],
  [
    ['--maneuver', 'climb', '--airplane', 'cairn-4', '--oat-c', 'warm'],
    /--oat-c warm: a number from -60 to 55/,
  ],
  [
    ['--maneuver', 'climb', '--airplane', 'cairn-4', '--heading', '361'],
    /--heading 361: a number from 0 to 360/,
  ],
  [['--maneuver', 'climb', '--airplane', 'cairn-4', '--altitude', '1'], /--altitude/],
  [
    ['--maneuver', 'steep-turn', '--variant', 'up', '--airplane', 'cairn-4'],
    /variant "up" of steep-turn: must be one of left, right/,
  ],
  [['--maneuver', 'climb', '--airplane', 'cairn-4', '--technique', '{"x":'], /there is no such file/],
])('%j is refused in one line', (args, words) => {
  const { status, stdout, refusals } = brief(...args);
  expect([status, stdout, refusals]).toEqual([2, '', [expect.stringMatching(words)]]);
});

test('a technique that is not known is refused by its name', () => {
  const { status, refusals } = brief(
    '--maneuver',
    'climb',
    '--airplane',
    'cairn-4',
    '--technique',
    write('t.json', { ignoreFloor: true }),
  );
  expect([status, refusals]).toEqual([2, [expect.stringMatching(/ignoreFloor/)]]);
});
