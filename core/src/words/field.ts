/** Taxi to shut-down in words: for the screen and the kneeboard alike. */
import { powerUnitOf } from '../airplane/schema.ts';
import type { FieldCards, PatternLeg, TaxiQuarter } from '../field/field-cards.ts';
import { FIELD_FIGURES } from '../field/tables.ts';
import { type CardFacts, heading, line } from './card/facts.ts';
import { figuresIn, type Units } from './figures.ts';

type FieldPart = 'taxi' | 'run-up' | 'takeoff' | 'pattern' | 'approach' | 'go-around' | 'after' | 'spins';

interface FieldLine {
  label: string;
  /** Null where it is not known; the note then says why. */
  value: string | null;
  note?: string;
}

export interface FieldPartSaid {
  id: FieldPart;
  title: string;
  lines: FieldLine[];
  lists: { title: string; items: string[] }[];
  caution: string | null;
}

type F = CardFacts['f'];

export function fieldSaid(cards: FieldCards, units: Units): FieldPartSaid[] {
  const f = figuresIn(units);
  return [
    taxi(cards, f),
    runUp(cards, f),
    takeoff(cards, f),
    pattern(cards, f),
    approach(cards, f),
    goAround(cards, f),
    after(),
    spins(),
  ];
}

const unknown = (label: string, note: string): FieldLine => ({ label, value: null, note });
const speedLine = (f: F, label: string, kias: number | null, missing: string, note?: string): FieldLine =>
  kias === null
    ? unknown(label, missing)
    : { label, value: line`${f.speed(kias)}`, ...(note !== undefined && { note }) };

const NOT_IN_FILE = 'not in the airplane’s file: take it from the handbook';

const STICK = { neutral: ', elevator neutral', back: ' and back', forward: ' and forward' } as const;

const quarterLine = ({ fromDeg, toDeg, wind, side, aileron, elevator }: TaxiQuarter): FieldLine => ({
  label: `${heading(fromDeg)} to ${heading(toDeg)}`,
  value: `stick ${aileron}${STICK[elevator]}`,
  note: `wind from ${wind}, ${side}`,
});

function taxi({ taxi: quarters, day }: FieldCards, f: F): FieldPartSaid {
  const wind =
    day.windKt === 0
      ? 'calm: ailerons and elevator neutral'
      : 'enter the wind’s direction and speed under Day and load';
  return {
    id: 'taxi',
    title: 'Taxi',
    lines: quarters
      ? [
          {
            label: 'Wind',
            value: line`${heading(day.windFromDeg ?? 0)} at ${f.in(day.windKt ?? 0, 'knots')}`,
          },
          ...quarters.map(quarterLine),
        ]
      : [unknown('Stick for the wind', wind)],
    lists: [
      {
        title: 'On the way',
        items: [
          'Try both brakes in the first few feet',
          'A brisk walk on the apron, no faster',
          'Climb into the wind, dive away from it',
          'Look out left, ahead and right; stop when unsure',
        ],
      },
    ],
    caution: null,
  };
}

function runUp({ day: { airplane } }: FieldCards, f: F): FieldPartSaid {
  const { rpm, dropRpm, differenceRpm, idleFromRpm, idleToRpm } = airplane.runUp ?? {};
  const turns = (label: string, value: number | undefined): FieldLine =>
    value === undefined ? unknown(label, NOT_IN_FILE) : { label, value: line`${f.in(value, 'rpm')}` };
  const heat = airplane.engine?.carburettor !== false;
  return {
    id: 'run-up',
    title: 'Run-up',
    lines: [
      turns('Run up at', rpm),
      turns('Each magneto drops at most', dropRpm),
      turns('Between the two at most', differenceRpm),
      idleFromRpm === undefined
        ? turns('Idle', idleToRpm)
        : {
            label: 'Idle',
            value: line`${f.number(idleFromRpm)} to ${f.in(idleToRpm ?? idleFromRpm, 'rpm')}`,
          },
    ],
    lists: [
      {
        title: 'In order',
        items: [
          'Into the wind, nobody behind, brakes held',
          'Oil pressure and temperature in the green, then the power',
          'Each magneto alone, then both: read the drop',
          ...(heat ? ['Carburettor heat on: a drop; off: it comes back'] : []),
          ...(airplane.propeller?.kind === 'constant-speed' ? ['Propeller: cycle it, then forward'] : []),
          'Ammeter and suction; idle; trim and flaps for takeoff',
          'Controls free and correct, doors, belts',
        ],
      },
    ],
    caution:
      'A drop beyond the limit ends the lesson here. So does no drop at all: that magneto may be live with the switch off.',
  };
}

