/** The coach held to the table of what is never said, and what is: each of its rows, drawn by hand. */
import { fleet } from '../airplane/fleet.ts';
import { targetCard } from '../brief/target-card.ts';
import type { TargetCard } from '../card/card.ts';
import type { CoachRow } from '../kits/coach/quantities.ts';
import { flapDegrees } from '../performance/model.ts';
import { findStandard } from '../standards/standards.ts';
import { breaks, readsAs } from '../testing/coach/reads.ts';
import { TABLE, type TableRow } from '../testing/coach/table.ts';
import { type CoachLook, openCoach } from './coach.ts';

const airplane = fleet[0];
const STEP_S = 0.1;

function cardFor({ maneuver, variant, card }: TableRow): TargetCard {
  const made = targetCard({
    airplane,
    standard: findStandard('faa-private')!,
    schoolStandard: findStandard('school-pre-solo')!,
    maneuver,
    variant,
    weightLb: 2300,
    groundFt: 1900,
    headingDeg: 360,
  });
  return { ...made, ...card } as TargetCard;
}

/** Steady flight on the card's figures, in the step's own bank and flaps. */
function steady(card: TargetCard, step: string): CoachRow {
  const turning =
    ['roll-in', 'established', 'steepening'].includes(step) && card.turn !== null && card.bankDeg > 15;
  const before = step === 'ready';
  return {
    timeS: 0,
    alt_ft: card.entry.altitudeFt,
    ias_kt: card.entry.airspeedKias ?? 90,
    hdg_deg: 0,
    bank_deg: turning ? -card.bankDeg : 0,
    pitch_deg: 3,
    vs_fpm: 0,
    throttle: 0.5,
    flaps_deg: before ? 0 : flapDegrees(airplane, card.stage),
    stall_warn: 0,
    lat_g: 0,
    load_g: turning ? 1 / Math.cos((card.bankDeg * Math.PI) / 180) : 1,
    elevator: 0.05,
    aileron: 0,
  };
}

/** Flies on to the step, then what is drawn. */
function heardIn(row: TableRow): { said: CoachLook[]; card: TargetCard } {
  const card = cardFor(row);
  const coach = openCoach({ card, airplane, where: row.where ?? 'trainer', quietBelowFt: row.lowFt });
  const held = steady(card, 'ready');
  let timeS = 0;
  for (; timeS < 3; timeS += STEP_S) coach.look({ ...held, timeS });
  const index = coach.steps.findIndex(({ id }) => id === row.step);
  expect(index).toBeGreaterThan(0);
  for (let k = 0; k < index; k++) coach.pass();
  if (row.by !== undefined) coach.flownBy(row.by);
  const said: CoachLook[] = [];
  for (let t = 0; t < (row.forS ?? 8); t += STEP_S) {
    const { aboveAltFt = 0, aboveKt = 0, ...drawn } = row.drawn(t);
    const base = steady(card, row.step);
    const look = coach.look({
      ...base,
      ...drawn,
      timeS,
      alt_ft: drawn.alt_ft ?? base.alt_ft! + aboveAltFt,
      ias_kt: drawn.ias_kt ?? base.ias_kt! + aboveKt,
      hdg_deg: (((drawn.hdg_deg ?? 0) % 360) + 360) % 360,
    });
    timeS += STEP_S;
    said.push(look);
  }
  return { said, card };
}

const words = (said: readonly CoachLook[]) => [
  ...new Set(said.filter(({ word }) => word && word.level !== 'look').map(({ word }) => word!.says)),
];

test('every row of the table is there, once', () => {
  expect(TABLE.map(({ row }) => row)).toEqual(Array.from({ length: 76 }, (_, i) => i + 1));
});

test.each(TABLE.map((row) => [row.row, `${row.maneuver}, ${row.step}: ${row.about}`, row] as const))(
  'row %i, %s',
  (_, __, row) => {
    const { said } = heardIn(row);
    const all = words(said);
    if (row.never === 'all') {
      expect(said.map(({ word }) => word)).toEqual(said.map(() => null));
      return;
    }
    // Half a second for the sign to show; from then on nothing that is never said.
    const during = words(said.slice(10 * (row.fromS ?? 0.5)));
    for (const says of during) expect([says, breaks(says, row.never)]).toEqual([says, []]);
    const lapses = said.flatMap(({ word }) =>
      word && ['now', 'safety'].includes(word.level) ? [word.says] : [],
    );
    if (row.says === null) expect(lapses).toEqual([]);
    else expect([row.says].flat().some((one) => all.includes(one)) ? 'said' : all).toBe('said');
  },
);

test('the other foot where the ball is out to the left', () => {
  const row = TABLE.find(({ row: number }) => number === 36)!;
  const { said } = heardIn({ ...row, drawn: (t) => ({ ...row.drawn(t), lat_g: 0.11 }) });
  expect(words(said)).toContain('Left foot.');
  expect(words(said)).not.toContain('Right foot.');
});

test.each([
  ['Leave the power.', []],
  ['Ease the pull.', ['PUSH']],
  ['Power back. Roll level. Ease out.', ['P-', 'ROLL', 'PULL']],
  ['Nose down. Leave the power.', ['PUSH']],
  ['A little power. Less bank.', ['P+', 'SHALLOW']],
  ['Power, then the nose.', ['P+']],
] as const)('%s reads as %j', (sentence, asked) => expect(readsAs(sentence)).toEqual(asked));
