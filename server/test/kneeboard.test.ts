/** The kneeboard's figures and bands, as text. */
import {
  findAirplane,
  findStandard,
  isSaid,
  type Lesson,
  SCHOOL_STANDARD_ID,
  targetCard,
  toleranceSaid,
  USUAL_FIELD_RULES,
} from '@keel/core';
import { kneeboardPdf } from '../src/brief/kneeboard.ts';
import { fieldPartsOf } from '../src/brief/kneeboard-field.ts';
import { kneeboardFigures } from '../src/brief/kneeboard-figures.ts';
import { triesOf, triesTable } from '../src/brief/kneeboard-tries.ts';

const card = (maneuver: string, variant: string, airplane = 'cairn-4') =>
  targetCard({
    airplane: findAirplane(airplane)!,
    standard: findStandard('faa-private')!,
    schoolStandard: findStandard(SCHOOL_STANDARD_ID),
    maneuver,
    variant,
    groundFt: 1900,
    qnhHpa: 1013.25,
    oatC: 6,
  });
const figure = (cards: Parameters<typeof kneeboardFigures>[0], label: string) =>
  kneeboardFigures(cards).find((candidate) => candidate.label === label);

test('left and right of a turn share a panel and show both headings', () => {
  const pair = [card('steep-turn', 'left'), card('steep-turn', 'right')];
  expect(figure(pair, 'Start the roll-out')).toMatchObject({
    value: '022 / 338',
    unit: '°',
    note: 'left / right',
  });
  expect(figure(pair.slice(1), 'Start the roll-out')).toMatchObject({ value: '338', note: 'lead 22°' });
  expect(figure(pair, 'Enter at')).toMatchObject({ value: '4,500', note: 'floor 3,400, heading 360°' });
});

test('speeds are in the airplane’s own unit, limits rounded down', () => {
  const mph = [card('steep-turn', 'left', 'gimmer-2')];
  // 98 KIAS at maximum weight is 112.8 mph.
  expect(figure(mph, 'Maneuvering speed')).toMatchObject({ value: '112', unit: 'mph' });
});

test('each maneuver shows its own numbers, and none that it has not', () => {
  const slow = kneeboardFigures([card('slow-flight', 'landing')]).map(({ label }) => label);
  expect(slow).toEqual(
    expect.arrayContaining(['Stall warning at', 'Least power at', 'Climb available', 'Add in a 15° turn']),
  );
  expect(slow).not.toContain('Full circle');
  const glide = kneeboardFigures([card('best-glide', 'standard')]).map(({ label }) => label);
  expect(glide).toEqual(expect.arrayContaining(['Glide', 'Sink', 'Reach from the entry']));
  expect(glide).not.toContain('Power');
  expect(glide).not.toContain('Bank');
});

test('tolerances as they are said: both sides, one side, and the floor', () => {
  const slow = card('slow-flight', 'clean');
  const words = slow.tolerances.filter(isSaid).map((row) => toleranceSaid(row, slow));
  expect(words).toEqual([
    'altitude ±100 ft',
    'airspeed +10 / −0 kt',
    'heading ±10°',
    'bank ±10°',
    expect.stringMatching(/^not below 3.400 ft$/),
  ]);
  const mph = card('steep-turn', 'left', 'gimmer-2');
  const airspeed = mph.tolerances.find(({ parameter }) => parameter === 'airspeed')!;
  expect(toleranceSaid(airspeed, mph)).toBe('airspeed ±11 mph');
});

test('a row to tick for each try of the lesson, two where a turn goes both ways, never more than fit', () => {
  const turn = [card('steep-turn', 'left'), card('steep-turn', 'right')];
  const lesson = (tries: object) =>
    ({ items: [{ id: 'a', maneuver: 'steep-turn', ...tries }] }) as unknown as Lesson;
  expect(triesOf(turn[0], lesson({ demonstrations: 1, attempts: 2 }))).toBe(3);
  expect(triesOf(turn[0], lesson({ demonstrations: 0, attempts: 0 }))).toBe(1);
  const rows = (cards: typeof turn, tries: number) =>
    (triesTable(cards, tries) as { table: { body: { text?: string }[][] } }).table.body
      .slice(1)
      .map(([first]) => first.text);
  expect(rows(turn, 2)).toEqual(['1L', '1R', '2L', '2R']);
  expect(rows(turn.slice(0, 1), 3)).toEqual(['1', '2', '3']);
  expect(rows(turn, 9)).toHaveLength(6);
});

test('takeoff and landing are two panels of their own, where the lesson has its runway', async () => {
  const airplane = findAirplane('cairn-4')!;
  const field = { fieldFt: 1180, rules: USUAL_FIELD_RULES, limits: null };
  const conditions = { weightLb: 2200, groundFt: 1900, headingDeg: 360, oatC: 6 };
  expect(fieldPartsOf({ conditions, plan: null }, airplane, field)).toEqual([]);
  const at = { ...conditions, qnhHpa: 1013, runway: '24', runwayFt: 2600, windFromDeg: 280, windKt: 9 };
  const panels = fieldPartsOf({ conditions: at, plan: null }, airplane, field);
  expect(panels.map(([title, parts]) => [title, parts.map(({ id }) => id)])).toEqual([
    ['Out', ['taxi', 'run-up', 'takeoff']],
    ['Back', ['pattern', 'approach', 'go-around', 'after']],
  ]);
  const lesson = {
    student: { name: 'Nell Ashgrove' },
    instructor: { name: 'Idris Vellacott' },
    airplane: { name: airplane.name },
    standard: { shortName: 'Private' },
    title: 'Patterns',
    plannedAt: '2026-06-01T09:00:00.000Z',
    items: [],
    plan: null,
    focus: '',
    cards: [card('slow-flight', 'clean')],
    conditions: at,
  } as unknown as Lesson;
  // The first page, the maneuver's, and the two of the field: none runs over.
  for (const size of ['a5', 'half-letter'] as const) {
    const pdf = (await kneeboardPdf(lesson, airplane, size, 'UTC', field)).toString('latin1');
    expect(pdf.match(/\/Type \/Page\b/g)).toHaveLength(4);
  }
});