const BESIDE = { left: 'from the left', right: 'from the right' } as const;

function windLines({ wind, day, withinLimits }: FieldCards, f: F): FieldLine[] {
  if (!wind)
    return [unknown('Wind on the runway', 'enter runway, wind direction and speed under Day and load')];
  const gusts = day.gustKt === null ? undefined : 'by the gust';
  const { headKt, crossKt } = wind;
  return [
    headKt >= -0.5
      ? {
          label: 'Headwind',
          value: line`${f.in(Math.max(0, headKt), 'knots')}`,
          ...(gusts && { note: 'steady wind' }),
        }
      : { label: 'Tailwind', value: line`${f.in(-headKt, 'knots')}`, note: gusts ?? 'another runway?' },
    {
      label: 'Crosswind',
      value:
        Math.abs(crossKt) < 0.5
          ? 'none'
          : line`${f.in(Math.abs(crossKt), 'knots')} ${BESIDE[crossKt < 0 ? 'left' : 'right']}`,
      ...(gusts && { note: gusts }),
    },
    ...limitLines({ day, withinLimits }, f),
  ];
}

/** The student's own limits beside the day's wind: they are the instructor's to set, and nothing is said where none are. */
function limitLines({ day, withinLimits }: Pick<FieldCards, 'day' | 'withinLimits'>, f: F): FieldLine[] {
  const { limits } = day;
  if (!limits) return [];
  const { windKt, crosswindKt, gustSpreadKt } = limits;
  return [
    {
      label: 'Student’s own limits',
      value: line`${f.in(crosswindKt, 'knots')} across, ${f.in(windKt, 'knots')} in all`,
      note: `${line`gusts at most ${f.in(gustSpreadKt, 'knots')} above the wind`}${withinLimits === null ? '' : withinLimits ? '; today is within' : '; today is beyond: not alone'}`,
    },
  ];
}

const NO_DISTANCE = {
  'no-table': NOT_IN_FILE,
  'no-air': 'enter the pressure and the temperature at the field under Day and load',
  'outside-table': 'today lies outside the book’s table: it is not stretched',
} as const;

function distanceLines(
  distance: FieldCards['takeoff']['distance'],
  labels: readonly [string, string],
  f: F,
): FieldLine[] {
  const note = 'book, no wind, hard dry runway, maximum weight';
  return 'missing' in distance
    ? [unknown(labels[0], NO_DISTANCE[distance.missing])]
    : [
        { label: labels[0], value: line`${f.ft(up(distance.groundFt))}`, note },
        { label: labels[1], value: line`${f.ft(up(distance.over50Ft))}`, note },
      ];
}
/** A distance that is needed is never rounded down. */
const up = (ft: number) => 10 * Math.ceil(ft / 10);

function takeoff(cards: FieldCards, f: F): FieldPartSaid {
  const { takeoff: card, day } = cards;
  const { rules, airplane } = day;
  const flap = airplane.flaps[card.stage - 1];
  return {
    id: 'takeoff',
    title: 'Takeoff',
    lines: [
      ...windLines(cards, f),
      { label: 'Flaps', value: flap ? line`${f.deg(flap.deg)}` : 'up' },
      speedLine(f, 'Raise the nose at', card.rotateKias, NOT_IN_FILE),
      speedLine(f, 'Best angle of climb', card.vxKias, NOT_IN_FILE),
      speedLine(f, 'Best rate of climb', card.vyKias, NOT_IN_FILE),
      ...distanceLines(card.distance, ['Ground roll', 'To 50 ft'], f),
      card.abort
        ? {
            label: 'Give up unless you have',
            value: line`${f.speed(Math.ceil(card.abort.kias))} by ${f.ft(10 * Math.floor(card.abort.atFt / 10))}`,
            note: `${card.abort.by === 'half-runway' ? 'half the runway' : 'where the book has it off the ground'}; it does not show that you can stop`,
          }
        : unknown(
            'Give up unless you have',
            card.rotateKias === null
              ? `rotation speed ${NOT_IN_FILE}`
              : 'enter the usable runway under Day and load',
          ),
    ],
    lists: [
      { title: 'Say aloud', items: ['Engine good', 'Airspeed alive', 'Past the point, or stop'] },
      {
        title: 'If the engine fails',
        items: [
          'On the roll: power idle, brakes, straight ahead',
          'In the air, runway left: nose down, land on it',
          'After that: nose down, best glide, ahead or a little to either side',
          rules.turnBackFt === null
            ? 'No turning back: the school has set no height for it'
            : line`No turning back below ${f.ft(rules.turnBackFt)} above the field`,
        ],
      },
    ],
    caution:
      'The shortest runway of the day, slope, grass, water and a tailwind: by the handbook’s own corrections.',
  };
}

