/** The parts of a lesson in words: what is not known says so, and a caution is never missing. */
import { fleet } from '../airplane/fleet.ts';
import { fieldCards } from '../field/field-cards.ts';
import { type FieldDay, fieldDayOf, USUAL_FIELD_RULES } from '../field/field-day.ts';
import { fieldSaid } from './field.ts';
import { unitsFor } from './figures.ts';

const empty = { weightLb: 2000, groundFt: 1900, headingDeg: 360, oatC: 9 };
const entered = {
  ...empty,
  qnhHpa: 1013.25,
  runway: '24',
  runwayFt: 2600,
  windFromDeg: 270,
  windKt: 12,
  gustKt: 20,
  fieldOatC: 12,
};
const said = (
  airplane: FieldDay['airplane'],
  conditions: typeof empty & { qnhHpa?: number },
  rules = USUAL_FIELD_RULES,
) => {
  const weightLb = 0.9 * airplane.maxWeightLb;
  const day = fieldDayOf({ airplane, conditions, weightLb, fieldFt: 1180, rules });
  const parts = fieldSaid(fieldCards(day), unitsFor(airplane));
  return (id: string) => parts.find((part) => part.id === id)!;
};
const lineOf = (part: ReturnType<ReturnType<typeof said>>, label: string) =>
  part.lines.find((one) => one.label.startsWith(label));

test.each(fleet.map((airplane) => [airplane.id, airplane] as const))(
  'of %s every line has its figure where all was entered',
  (_, airplane) => {
    const part = said(airplane, entered);
    for (const id of ['taxi', 'run-up', 'takeoff', 'pattern', 'approach', 'go-around', 'after'])
      for (const { label, value } of part(id).lines)
        expect(value ?? `no ${label}`).not.toMatch(/NaN|undefined|^no /);
  },
);

test('what was not entered is a blank with its reason', () => {
  const part = said(fleet[0], empty);
  expect(lineOf(part('taxi'), 'Stick')).toMatchObject({ value: null, note: expect.stringMatching(/wind/) });
  expect(lineOf(part('takeoff'), 'Ground roll')).toMatchObject({ value: null });
  expect(lineOf(part('takeoff'), 'Give up')).toMatchObject({ value: null });
  expect(lineOf(part('pattern'), 'Legs')).toMatchObject({ value: null });
  const bare = { ...fleet[0], rotateKias: undefined, runUp: undefined, patternKias: undefined };
  const blank = said(bare, entered);
  expect(lineOf(blank('run-up'), 'Each magneto')!.note).toMatch(/handbook/);
  expect(lineOf(blank('takeoff'), 'Raise')!.note).toMatch(/handbook/);
  expect(lineOf(blank('pattern'), 'Downwind')!.value).toMatch(/by the handbook/);
});

test('nobody is told to turn back until the school sets a height', () => {
  const failure = (turnBackFt: number | null) =>
    said(fleet[0], entered, { ...USUAL_FIELD_RULES, turnBackFt })('takeoff').lists[1].items.at(-1);
  expect(failure(null)).toMatch(/No turning back/);
  expect(failure(800)).toMatch(/No turning back below 800 ft/);
});

test('a magneto that does not drop is a stop, and the skidded turn is warned of', () => {
  const part = said(fleet[0], entered);
  expect(part('run-up').caution).toMatch(/no drop at all/);
  expect(part('pattern').caution).toMatch(/Go around/);
  expect(part('approach').caution).toMatch(/no limit/);
});

test('the recovery from a spin is whole, in its order, after the handbook’s own', () => {
  const { lists, caution } = said(fleet[0], empty)('spins');
  const recovery = lists.at(-1)!;
  expect(recovery.title).toMatch(/handbook/);
  // Power, ailerons, rudder, elevator: common practice, with no source.
  expect(recovery.items.map((item) => item.split(' ')[0])).toEqual([
    'Power',
    'Ailerons',
    'Full',
    'Stick',
    'Rudder',
    'Ease',
  ]);
  expect(caution).toMatch(/unlikely to be recovered/);
});

test('speeds are read in the airplane’s unit, the wind in knots', () => {
  const mph = fleet.find(({ speedUnit }) => speedUnit === 'mph')!;
  const part = said(mph, entered);
  expect(lineOf(part('takeoff'), 'Raise')!.value).toMatch(/mph/);
  expect(lineOf(part('takeoff'), 'Crosswind')!.value).toMatch(/10 knots from the right/);
});
