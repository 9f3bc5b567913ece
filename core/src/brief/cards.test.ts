/** Every maneuver's card in every airplane: complete, inside its limits, and changed by every choice of technique. */

import fc from 'fast-check';
import { findAirplane, fleet } from '../airplane/fleet.ts';
import { maneuveringSpeedKias } from '../airplane/limits.ts';
import { airplaneSchema } from '../airplane/schema.ts';
import { type TargetCard, targetCardSchema } from '../card/card.ts';
import type { CardInput } from '../card/day.ts';
import { CUSHION_FT } from '../card/ladder.ts';
import { MANEUVER_IDS, requireRoom, rooms } from '../maneuvers/registry.ts';
import { loadFactor } from '../mechanics/turning.ts';
import { performanceOf } from '../performance/fit.ts';
import { levelFlight } from '../performance/level.ts';
import { stallAtStage } from '../performance/model.ts';
import { findStandard, SCHOOL_STANDARD_ID } from '../standards/standards.ts';
import {
  DEFAULT_TECHNIQUE,
  type Technique,
  techniqueOverridesSchema,
  techniqueSchema,
  withOverrides,
} from '../technique/technique.ts';
import { refusal } from '../testing/refusal.ts';
import { FIGURE_CODES } from '../words/card/figures.ts';
import { cardSaid, purposeOf, wordedCard } from '../words/card/said.ts';
import { CHOICES } from '../words/choices.ts';
import { targetCard } from './target-card.ts';

const cairn = findAirplane('cairn-4')!;
const base = {
  airplane: cairn,
  standard: findStandard('faa-private')!,
  schoolStandard: findStandard(SCHOOL_STANDARD_ID)!,
  weightLb: 2240,
  groundFt: 1900,
  qnhHpa: 1013.25,
  oatC: 6,
};
const card = (maneuver: string, more: Partial<CardInput> = {}) => targetCard({ ...base, maneuver, ...more });
const EVERY = rooms.flatMap(({ id, variants }) => variants.map((variant): [string, string] => [id, variant]));

/** An airplane file as another school may hand it over: the book's speeds, and nothing of performance. */
const plain = airplaneSchema.parse({
  id: 'plain',
  name: 'Plain',
  speedUnit: 'mph',
  maxWeightLb: 1700,
  emptyWeightLb: 1050,
  vs0Kias: 38,
  vs1Kias: 43,
  vaKiasAtMax: 88,
  vxKias: 55,
  vyKias: 65,
  bestGlideKias: 60,
  vneKias: 130,
  flaps: [
    { deg: 20, vfeKias: 80 },
    { deg: 40, vfeKias: 75 },
  ],
  slowFlightKias: { clean: 52, landing: 47 },
  approachKias: 58,
  idleRpm: 700,
  maxRpm: 2700,
  iasToCas: {
    clean: [
      [40, 46],
      [60, 62],
      [90, 89],
    ],
    landing: [
      [35, 42],
      [60, 61],
    ],
  },
});

