/** The brief's form: what is typed becomes a lesson and comes back, and what stands in the way is named. */
import {
  DEFAULT_TECHNIQUE,
  findAirplane,
  findStandard,
  type Lesson,
  lessonInputSchema,
  type ManeuverId,
  planLesson,
} from '@keel/core';
import {
  airBy,
  type BriefForm,
  conditionsOf,
  emptyForm,
  formOf,
  hPaOf,
  inputOf,
  preview,
  titleOf,
  usualLoad,
} from './form.ts';

const cairn = findAirplane('cairn-4')!;
const request = {
  airplane: cairn,
  standard: findStandard('faa-private')!,
  technique: DEFAULT_TECHNIQUE,
  fieldFt: 1180,
};
const filled = (more: Partial<BriefForm> = {}): BriefForm => ({
  ...emptyForm(),
  ...usualLoad(cairn),
  studentId: '3f0e3c1c-1111-4111-8111-000000000001',
  airplaneId: cairn.id,
  groundFt: 1900,
  items: [
    { id: 'a', maneuver: 'slow-flight', variant: 'landing' },
    { id: 'b', maneuver: 'steep-turn' },
  ],
  ...more,
});

test('a new form asks only for what it cannot know', () => {
  const { errors } = conditionsOf({ ...emptyForm(), ...usualLoad(cairn) }, cairn);
  expect(errors).toEqual({ groundFt: 'Write a number' });
  expect(preview(filled(), request).errors).toEqual({});
});

test('an airplane with stations is loaded seat by seat, one without by its weight', () => {
  expect(conditionsOf(filled(), cairn).conditions!.loading).toEqual({
    stations: { front: 340, rear: 0, baggage: 0 },
    fuelGal: 29,
  });
  const bare = { ...cairn, stations: undefined };
  expect(usualLoad(bare)).toMatchObject({ loadBy: 'weight', weightLb: 2240 });
  const { conditions } = conditionsOf(filled(usualLoad(bare)), bare);
  expect(conditions).toMatchObject({ weightLb: 2240, loading: undefined });
});

test('an empty cloud base means no cloud; an empty temperature is asked for', () => {
  const { conditions } = conditionsOf(filled({ cloudBaseFt: '' }), cairn);
  expect(conditions).not.toHaveProperty('cloudBaseFt');
  expect(conditionsOf(filled({ oatC: '' }), cairn)).toEqual({ errors: { oatC: 'Write a number' } });
  expect(conditionsOf(filled({ air: 'pressure' }), cairn).conditions).toMatchObject({
    pressureAltitudeFt: 4500,
  });
});

test('each item has its cards; a turn flown both ways has two', () => {
  const { cards, plan } = preview(filled(), request);
  expect([...cards].map(([item, made]) => [item, made.map(({ variant }) => variant)])).toEqual([
    ['a', ['landing']],
    ['b', ['left', 'right']],
  ]);
  expect(plan!.entries).toHaveLength(2);
});

test.each([
  [{ headingDeg: 400 }, { headingDeg: 'heading 400 °: must be from 0 to 360 °' }],
  [{ oatC: 99 }, { oatC: 'temperature 99 °C: must be from -60 to 55 °C' }],
  [{ loadBy: 'weight', weightLb: 100 }, { weightLb: 'weight 100 lb: must be from 1480 to 2400 lb' }],
  [{ cloudBaseFt: -1 }, { cloudBaseFt: 'cloud base -1 ft: must be from 0 to 60000 ft' }],
] as [Partial<BriefForm>, object][])('%j is said at its field', (wrong, errors) => {
  const result = preview(filled(wrong), request);
  expect(result.errors).toEqual(errors);
  expect(result.plan).toBeUndefined();
});

test('what belongs to no field is said all the same', () => {
  const { problem } = preview(filled({ items: [{ id: 'x', maneuver: 'loop' as ManeuverId }] }), request);
  expect(problem).toMatch(/maneuver "loop": must be one of/);
  expect(preview(filled(), null)).toMatchObject({ errors: {} });
});

test('without a title a lesson is called by its maneuvers', () => {
  expect(titleOf(filled().items)).toBe('Slow flight, steep turns');
  expect(inputOf(filled(), cairn)!.title).toBe('Slow flight, steep turns');
  expect(inputOf(filled({ title: ' Third try ' }), cairn)!.title).toBe('Third try');
  expect(inputOf(filled({ groundFt: '' }), cairn)).toBeNull();
});

test('what is sent is what the server takes, and comes back into the form unchanged', () => {
  const form = filled({
    title: 'There and back',
    cloudBaseFt: 6200,
    windKt: 12,
    technique: { steepTrim: 'both' },
    focus: 'Look out',
    parked: ['steep-turn/slip'],
  });
  const input = lessonInputSchema.parse(JSON.parse(JSON.stringify(inputOf(form, cairn))));
  const { plan, cards } = planLesson({
    ...request,
    conditions: input.conditions,
    items: input.items,
    overrides: input.technique,
  });
  const lesson: Lesson = {
    ...input,
    id: '3f0e3c1c-1111-4111-8111-000000000002',
    student: { id: form.studentId, name: 'Somebody' },
    instructor: { id: form.studentId, name: 'Somebody else' },
    airplane: { id: cairn.id, name: cairn.name, speedUnit: 'kt' },
    standard: { id: 'faa-private', shortName: 'Private ACS' },
    cards,
    plan,
    version: 1,
    recordings: [],
    sightPictures: [],
    gradedByHand: 0,
    proposed: false,
  };
  const { weightLb: _, stations, ...back } = formOf(lesson);
  const { weightLb: __, stations: sent, ...before } = form;
  expect(back).toEqual({
    ...before,
    items: before.items.map((item) => expect.objectContaining(item)),
  });
  expect(stations).toEqual({ ...sent, rear: 0, baggage: 0 });
});

test('a lesson from before each maneuver had its own speed keeps it', () => {
  const conditions = {
    weightLb: 2240,
    groundFt: 1900,
    headingDeg: 90,
    oatC: 4,
    airspeedKias: 88,
    bankDeg: 40,
  };
  const items = [{ id: 'steep-turns', maneuver: 'steep-turn' }];
  const lesson = { conditions, items, student: {}, airplane: {}, standard: {} } as unknown as Lesson;
  expect(formOf(lesson)).toMatchObject({
    loadBy: 'weight',
    air: 'qnh',
    items: [{ maneuver: 'steep-turn', airspeedKias: 88, bankDeg: 40 }],
    cloudBaseFt: '',
  });
});

describe('pressure in inches of mercury', () => {
  // The standard atmosphere at sea level, ICAO Doc 7488: 1013.25 hPa, 29.92 inHg.
  test.each([29.92, 2992])('%d is the standard atmosphere’s', (typed) =>
    expect(hPaOf(typed)).toBeCloseTo(1013.25, 0),
  );
  test('is what the cards are worked out from, and comes back as it was typed', () => {
    const typed: BriefForm = filled({ air: 'inHg', altimeterInHg: 30.12 });
    const { conditions } = inputOf(typed, cairn)!;
    expect(conditions.qnhHpa).toBeCloseTo(1020, 0);
    expect(airBy('inHg')).toBe('inHg');
  });
  test('a setting that is none is refused at its own field', () => {
    const { errors } = preview(filled({ air: 'inHg', altimeterInHg: 12 }), request);
    expect(Object.keys(errors)).toEqual(['altimeterInHg']);
  });
});
