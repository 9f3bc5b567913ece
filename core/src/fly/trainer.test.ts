import { fleet } from '../airplane/fleet.ts';
import { targetCard } from '../brief/target-card.ts';
import { scoreRecording } from '../debrief/score-recording.ts';
import { findStandard } from '../standards/standards.ts';
import {
  awaitsStudent,
  beginExchange,
  exchangeAfter,
  holderAfter,
  studentAnswers,
  wordOf,
} from './exchange.ts';
import { deviationOf, isAimedAt, lanesOf, usedOf } from './lanes.ts';
import { horizonAt } from './sight-picture.ts';
import { openTrainer } from './trainer.ts';
import type { Trainer } from './trainer-types.ts';
import { instructorsAttempts } from './who-flew.ts';

const airplane = fleet[0];
const standard = findStandard('faa-private')!;
const card = targetCard({
  airplane,
  standard,
  maneuver: 'steep-turn',
  variant: 'right',
  weightLb: 2240,
  groundFt: 1900,
});
const open = (more = {}) => openTrainer({ airplane, card, groundFt: 1900, ...more });
/** Flies on in small pieces, as the worker does. */
const fly = (trainer: Trainer, seconds: number) => {
  for (let i = 0; i < seconds * 60; i++) trainer.advance(1 / 60);
};

describe('flying by hand', () => {
  test('begins trimmed at the card’s entry and stays there with hands off', () => {
    const trainer = open();
    fly(trainer, 20);
    const { reading, holder, attempt } = trainer.snapshot();
    expect(Math.abs(reading.alt_ft - card.entry.altitudeFt)).toBeLessThan(30);
    expect(Math.abs(reading.ias_kt - card.entry.airspeedKias!)).toBeLessThan(2);
    expect({ holder, attempt }).toEqual({ holder: 'student', attempt: null });
  });

  test('steadied, the stick asks for a rate, and the bank that was reached stays', () => {
    const trainer = open();
    trainer.input({ aileron: 1 });
    fly(trainer, 2);
    trainer.input({ aileron: 0 });
    fly(trainer, 3);
    const banked = trainer.snapshot();
    expect(banked.reading.bank_deg).toBeGreaterThan(22);
    fly(trainer, 4);
    const later = trainer.snapshot();
    expect(Math.abs(later.reading.bank_deg - banked.reading.bank_deg)).toBeLessThan(4);
    expect(later.attempt!.turnedDeg).toBeGreaterThan(banked.attempt!.turnedDeg + 10);
    expect(Math.abs(later.reading.lat_g)).toBeLessThan(0.03);
  });

  test('direct, the stick is the aileron, and without the help the feet are the student’s', () => {
    const trainer = open({ assistance: { rudder: false, steady: false } });
    trainer.input({ aileron: 0.5, rudder: -0.4 });
    fly(trainer, 1);
    const { reading } = trainer.snapshot();
    expect(reading.aileron).toBeCloseTo(0.5, 1);
    expect(reading.rudder).toBeCloseTo(-0.4, 1);
    expect(Math.abs(reading.lat_g)).toBeGreaterThan(0.02);
    trainer.assist({ rudder: true });
    fly(trainer, 3);
    expect(trainer.snapshot().assistance).toEqual({ rudder: true, steady: false });
  });

  test('throttle and flaps go where they are put; the ground ends it until it is set back', () => {
    const trainer = open();
    trainer.input({ throttle: 0, flapsDeg: 10 });
    fly(trainer, 4);
    expect(trainer.snapshot().reading).toMatchObject({ throttle: 0, flaps_deg: 10 });
    trainer.input({ elevator: -1 });
    fly(trainer, 120);
    expect(trainer.snapshot()).toMatchObject({ down: true });
    trainer.reset();
    fly(trainer, 2);
    const { reading, down } = trainer.snapshot();
    expect(down).toBe(false);
    expect(Math.abs(reading.alt_ft - card.entry.altitudeFt)).toBeLessThan(20);
  });

  test('a flight is a recording like any other, and a reset splits it', () => {
    const trainer = open();
    fly(trainer, 10);
    trainer.reset();
    fly(trainer, 10);
    const { recording, instructorFlew } = trainer.finish('2026-11-25');
    expect(recording.header).toMatchObject({
      airplane: 'cairn-4',
      weightLb: 2240,
      groundFt: 1900,
      note: 'flown in the trainer',
    });
    const score = scoreRecording(recording, { standard, airplane });
    expect(score.recording.segments).toBe(2);
    expect(instructorFlew).toEqual([]);
  });
});