describe.each(EVERY)('%s, %s', (maneuver, variant) => {
  test('is complete in each airplane of the fleet', () => {
    for (const airplane of fleet) {
      const made = targetCardSchema.parse(
        targetCard({ ...base, airplane, weightLb: undefined, maneuver, variant }),
      );
      expect(made.entry.airspeedKias).not.toBeNull();
      const said = cardSaid(made);
      expect(said.steps.length).toBeGreaterThanOrEqual(4);
      expect(said.checks.length).toBeGreaterThanOrEqual(5);
      expect(said.watchFor.length).toBeGreaterThanOrEqual(3);
      // A figure that is unknown is said in words, and never as NaN; each code has its words.
      expect(JSON.stringify(said)).not.toMatch(/NaN|undefined/);
      expect(made.figures.filter(({ code }) => !FIGURE_CODES.has(code))).toEqual([]);
      expect(said.cautions.at(-1)).toMatch(/handbook, local rules and your instructor come first/);
      // A glide sets none; with all of the Gimmer's flaps full throttle is not enough at its maximum weight.
      const glides = made.missing.power?.code === 'idle' && requireRoom(maneuver).card.losesHeight;
      if (!made.power && !glides)
        expect([airplane.id, made.missing.power]).toEqual(['gimmer-2', { code: 'not-held-today' }]);
      if (!['clearing-turns', 'stall-series', 'stall-demonstration', 'trim-demonstration'].includes(maneuver))
        expect(made.tolerances.filter(({ required }) => required).length).toBeGreaterThan(0);
    }
  });

  test('stays between the stall in its bank and V_A, over its floor (property)', () => {
    const day = fc.record({
      airplane: fc.constantFrom(...fleet, plain),
      share: fc.double({ min: 0, max: 1, noNaN: true }),
      groundFt: fc.integer({ min: 0, max: 6000 }),
      airspeedKias: fc.option(fc.integer({ min: 20, max: 180 }), { nil: undefined }),
      oatC: fc.integer({ min: -20, max: 40 }),
    });
    fc.assert(
      fc.property(day, ({ airplane, share, groundFt, airspeedKias, oatC }) => {
        const light = airplane.emptyWeightLb! * 1.1;
        const weightLb = Math.round(light + share * (airplane.maxWeightLb - light));
        const made = card(maneuver, { airplane, variant, weightLb, groundFt, airspeedKias, oatC });
        const { entry, bankDeg, stage } = made;
        const stall = stallAtStage(airplane, { weightLb, stage, loadFactor: loadFactor(bankDeg) }).kias;
        const va = maneuveringSpeedKias(airplane, weightLb);
        expect(entry.floorFt).toBe(groundFt + 1500);
        expect(entry.altitudeFt).toBe(
          Math.ceil((entry.floorFt + entry.plannedLossFt + CUSHION_FT) / 500) * 500,
        );
        if (!entry.windowKias || entry.airspeedKias === null) return;
        expect(entry.windowKias[0]).toBeGreaterThan(stall);
        expect(entry.windowKias[1]).toBeLessThanOrEqual(va);
        expect(entry.airspeedKias).toBeGreaterThan(stall);
        expect(entry.airspeedKias).toBeLessThanOrEqual(va);
        if (stage > 0) expect(entry.airspeedKias).toBeLessThanOrEqual(airplane.flaps[stage - 1].vfeKias);
      }),
      { numRuns: 30 },
    );
  });

  test('says what a plain airplane file cannot tell, and works the rest out', () => {
    const made = card(maneuver, { airplane: plain, variant, weightLb: undefined });
    expect(made.power).toBeNull();
    expect(made.missing.power).toBeTruthy();
    expect(made.vaKias).toBe(88);
    expect(made.speedUnit).toBe('mph');
  });
});

test('each limit says where it came from', () => {
  const from = (more: Partial<CardInput>) => card('slow-flight', { variant: 'takeoff', ...more }).from;
  expect(from({})).toEqual({ stall: 'estimated', warning: 'estimated', va: 'fitted' });
  expect(card('slow-flight', { variant: 'clean', weightLb: 2400 }).from).toEqual({
    stall: 'book',
    warning: 'fitted',
    va: 'book',
  });
});

test('the commercial standard asks for 50°, two circles are the school’s choice', () => {
  const commercial = card('steep-turn', { standard: findStandard('faa-commercial')! });
  expect(commercial.bankDeg).toBe(50);
  const twice = card('steep-turn', { technique: { ...DEFAULT_TECHNIQUE, steepCircles: 2 } });
  expect(cardSaid(twice).steps.join()).toMatch(/two circles/);
});

test('a maneuver without a row is judged by the school, and says so', () => {
  expect(card('level-turn').tolerancesFrom).toMatch(/Before solo/);
  expect(card('steep-turn').tolerancesFrom).toBeNull();
  expect(cardSaid(card('clearing-turns')).missing.tolerances).toMatch(/neither/);
});

describe('slow flight', () => {
  test('just above the warning at today’s weight, never on its wrong side', () => {
    const { entry, warningKias } = card('slow-flight', { variant: 'clean' });
    // 54 KIAS is 58.2 KCAS; × √(2240/2400) = 56.2 KCAS, which is 51.5 KIAS.
    expect(warningKias).toBeCloseTo(51.5, 1);
    expect(entry.airspeedKias).toBe(55);
    expect(entry.windowKias![0]).toBeGreaterThanOrEqual(warningKias!);
  });

  test('the flap schedule stays below each limit, and each stage costs power and lifts', () => {
    const { flaps } = card('slow-flight', { variant: 'landing' });
    expect(flaps.map(({ deg }) => deg)).toEqual([10, 20, 30]);
    for (const { atKias, below, addPower, balloonFt } of flaps) {
      expect(atKias).toBeLessThan(below);
      expect(addPower!).toBeGreaterThan(0);
      expect(balloonFt!).toBeGreaterThan(0);
    }
  });

  test('flown with the warner sounding, the card says that the standard does not', () => {
    const technique: Technique = { ...DEFAULT_TECHNIQUE, slowSpeed: 'warning-sounding' };
    const made = card('slow-flight', { variant: 'clean', technique });
    expect(made.entry.airspeedKias!).toBeLessThan(made.warningKias!);
    expect(made.entry.airspeedKias!).toBeGreaterThan(made.stallKias.inBank);
    expect(cardSaid(made).cautions.join()).toMatch(/The FAA standard does not/);
  });
});

