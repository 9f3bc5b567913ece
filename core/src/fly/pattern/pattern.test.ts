/** The pattern in the trainer: shown, flown by a hand on the keys, and what the coach says where it matters. */
import { fleet } from '../../airplane/fleet.ts';
import { targetCard } from '../../brief/target-card.ts';
import { USUAL_FIELD_RULES } from '../../field/field-day.ts';
import { findStandard } from '../../standards/standards.ts';
import { openTrainer } from '../trainer.ts';
import type { PatternOptions, Trainer, TrainerOptions, TrainerSnapshot } from '../trainer-types.ts';

const FIELD_FT = 620;
const airplane = fleet[0];

function open(pattern: Partial<PatternOptions> = {}, more: Partial<TrainerOptions> = {}): Trainer {
  const own = more.airplane ?? airplane;
  const card = targetCard({
    airplane: own,
    standard: findStandard('faa-private')!,
    maneuver: 'straight-and-level',
    weightLb: own.maxWeightLb - 150,
    groundFt: FIELD_FT,
    headingDeg: 360,
  });
  return openTrainer({
    airplane: own,
    card,
    groundFt: FIELD_FT,
    pattern: { fieldFt: FIELD_FT, runwayDeg: 240, rules: USUAL_FIELD_RULES, from: 'runway', ...pattern },
    ...more,
  });
}

/** Flies on, asking before every tenth of a second what the hands do. */
function fly(
  trainer: Trainer,
  seconds: number,
  hands: (now: TrainerSnapshot) => Parameters<Trainer['input']>[0] | undefined,
): { steps: string[]; words: string[]; end: TrainerSnapshot } {
  const [steps, words] = [new Set<string>(), new Set<string>()];
  let now = trainer.snapshot();
  const endS = now.timeS + seconds;
  while (now.timeS < endS && !now.down) {
    const input = hands(now);
    if (input === undefined) break;
    trainer.input(input);
    trainer.advance(0.1);
    now = trainer.snapshot();
    steps.add(now.coach.step.id);
    if (now.coach.word) words.add(now.coach.word.says);
  }
  return { steps: [...steps], words: [...words], end: now };
}

const STEPS = [
  'ready',
  'roll',
  'rotate',
  'climb',
  'crosswind',
  'downwind-turn',
  'downwind',
  'abeam',
  'base',
  'final-turn',
  'final',
  'gate',
  'flare',
  'roll-out',
];

test.each([
  ['cairn-4', 'left', 0],
  ['gimmer-2', 'right', 10],
  ['sedge-2', 'left', 10],
  ['ouzel-4', 'right', 0],
] as const)('shown in %s, the %s pattern passes every step and lands by the gate', (id, side, windKt) => {
  const trainer = open(
    { rules: { ...USUAL_FIELD_RULES, side } },
    { airplane: fleet.find((one) => one.id === id)!, windFromDeg: 270, windKt },
  );
  trainer.show();
  trainer.exchange();
  const { steps, end } = fly(trainer, 520, ({ landing, field }) =>
    landing && field!.overKt < 3 ? undefined : {},
  );
  expect(steps).toEqual(STEPS);
  const { gate, touch } = end.landing!;
  expect(Math.abs(gate!.pathDeg - 3)).toBeLessThan(0.5);
  expect(Math.abs(gate!.rightFt)).toBeLessThan(60);
  expect(touch.alongFt).toBeGreaterThan(0);
  expect(touch.alongFt).toBeLessThan(900);
  expect(Math.abs(touch.rightFt)).toBeLessThan(25);
  expect(touch.loadG).toBeLessThan(1.6);
  expect(touch.bounces).toBe(0);
  expect(end.down).toBe(false);
});