describe('the exchange of controls', () => {
  test('three positive steps, the controls changing hands at the second, both ways', () => {
    const trainer = open();
    fly(trainer, 2);
    trainer.exchange();
    expect(trainer.snapshot()).toMatchObject({
      holder: 'student',
      exchange: { by: 'student', says: 'You have the controls.', awaitsStudent: false },
    });
    fly(trainer, 1.2);
    expect(trainer.snapshot()).toMatchObject({
      holder: 'instructor',
      exchange: { by: 'instructor', says: 'I have the controls.', awaitsStudent: true },
    });
    trainer.exchange();
    expect(trainer.snapshot().exchange).toMatchObject({ by: 'student', says: 'You have the controls.' });
    fly(trainer, 6);
    expect(trainer.snapshot()).toMatchObject({ holder: 'instructor', exchange: null });

    trainer.exchange();
    expect(trainer.snapshot()).toMatchObject({
      holder: 'instructor',
      exchange: { by: 'instructor', says: 'You have the controls.', awaitsStudent: true },
    });
    fly(trainer, 5);
    expect(trainer.snapshot().holder).toBe('instructor');
    trainer.exchange();
    expect(trainer.snapshot()).toMatchObject({
      holder: 'student',
      exchange: { says: 'I have the controls.' },
    });
    fly(trainer, 1.2);
    expect(trainer.snapshot().exchange).toMatchObject({ by: 'instructor', says: 'You have the controls.' });
    fly(trainer, 3);
    expect(trainer.snapshot().exchange).toBeNull();
    const [held] = trainer.finish().instructorFlew;
    expect(held.endS - held.startS).toBeGreaterThan(8);
  });

  test('taken in mid-flight, the instructor brings it back to the entry', () => {
    const trainer = open();
    trainer.input({ aileron: -1, elevator: -0.6 });
    fly(trainer, 3);
    trainer.exchange();
    fly(trainer, 60);
    const { reading, holder } = trainer.snapshot();
    expect(holder).toBe('instructor');
    expect(Math.abs(reading.bank_deg)).toBeLessThan(4);
    expect(Math.abs(reading.alt_ft - card.entry.altitudeFt)).toBeLessThan(60);
  });

  test('“show me” flies the maneuver to standard and gives the controls back', () => {
    const trainer = open();
    fly(trainer, 10);
    trainer.show();
    fly(trainer, 2);
    expect(trainer.snapshot()).toMatchObject({ holder: 'instructor', showing: true });
    trainer.exchange();
    for (let i = 0; i < 100 && trainer.snapshot().showing; i++) fly(trainer, 1);
    expect(trainer.snapshot().exchange).toMatchObject({ by: 'instructor', awaitsStudent: true });
    const { recording, instructorFlew } = trainer.finish();
    const { attempts } = scoreRecording(recording, { standard, airplane });
    expect(attempts).toHaveLength(1);
    expect(attempts[0]).toMatchObject({ variant: 'right', examiner: 'satisfactory' });
    expect(instructorsAttempts(attempts, instructorFlew)).toHaveLength(1);
  });

  test('who speaks next follows from who gives', () => {
    const asked = beginExchange('student', 0);
    expect(awaitsStudent(asked)).toBe(false);
    expect(exchangeAfter(asked, 0.5)).toBe(asked);
    const answered = exchangeAfter(asked, 1.1)!;
    expect([wordOf(answered).by, holderAfter(answered)]).toEqual(['instructor', 'instructor']);
    expect(exchangeAfter(answered, 100)).toBe(answered);
    const closed = studentAnswers(answered, 101);
    expect(closed.step).toBe(3);
    expect(exchangeAfter(closed, 104)).toBeNull();
  });
});