test('the power table: slower flies nose-up and trims nose-up, faster takes more power', () => {
  const { powerTable, air, weightLb } = card('straight-and-level');
  const speeds = powerTable.map(({ kias }) => kias);
  expect(speeds).toEqual(speeds.map((_, i) => 60 + 10 * i));
  // To what full throttle holds, whatever the maneuvering speed is.
  const reserveW = (kias: number) =>
    levelFlight(performanceOf(cairn)!, kias, { weightLb, pressureAltitudeFt: air.pressureAltitudeFt })
      .reserveW;
  expect(reserveW(speeds.at(-1)!)).toBeGreaterThan(0);
  expect(reserveW(speeds.at(-1)! + 10)).toBeLessThan(0);
  const pitch = powerTable.map(({ pitchDeg }) => pitchDeg);
  expect([...pitch].sort((a, b) => b - a)).toEqual(pitch);
  expect(powerTable[0].trim).toBe('nose-up');
  const inMph = card('straight-and-level', { airplane: findAirplane('gimmer-2')!, weightLb: 1800 });
  expect(Math.round(inMph.powerTable[0].kias * 1.150779)).toBe(70);
});

describe('above it', () => {
  test('a cloud base with its clearance lowers the entry to the highest hundred that fits', () => {
    // Floor 3,400, loss 400, cushion 500: 4,300 needed, 200 above it; cloud at 5,050 less 500 leaves 4,550.
    const { ladder, entry, offToday } = card('power-off-stall', { cloudBaseFt: 5050 });
    expect(ladder).toMatchObject({ neededFt: 4300, ceilingFt: 4550, ceilingIs: 'cloud', fits: true });
    expect(entry.altitudeFt).toBe(4300);
    expect(offToday).toBe(false);
  });

  test('where it does not fit it is off today, and says why', () => {
    expect(cardSaid(card('power-off-stall', { cloudBaseFt: 4900 })).offToday).toMatch(
      /Off today: it needs 4.300 ft and 200 ft above that, and the cloud, with its clearance, begins at 4.400/,
    );
    expect(cardSaid(card('best-glide', { airspaceBaseFt: 5000 })).offToday).toMatch(
      /the airspace above begins at 5.000/,
    );
    expect(card('steep-turn', { cloudBaseFt: 5400 }).offToday).toBe(false);
  });

  test('an altitude asked for is taken when it is high enough, else what is needed', () => {
    expect(card('steep-turn', { altitudeFt: 6000 }).entry.altitudeFt).toBe(6000);
    expect(card('steep-turn', { altitudeFt: 3000 }).entry.altitudeFt).toBe(4500);
  });
});

test.each([
  [{ cloudBaseFt: -5 }, /cloud base -5 ft: must be from 0 to 60000 ft/],
  [{ windKt: 300 }, /wind 300 kt: must be from 0 to 100/],
  [{ variant: 'upside-down' }, /variant "upside-down" of steep-turn: must be one of left, right/],
])('%j is refused by field and limit', (wrong, words) => {
  expect(refusal(() => card('steep-turn', wrong))).toMatch(words);
});

/** What a card shows, but for the choices themselves. */
function withoutChoices(card: TargetCard) {
  const { choices: _, technique: __, ...rest } = wordedCard(card);
  return rest;
}

