/** The ways into a spin: the coach waits for the sign, then says the way out; stopped, it is flown again without. */
import { fleet } from '../../airplane/fleet.ts';
import { targetCard } from '../../brief/target-card.ts';
import { findStandard } from '../../standards/standards.ts';
import { openTrainer } from '../trainer.ts';
import type { Trainer } from '../trainer-types.ts';
import { TRAPS, type TrapKind } from './coach.ts';

const GROUND_FT = 1200;

function open(id: string, trap: TrapKind): Trainer {
  const airplane = fleet.find((one) => one.id === id)!;
  const card = targetCard({
    airplane,
    standard: findStandard('faa-private')!,
    maneuver: 'straight-and-level',
    weightLb: airplane.maxWeightLb - 150,
    groundFt: GROUND_FT,
    headingDeg: 360,
  });
  return openTrainer({ airplane, card, groundFt: GROUND_FT, trap });
}

/** Turns as told; at the word for the way out it pushes, powers up and levels, or does nothing. */
function fly(trainer: Trainer, kind: TrapKind, reacts: boolean, seconds: number) {
  const steps: string[] = [];
  const before: string[] = [];
  let lowestFt = Number.POSITIVE_INFINITY;
  let mostBankDeg = 0;
  for (let i = 0; i < seconds * 10; i++) {
    const { reading, coach, timeS } = trainer.snapshot();
    const step = coach.step.id;
    if (steps.at(-1) !== step) steps.push(step);
    if (step === 'trap' && coach.word) before.push(coach.word.level);
    if (coach.ended) break;
    const turns = kind !== 'pull' && step !== 'out' && timeS > 6;
    const wanted = turns ? -20 : 0;
    const out = step === 'out' && reacts;
    trainer.input({
      aileron: reading.bank_deg > wanted + 3 ? -1 : reading.bank_deg < wanted - 3 ? 1 : 0,
      elevator: out
        ? reading.pitch_deg > -6
          ? -1
          : 0
        : step === 'avoid'
          ? reading.ias_kt > 82
            ? 0.5
            : 0
          : 0,
      ...(out && { throttle: 0.6 }),
      ...(step === 'avoid' && { throttle: 0.3 }),
    });
    trainer.advance(0.1);
    lowestFt = Math.min(lowestFt, reading.alt_ft);
    mostBankDeg = Math.max(mostBankDeg, Math.abs(reading.bank_deg));
  }
  return { steps, before, lowestFt, mostBankDeg };
}

test.each(fleet.flatMap(({ id }) => TRAPS.map((kind) => [id, kind] as const)))(
  '%s, %s: noticed by its sign, stopped, and flown again without it',
  (id, kind) => {
    const trainer = open(id, kind);
    const { steps, before, lowestFt, mostBankDeg } = fly(trainer, kind, true, 120);
    expect(steps.slice(0, 4)).toEqual(['ready', 'trap', 'out', 'avoid']);
    // Nothing but the task and what is said for safety before the sign.
    expect(before.filter((level) => level !== 'step' && level !== 'safety')).toEqual([]);
    expect(lowestFt).toBeGreaterThan(GROUND_FT + 2000);
    expect(mostBankDeg).toBeLessThan(45);
  },
);

test('it begins 3,500 ft above the ground and never asks for more than the turn', () => {
  const trainer = open('cairn-4', 'skid');
  expect(trainer.snapshot().reading.alt_ft).toBeGreaterThan(GROUND_FT + 3490);
  expect(trainer.card.title).toBe('Skidded, base to final');
});