/** To what a gauge is read to in the pattern. */
const rounded = (power: number, unit: string): number =>
  unit === 'rpm' ? 50 * Math.round(power / 50) : Math.round(power);

const LEG_NAMES = {
  upwind: 'Climb-out',
  crosswind: 'Crosswind',
  downwind: 'Downwind',
  base: 'Base',
  final: 'Final',
} as const;

function legLine(
  { leg, courseDeg, kias, stage, power, wind }: PatternLeg,
  cards: FieldCards,
  f: F,
): FieldLine {
  const { airplane } = cards.day;
  const flap = airplane.flaps[stage - 1];
  const unit = powerUnitOf(airplane);
  const flown = [
    kias === null ? 'speed by the handbook' : line`${f.speed(kias)}`,
    flap ? line`flaps ${f.deg(flap.deg)}` : 'flaps up',
    ...(power === null
      ? []
      : [power === 'full' ? 'full power' : line`about ${f.power(rounded(power, unit), unit)}`]),
  ].join(', ');
  const into = wind ? Math.round(wind.intoWindDeg) : 0;
  const note = wind
    ? into === 0
      ? 'no drift'
      : `fly ${heading(wind.headingDeg)}: ${Math.abs(into)}° ${into < 0 ? 'left' : 'right'}, into the wind`
    : undefined;
  return { label: `${LEG_NAMES[leg]} ${heading(courseDeg)}`, value: flown, ...(note && { note }) };
}

function pattern(cards: FieldCards, f: F): FieldPartSaid {
  const { altitudeFt, legs } = cards.pattern;
  return {
    id: 'pattern',
    title: 'Pattern',
    lines: [
      { label: 'Altitude', value: line`${f.ft(altitudeFt)}`, note: `turns ${cards.day.rules.side}` },
      ...(legs
        ? legs.map((leg) => legLine(leg, cards, f))
        : [unknown('Legs', 'enter the runway under Day and load')]),
      { label: 'Bank on base and final', value: line`${f.deg(FIELD_FIGURES.mostBankDeg)} at most` },
    ],
    lists: [
      {
        title: 'Where to turn',
        items: [
          'Crosswind: 300 ft below pattern height, past the end of the runway',
          'Power back and first flaps: abeam the aim point',
          'Base: the aim point 45° behind the wing; earlier in a strong wind',
          'Final: so that you roll out on the centre line. Past it: do not steepen the turn, go around',
        ],
      },
    ],
    caution:
      'Overshot the turn to final? No extra rudder, no more bank, no pull: a skidded turn near the stall rolls over too low to recover. Go around.',
  };
}

function approach(cards: FieldCards, f: F): FieldPartSaid {
  const { approach: card, wind, day } = cards;
  const { speed } = card;
  const flap = day.airplane.flaps.at(-1);
  const from =
    speed.from === 'book'
      ? 'the book’s'
      : line`${f.number(FIELD_FIGURES.stallTimes, 1)} × today’s stall speed with this flap`;
  const added = speed.addedKt > 0 ? line`, and half of the gusts’ ${f.speed(2 * speed.addedKt)}` : '';
  const cut = speed.cutAtKias === null ? '' : '; cut at the flap’s limit: use less flap';
  return {
    id: 'approach',
    title: 'Approach and landing',
    lines: [
      { label: 'Speed on final', value: line`${f.speed(speed.kias)}`, note: `${from}${added}${cut}` },
      {
        label: 'Flaps',
        value: flap ? line`${f.deg(flap.deg)}` : 'none',
        ...(flap && { note: line`at most ${f.limit(flap.vfeKias)}` }),
      },
      ...windLines(cards, f),
      ...distanceLines(card.landing, ['Landing roll', 'From 50 ft'], f),
      {
        label: line`Stable by ${f.ft(card.gateFt)}, or go around`,
        value: line`${f.speed(card.slowestKias)} to ${f.speed(card.fastestKias)}`,
        note: line`sink at most ${f.fpm(FIELD_FIGURES.sinkFpm)}, path ${f.deg(day.rules.pathDeg - FIELD_FIGURES.pathWithinDeg)} to ${f.deg(day.rules.pathDeg + FIELD_FIGURES.pathWithinDeg)}, on the centre line, flaps set`,
      },
    ],
    lists: [
      {
        title:
          wind && Math.abs(wind.crossKt) >= 1
            ? `Wind ${BESIDE[wind.crossKt < 0 ? 'left' : 'right']}`
            : 'Crosswind',
        items: crosswindWays(wind?.crossKt ?? 0),
      },
      {
        title: 'Down to the stop',
        items: [
          'The aim point stands still in the windscreen',
          'Power to idle, eyes to the far end, nose up as it sinks',
          'Main wheels first; hold the nose wheel off; keep the stick into the wind',
          'Straight until it walks; then clear the runway',
        ],
      },
    ],
    caution:
      'Your own limits for wind are your instructor’s. The demonstrated crosswind is no limit and no promise.',
  };
}