/** A hand that knows three keys of the stick and two of the throttle: down the path, then the flare. */
function landsByKeys(
  { reading, field, input }: TrainerSnapshot,
  more: { flare?: boolean; fastKt?: number } = {},
) {
  const { fieldFt, alongFt, rightFt } = field!;
  const kias = 65 + (more.fastKt ?? 0);
  const flares = more.flare !== false && fieldFt < 40;
  const wantedFpm = flares
    ? -Math.max(50, 9 * fieldFt)
    : -340 - 5 * (fieldFt - Math.max(0, (400 - alongFt) * Math.tan(Math.PI / 60)));
  const key = (off: number, dead: number) => (off > dead ? 1 : off < -dead ? -1 : 0);
  const bankWanted = Math.max(-12, Math.min(12, -rightFt / 15 - 1.5 * (reading.trk_deg - 240)));
  return {
    elevator: field!.onWheels > 0 ? 0 : key(wantedFpm - reading.vs_fpm, 40),
    aileron: field!.onWheels > 0 ? 0 : key(bankWanted - reading.bank_deg, 1.5),
    throttle: flares ? 0 : Math.max(0, Math.min(1, input.throttle + 0.002 * (kias - reading.ias_kt))),
    flapsDeg: 30,
    brakes: field!.onWheels > 0.5 ? 1 : 0,
  };
}

test('flown down final by keys it lands, rolls out, and the landing is told', () => {
  const trainer = open({ from: 'final' });
  const { steps, end } = fly(trainer, 200, (now) =>
    now.landing && now.field!.overKt < 3 ? undefined : landsByKeys(now),
  );
  expect(steps).toEqual(['ready', 'final', 'gate', 'flare', 'roll-out']);
  expect(end.landing!.touch.sinkFpm).toBeLessThan(300);
  expect(end.down).toBe(false);
});

test('fast at the gate it is told to go around, and gone around it climbs by its steps', () => {
  const trainer = open({ from: 'final' });
  const down = fly(trainer, 200, (now) =>
    now.field!.fieldFt < 160 ? undefined : landsByKeys(now, { fastKt: 18 }),
  );
  expect(down.words).toContain('Not stable: go around. Full power.');
  const up = fly(trainer, 25, ({ reading }) => ({
    throttle: 1,
    aileron: 0,
    elevator: reading.pitch_deg < 6 ? 1 : reading.pitch_deg > 8 ? -1 : 0,
  }));
  expect(up.steps).toContain('climb');
});

test('flown onto the runway without a flare it springs back, and go around is said', () => {
  const trainer = open({ from: 'final' });
  const { words, end } = fly(trainer, 200, (now) =>
    now.landing && now.field!.overKt < 30 ? undefined : { ...landsByKeys(now, { flare: false }), brakes: 0 },
  );
  expect(end.landing!.touch.loadG > 1.8 || end.down).toBe(true);
  expect(words.some((word) => word.startsWith('Bounced') || word.startsWith('Ease back'))).toBe(true);
});

test('a skidded turn low is met with the nose first, whatever the step asks', () => {
  const trainer = open({ from: 'final' });
  trainer.assist({ rudder: false });
  const { words } = fly(trainer, 14, ({ reading }) => ({
    aileron: reading.bank_deg > -28 ? -1 : 0,
    elevator: 0.3,
    rudder: -1,
    throttle: 0.1,
  }));
  expect(words).toContain('Nose down. Ease the inside foot. Less bank.');
});

test('in the flare and as the wheels leave, the warner is no reason to push', () => {
  const trainer = open({ from: 'final' });
  let low: string[] = [];
  fly(trainer, 200, (now) => {
    if (now.field!.fieldFt < 50 && now.coach.word) low = [...low, now.coach.word.says];
    return now.landing && now.field!.overKt < 3 ? undefined : landsByKeys(now);
  });
  expect(low.length).toBeGreaterThan(3);
  expect(low.filter((word) => word.startsWith('Nose down'))).toEqual([]);
});

test('hurt on the wheels it waits to begin again', () => {
  const trainer = open({ from: 'final' });
  const { end } = fly(trainer, 60, ({ reading }) => ({
    elevator: reading.pitch_deg > -16 ? -1 : 0,
    throttle: 1,
  }));
  expect(end.down).toBe(true);
  trainer.reset();
  const { down, field } = trainer.snapshot();
  expect(down).toBe(false);
  expect(field!.alongFt).toBeLessThan(-8000);
});
