import { refusal } from '../testing/refusal.ts';
import { readStandard } from './read-standard.ts';
import { findStandard, standards } from './standards.ts';
import { figureTables, thresholdEditsSchema } from './thresholds.ts';

const faa = findStandard('faa-private')!;
const withRow = (change: object) => ({ ...faa, rows: [faa.rows[0], { ...faa.rows[1], ...change }] });

test.each([
  [{ maneuver: 'steep-trun' }, 'standard faa-private: rows.1: maneuver "steep-trun": must be one of'],
  [
    { maneuver: 'steep-turn', variants: ['port'] },
    'variant of steep-turn "port": must be one of left, right',
  ],
  [
    { maneuver: 'steep-turn', phase: 'rollin' },
    'phase of steep-turn "rollin": must be one of whole, end, roll-in',
  ],
  [{ low: 100, high: -100 }, 'standard: rows.1: low must be below high'],
  [{ parameter: 'altitud' }, 'standard: rows.1.parameter'],
])('a standard that misspells is refused by name: %j', (change, message) => {
  expect(refusal(() => readStandard(withRow(change)))).toMatch(message);
});

const withRequirement = (change: object) => {
  const [first, second] = faa.requirements;
  return { ...faa, requirements: [first, { ...second, ...change }] };
};

test.each([
  [{ maneuver: 'slow-fligth' }, 'requirements.1: maneuver "slow-fligth": must be one of'],
  [
    { maneuver: 'steep-turn', variants: ['port'], requirement: 'recovered' },
    'requirements.1: variant of steep-turn "port": must be one of left, right',
  ],
  [
    { maneuver: 'slow-flight', variants: undefined, requirement: 'warner-silnet' },
    'requirements.1: requirement of slow-flight "warner-silnet": must be one of',
  ],
])('and so is a requirement that nobody could look for: %j', (change, message) => {
  expect(refusal(() => readStandard(withRequirement(change)))).toMatch(message);
});

test('a threshold that there is not is refused with its standard’s name', () => {
  const wrong = { ...faa, thresholds: { turns: { bankSpread: 3 } } };
  expect(refusal(() => readStandard(wrong))).toMatch(/standard faa-private: thresholds\.turns/);
});

test('those that come with the program are read', () => {
  for (const standard of standards)
    expect(readStandard(JSON.parse(JSON.stringify(standard)))).toEqual(standard);
});

test('thresholds: a school’s own are taken, a misspelt or impossible one is not', () => {
  expect(thresholdEditsSchema.safeParse({ 'steep-turn': { bankSpreadDeg: 12 }, turns: {} }).success).toBe(
    true,
  );
  for (const wrong of [{ 'steep-trun': {} }, { turns: { bankSpread: 3 } }, { turns: { bankSpreadDeg: -1 } }])
    expect(thresholdEditsSchema.safeParse(wrong).success).toBe(false);
});

test('every number that a maneuver is found or judged by says its unit, its meaning and its source', () => {
  expect(figureTables.length).toBeGreaterThan(20);
  expect(new Set(figureTables.map(({ group }) => group)).size).toBe(figureTables.length);
  for (const { group, rows } of figureTables)
    for (const [name, { value, unit, means, source }] of Object.entries(rows)) {
      const which = `${group} ${name}`;
      expect([which, Number.isFinite(value)]).toEqual([which, true]);
      expect([which, means.length > 5, source.length > 5]).toEqual([which, true, true]);
      // A name that ends in a unit has that unit.
      const suffix = /(Fpm|DegPerS|KtPerS|InHg|Pct|Rpm|Ft|Kt|Deg|S|G)$/.exec(name)?.[1];
      const units: Record<string, string> = {
        Fpm: 'ft/min',
        DegPerS: 'deg/s',
        KtPerS: 'kt/s',
        InHg: 'inHg',
        Pct: '%',
        Rpm: 'rpm',
        Ft: 'ft',
        Kt: 'kt',
        Deg: 'deg',
        S: 's',
        G: 'g',
      };
      if (suffix) expect([which, unit]).toEqual([which, units[suffix]]);
    }
});