describe('what is said and shown', () => {
  const lanes = lanesOf(card);
  const entry = {
    alt_ft: card.entry.altitudeFt,
    ias_kt: card.entry.airspeedKias!,
    hdg_deg: 360,
    bank_deg: 45,
  };

  test('lanes are the card’s parameters, in units of tolerance', () => {
    expect(lanes.map(({ parameter }) => parameter)).toEqual(['bank', 'altitude', 'airspeed']);
    expect(deviationOf(lanes[0], { ...entry, bank_deg: -52 })).toBe(7);
    expect(usedOf(lanes[1], -100)).toBe(-1);
    const slow = lanesOf(targetCard({ airplane, standard, maneuver: 'slow-flight', variant: 'landing' }));
    const airspeed = slow.find(({ parameter }) => parameter === 'airspeed')!;
    // +10 / −0: the centre of the band is 5 kt above the target.
    expect(usedOf(airspeed, 5)).toBe(0);
  });

  test('coached, it says what comes next, what is to be held then, and what remains', () => {
    const trainer = open();
    fly(trainer, 3);
    const before = trainer.snapshot();
    expect(before.coach).toMatchObject({ index: 0, beganS: null, next: { id: 'roll-in' } });
    expect(lanes.map((lane) => isAimedAt(lane, before.coach.aims))).toEqual([false, true, true]);
    trainer.input({ aileron: 1 });
    fly(trainer, 2.8);
    trainer.input({ aileron: 0 });
    fly(trainer, 4);
    const turning = trainer.snapshot();
    expect(turning.coach.step.id).toBe('established');
    expect(turning.coach.toGo?.unit).toBe('deg');
    expect(turning.coach.toGo!.value + turning.attempt!.turnedDeg).toBeGreaterThan(345);
    expect(lanes.map((lane) => isAimedAt(lane, turning.coach.aims))).toEqual([true, true, true]);
  });

  test('on your own nothing is said, whatever happens', () => {
    const trainer = open();
    trainer.alone(true);
    trainer.input({ aileron: 1 });
    fly(trainer, 4);
    trainer.input({ aileron: 0 });
    for (let i = 0; i < 20; i++) {
      fly(trainer, 0.5);
      expect(trainer.snapshot().coach.word).toBeNull();
    }
  });

  test('with me: the bank is the instructor’s, the nose the student’s', () => {
    const trainer = open();
    trainer.share('bank');
    trainer.input({ aileron: -1, elevator: 0 });
    fly(trainer, 16);
    const { reading, holder, shared } = trainer.snapshot();
    expect({ holder, shared }).toEqual({ holder: 'student', shared: 'bank' });
    // To the right, as the card asks, though the student’s stick is hard over to the left.
    expect(reading.bank_deg).toBeGreaterThan(35);
    trainer.share(null);
    fly(trainer, 3);
    expect(trainer.snapshot().reading.bank_deg).toBeLessThan(30);
  });

  test('the horizon of level flight lies level above the middle, and tilts against the bank', () => {
    const view = { lookDownDeg: 4, focal: 500 };
    // Level: 4° above the middle of a view that looks 4° down.
    expect(horizonAt(view, { pitchDeg: 0, bankDeg: 0 }, 0)).toBeCloseTo(
      -500 * Math.tan((4 * Math.PI) / 180),
      6,
    );
    expect(horizonAt(view, { pitchDeg: 4, bankDeg: 0 }, 300)).toBeCloseTo(0, 6);
    // Banked right, the horizon is higher on the right.
    const right = horizonAt({ lookDownDeg: 0, focal: 500 }, { pitchDeg: 0, bankDeg: 30 }, 100);
    expect(right).toBeCloseTo(-100 * Math.tan(Math.PI / 6), 6);
    expect(horizonAt({ lookDownDeg: 0, focal: 500 }, { pitchDeg: 0, bankDeg: 90 }, 100)).toBeNaN();
  });

  test('the demonstration to compare with stays within the card’s bands', () => {
    const { demonstration } = open();
    demonstration.lanes.slice(1).forEach((line, i) => {
      for (const deviation of line) expect(Math.abs(usedOf(lanes[i + 1], deviation))).toBeLessThan(1);
    });
    expect(Math.abs(demonstration.attitude.bankDeg - 45)).toBeLessThan(3);
  });
});
