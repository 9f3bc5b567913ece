/**
 * A lesson's coach: which of its cards is being flown, nobody tells it. A lesson with several maneuvers is flown by a pilot, and
 * the one who speaks must be the one whose maneuver it is.
 */
import { fleet } from '../airplane/fleet.ts';
import { targetCard } from '../brief/target-card.ts';
import { flyLesson } from '../fly/fly-lesson.ts';
import { findStandard } from '../standards/standards.ts';
import { type LessonLook, openLessonCoach } from './lesson-coach.ts';
import { coachRows } from './replay.ts';

const [airplane] = fleet;
const weightLb = 2250;
const cardOf = (maneuver: string, variant: string) =>
  targetCard({
    airplane,
    standard: findStandard('faa-private')!,
    maneuver,
    variant,
    weightLb,
    groundFt: 1900,
    headingDeg: 90,
  });
const LESSON = [
  cardOf('slow-flight', 'landing'),
  cardOf('steep-turn', 'left'),
  cardOf('steep-turn', 'right'),
];

/** What the coach of some cards said while the lesson's legs were flown. */
function heard(cards: typeof LESSON, legs = LESSON) {
  const { recording, events } = flyLesson({
    airplane,
    weightLb,
    groundFt: 1900,
    seed: 3,
    legs: legs.map((card) => ({ card })),
  });
  const coach = openLessonCoach(cards, { airplane, where: 'replay' });
  const looks: LessonLook[] = [];
  for (const row of coachRows(recording)) {
    const look = coach.look(row);
    if (look) looks.push(look);
  }
  return { looks, events };
}
const { looks, events } = heard(LESSON);
/** What ended by its last step. */
const over = (all: readonly LessonLook[]) => all.filter(({ ended }) => ended && !ended.givenUp);
const endsIn = (all: readonly LessonLook[]) => over(all).map(({ card }) => card);

test('each card is called over once, in the order flown', () => {
  expect(endsIn(looks)).toEqual([0, 1, 2]);
});

test('what is called over lies within what was flown', () => {
  for (const { ended, card } of over(looks)) {
    const own = events.filter(({ leg }) => leg === card);
    expect(ended!.fromS).toBeGreaterThan(own[0].atS - 5);
    expect(ended!.toS).toBeLessThan((events.find(({ leg }) => leg === card + 1)?.atS ?? Infinity) + 30);
    expect(ended!.toS).toBeGreaterThan(ended!.fromS);
  }
});

test.each([1, 2])('in the middle of turn %i its own card leads', (card) => {
  const { ended } = over(looks).find((look) => look.card === card)!;
  const within = looks.filter(({ timeS }) => timeS > ended!.fromS + 8 && timeS < ended!.toS - 2);
  expect(within.length).toBeGreaterThan(50);
  expect(within.filter((look) => look.card !== card).map(({ timeS }) => timeS)).toEqual([]);
});

test('where nothing is flown yet, the card that is due waits for its first step', () => {
  expect(looks[0]).toMatchObject({ card: 0, beganS: null, index: 0 });
  const next = looks[looks.findIndex(({ ended }) => ended) + 1];
  expect(next).toMatchObject({ card: 1, beganS: null });
});

test('a turn to the next heading, taken for a beginning and given up, does not put the lesson on', () => {
  const givenUp = looks.filter(({ ended }) => ended?.givenUp);
  for (const { timeS } of givenUp) {
    const after = looks.find((look) => look.timeS > timeS)!;
    const flown = over(looks).filter((look) => look.timeS < timeS).length;
    expect(after.card).toBe(flown);
  }
});

test('time goes on from look to look', () => {
  for (let i = 1; i < looks.length; i++) expect(looks[i].timeS).toBeGreaterThan(looks[i - 1].timeS);
});

test('flown in another order than planned it is heard all the same', () => {
  const [slow, left, right] = LESSON;
  const swapped = heard(LESSON, [left, slow, right]);
  expect(endsIn(swapped.looks)).toEqual(expect.arrayContaining([0, 1]));
});

test('of two cards alike one listens', () => {
  const [, left] = LESSON;
  expect(endsIn(heard([left, left], [left]).looks)).toEqual([0]);
});

test('low in the air nothing is shown in the airplane; parked or stopped it is', () => {
  const shown = (row: { gs_kt?: number; ias_kt: number }) =>
    openLessonCoach([LESSON[1]], { airplane, where: 'airplane', quietBelowFt: 2000 }).look({
      timeS: 0,
      alt_ft: 1200,
      hdg_deg: 90,
      bank_deg: 0,
      ...row,
    })!.blank;
  expect(shown({ ias_kt: 70, gs_kt: 72 })).toBe(true);
  expect(shown({ ias_kt: 0, gs_kt: 0.4 })).toBe(false);
  // Slow in the air over the ground is no stop: the airspeed does not say so alone.
  expect(shown({ ias_kt: 0, gs_kt: 30 })).toBe(true);
  expect(shown({ ias_kt: 3 })).toBe(false);
});

test('a lesson without cards says nothing', () => {
  const coach = openLessonCoach([], { airplane });
  expect(coach.look({ timeS: 0, alt_ft: 4500, ias_kt: 95, hdg_deg: 90, bank_deg: 0 })).toBeNull();
});

test.each([0, 1])(
  'a turn at 30° is a level turn, not a steep one, with the steep turn as card %i',
  (steep) => {
    const level = cardOf('level-turn', 'left');
    const cards = steep === 0 ? [cardOf('steep-turn', 'left'), level] : [level, cardOf('steep-turn', 'left')];
    const begun = heard(cards, [level]).looks.filter((look) => look.beganS !== null && !look.lost);
    const after = begun.filter((look) => look.timeS > look.beganS! + 6);
    expect(after.length).toBeGreaterThan(50);
    expect(new Set(after.map(({ card }) => cards[card].maneuver))).toEqual(new Set(['level-turn']));
  },
);