describe('technique', () => {
  const ofLesson = ['judge'];
  test.each(
    CHOICES.filter(({ key }) => !ofLesson.includes(key)).flatMap(({ key, options }) =>
      options.slice(1).map(({ value }): [string, string | number] => [key, value]),
    ),
  )('%s: %s changes a card’s words or numbers, and none of its limits', (key, value) => {
    const first = CHOICES.find((choice) => choice.key === key)!.options[0].value;
    // Percent of power needs an airplane that has its own instrument first.
    const technique = (choice: string | number) => ({ ...DEFAULT_TECHNIQUE, [key]: choice }) as Technique;
    const all = (choice: string | number) =>
      EVERY.map(([maneuver, variant]) => card(maneuver, { variant, technique: technique(choice) }));
    const [before, after] = [all(first), all(value)];
    const content = (cards: typeof before) => cards.map(withoutChoices);
    if (!(key === 'speedUnit' && value === 'kt')) expect(content(after)).not.toEqual(content(before));
    after.forEach((made, i) => {
      expect(made.entry.floorFt).toBe(before[i].entry.floorFt);
      expect(made.vaKias).toBe(before[i].vaKias);
      expect(made.tolerances).toEqual(before[i].tolerances);
      expect(made.flaps.map(({ below }) => below)).toEqual(before[i].flaps.map(({ below }) => below));
      expect(made.stallKias.level).toBe(before[i].stallKias.level);
    });
  });

  test.each(rooms.flatMap(({ id, card: { heeds } }) => heeds.map((key) => [id, key])))(
    '%s heeds %s in its words or numbers',
    (id, key) => {
      const room = requireRoom(id);
      const { options } = CHOICES.find((choice) => choice.key === key)!;
      const made = options.map(({ value }) =>
        room.variants.map((variant) => {
          const technique = { ...DEFAULT_TECHNIQUE, [key]: value } as Technique;
          return JSON.stringify(withoutChoices(card(id, { variant, technique })));
        }),
      );
      expect(new Set(made.map(String)).size).toBe(options.length);
    },
  );

  test('a lesson’s own choices stand over the school’s; what it leaves out stays', () => {
    const school = techniqueSchema.parse({ steepTrim: 'both', slowBankDeg: 10 });
    expect(withOverrides(school, { slowBankDeg: 20, steepPower: undefined })).toMatchObject({
      steepTrim: 'both',
      slowBankDeg: 20,
      steepPower: 'add',
    });
    expect(techniqueOverridesSchema.safeParse({ slowBankDeg: 45 }).success).toBe(false);
    expect(techniqueSchema.safeParse({ ignoreFloor: true }).success).toBe(false);
  });

  test('a school’s own checks stand on the card, and clearing after them whatever they say', () => {
    const technique = techniqueSchema.parse({ checks: ['Height', 'Airframe'], clearingFirst: 'right' });
    expect(cardSaid(card('climb', { technique })).checks).toEqual([
      'Height',
      'Airframe',
      'Clear the area: 90° right, then 90° back. Keep looking afterwards',
    ]);
    expect(techniqueSchema.safeParse({ checks: [''] }).success).toBe(false);
  });

  test('the card says why a school does it so', () => {
    const [trim] = cardSaid(card('steep-turn')).choices;
    expect(trim).toEqual({
      key: 'steepTrim',
      label: 'Trim in a steep turn',
      chosen: 'leave it',
      why: expect.stringMatching(/reversal/),
    });
  });
});

describe('what a card must not be briefed at, and what it says of its limits', () => {
  const of = (maneuver: string, more: Partial<Parameters<typeof targetCard>[0]> = {}) =>
    targetCard({
      airplane: fleet[0],
      standard: findStandard('faa-private')!,
      maneuver,
      groundFt: 1900,
      ...more,
    });

  test.each([
    ['power-off-stall', 'turning', 25, /at most 20° \(the standard/],
    ['power-on-stall', 'turning', 21, /at most 20°/],
    ['slow-flight', 'clean', 30, /at most 15° \(the school’s limit/],
    ['steep-turn', 'left', 61, /60/],
  ])('%s, %s, at %d° is refused by name', (maneuver, variant, bankDeg, says) => {
    expect(refusal(() => of(maneuver, { variant, bankDeg }))).toMatch(says);
  });

  test('above 50° it says what load and stall do there', () => {
    expect(cardSaid(of('steep-turn', { variant: 'left', bankDeg: 55 })).cautions.join()).toMatch(
      /1\.74 times the weight/,
    );
    expect(cardSaid(of('steep-turn', { variant: 'left' })).cautions.join()).not.toMatch(/times the weight/);
  });

  test('left and right differ by what is seen and felt', () => {
    const [left, right] = ['left', 'right'].map((variant) =>
      cardSaid(of('steep-turn', { variant })).steps.join(),
    );
    expect(left).not.toEqual(right);
    expect(right).toMatch(/more right rudder/);
  });

  test('from all the flaps the drag stage comes in at once; a takeoff setting has no rest', () => {
    expect(cardSaid(of('power-off-stall')).steps.join('\n')).toMatch(
      /Flaps 30° to 20° at once.*only when climbing/,
    );
    const powerOn = cardSaid(of('power-on-stall')).steps.join('\n');
    expect(powerOn).toMatch(/Flaps up when climbing/);
    expect(powerOn).not.toMatch(/The next|at once/);
  });

  test('heat before the power goes back, flaps after it', () => {
    const step = cardSaid(of('power-off-stall')).steps.find((words) => /heat/.test(words))!;
    expect(step.indexOf('heat')).toBeLessThan(step.indexOf('power'));
    expect(step.indexOf('power')).toBeLessThan(step.indexOf('Flaps'));
  });

  test('an engine without a carburettor has no heat on any card', () => {
    for (const id of MANEUVER_IDS) {
      const { steps, cautions } = cardSaid(card(id, { airplane: findAirplane('ouzel-4')!, weightLb: 2600 }));
      expect([...steps, ...cautions].join(' ')).not.toMatch(/carburettor|heat off/i);
    }
  });

  test('every card says why it is flown, and what is asked before any band stands on it', () => {
    for (const id of MANEUVER_IDS) expect(purposeOf(id).length).toBeGreaterThan(30);
    const { requirements, depth } = of('power-off-stall');
    expect(depth).toBe('full');
    expect(requirements.map(({ id }) => id)).toContain('power-off-stall/stabilized-descent');
  });
});