function crosswindWays(crossKt: number): string[] {
  if (Math.abs(crossKt) < 1)
    return [
      'Crab: nose into the wind, straightened with rudder just before the touch',
      'Wing low: the windward wing down, nose straight with the other rudder',
    ];
  const [into, other] = crossKt < 0 ? ['left', 'right'] : ['right', 'left'];
  return [
    `Crab: nose to the ${into}; just before the touch straighten with ${other} rudder and put the ${into} wing down`,
    `Wing low: ${into} wing down, ${other} rudder, down to the ${into} wheel`,
  ];
}

const FLAPS_UP = 'flaps up; with flaps by the handbook';

function goAround({ goAround: card, day }: FieldCards, f: F): FieldPartSaid {
  const heat = day.airplane.engine?.carburettor !== false;
  const flaps = card.fromDeg > 0;
  const first = card.firstDeg > 0 ? line`to ${f.deg(card.firstDeg)}` : 'up';
  return {
    id: 'go-around',
    title: 'Go-around',
    lines: [
      speedLine(f, 'Best angle of climb', card.vxKias, NOT_IN_FILE, FLAPS_UP),
      speedLine(f, 'Best rate of climb', card.vyKias, NOT_IN_FILE, FLAPS_UP),
    ],
    lists: [
      {
        title: 'In order',
        items: [
          heat ? 'Full power, carburettor heat cold' : 'Full power',
          'Nose to the climb, right rudder, hold against the trim',
          ...(flaps ? [`First flaps ${first}`] : []),
          'A positive climb',
          ...(flaps && card.firstDeg > 0
            ? ['The rest of the flaps, a stage at a time, never below the speed for it']
            : []),
          'Trim; then say so on the radio',
        ],
      },
      {
        title: 'When',
        items: [
          line`Not stable by ${f.ft(day.rules.gateFt)}`,
          'Past the centre line on the turn to final',
          'Anything on the runway, a bounce, a float past the first third',
          'Any doubt: nobody is asked why',
        ],
      },
    ],
    caution: null,
  };
}

const after = (): FieldPartSaid => ({
  id: 'after',
  title: 'After landing',
  lines: [],
  lists: [
    {
      title: 'Clear of the runway, stopped',
      items: [
        'Flaps up, heat cold, lights and pump as listed',
        'Trim for takeoff, transponder as local rules say',
      ],
    },
    {
      title: 'Shut down',
      items: [
        'Radio off, idle, magneto check, mixture out',
        'Everything off, key out, chocks or tie-downs',
        'Student first: what went well, what did not, what would you do differently',
      ],
    },
  ],
  caution: null,
});

/** From memory of FAA-H-8083-3, upset prevention and spins; nothing here asks for one. */
export const spins = (): FieldPartSaid => ({
  id: 'spins',
  title: 'How a spin begins',
  lines: [],
  lists: [
    {
      title: 'Skidded, base to final',
      items: [
        'Past the centre line, rudder pushes the nose round and the bank is held off with aileron',
        'You slide to the outside, the nose drops, the stick comes back for it',
        'The sign: the ball outside, in a turn, slow. The low wing goes first',
        'Way out: stick forward, ball in the middle, wings level, go around',
      ],
    },
    {
      title: 'Slipped, over the top',
      items: [
        'Bank with too little rudder, or crossed controls held into a pull',
        'You slide to the inside, the nose high',
        'The sign: the ball inside, the warning on. The high wing goes, over the top',
        'Way out: stick forward first, then level the wings with aileron and rudder together, then power',
      ],
    },
    {
      title: 'The pull near the ground',
      items: [
        'A climb that does not come, trees ahead, a turn tightened for the runway',
        'The stick is heavy and a long way back, the seat presses',
        'The sign: warning, buffet, and no climb',
        'Way out: let the stick forward at once. What is ahead is better than a stall',
      ],
    },
    {
      title: 'Recovery, in this order; the handbook’s own first',
      items: [
        'Power idle',
        'Ailerons neutral',
        'Full rudder against the turn, and held',
        'Stick forward until it flies',
        'Rudder neutral as the turn stops',
        'Ease out of the dive',
      ],
    },
  ],
  caution:
    'At pattern height there is no room for it: a spin there is unlikely to be recovered. It is avoided, never practised, below the height that your instructor and the handbook set.',
});
