/** What the cards of stalls say: how deep, how to recover, and what each of them adds. */
import { type CardFacts, type CardWords, heading, line } from './facts.ts';
import {
  carburettorCaution,
  changeOrder,
  flapCaution,
  heatThen,
  NOT_ALONE,
  SPIN_RECOVERY,
  steadyEntry,
  warningCaution,
} from './shared.ts';

const KNOW_THE_WARNING =
  'Before the first one know what this airplane’s stall warning sounds or looks like, and which other tones are not it.';

const stallCautions = (facts: CardFacts): string[] => [
  ...(facts.card.stallWarning ? warningCaution(facts) : [KNOW_THE_WARNING]),
  'Keep the ball centered until it stalls and the ailerons neutral until the wing flies: a stall with yaw drops a wing and can become a spin.',
  'Recovering is not a dive: lower the nose only until the warning stops. Pulling too early stalls it again.',
];

const depthStep = ({ technique }: CardFacts): string =>
  technique.stallDepth === 'full'
    ? 'Keep raising the nose, ball centered, to the full stall'
    : 'Keep raising the nose, ball centered, to the first indication: stall warning, buffet or soft controls';

/**
 * From all the flaps the drag stage comes in at once with the power; the next waits for a climb at the book's speeds. A
 * takeoff setting has but one to raise.
 */
function flapSteps({ card, f, technique }: CardFacts): string[] {
  const { stage, airplaneFlaps: flaps, climbKias } = card;
  if (stage === 0) return [];
  const vx = climbKias.vx === null ? 'best-angle speed' : line`${f.speed(climbKias.vx)}`;
  const vy = climbKias.vy === null ? 'best-rate speed' : line`${f.speed(climbKias.vy)}`;
  const climbing =
    technique.flapRetraction === 'by-speed'
      ? `when climbing at ${vx} or more`
      : 'when two instruments show a climb';
  if (stage < flaps.length) return [`Flaps up ${climbing}`];
  const rest = stage > 1 ? `. The next stage only ${climbing}${stage > 2 ? `, the last at ${vy}` : ''}` : '';
  return [
    line`Flaps ${f.deg(flaps[stage - 1].deg)} to ${f.deg(flaps[stage - 2]?.deg ?? 0)} at once: that stage is mostly drag${rest}`,
  ];
}

function recoverySteps(facts: CardFacts): string[] {
  const { card, f, technique } = facts;
  // With power on it was never put on.
  const heat =
    card.carburettor && card.maneuver !== 'power-on-stall' ? '. Heat off once the power is set' : '';
  const vy = card.climbKias.vy === null ? 'best-rate speed' : line`${f.speed(card.climbKias.vy)}`;
  return [
    technique.stallRecovery === 'release-then-power'
      ? `Lower the nose until the warning stops. Then full power, smoothly, with right rudder${heat}`
      : `Lower the nose and add full power together, smoothly, with right rudder, until the warning stops${heat}`,
    'Near the ground you will want to pull: that pull stalls it again. Lower the nose first',
    'Stop the yaw with rudder. Level the wings once it flies',
    ...flapSteps(facts),
    `Climb at ${vy} to the entry altitude on ${heading(card.entry.headingDeg)}. Trim ${technique.recoveryTrim === 'during' ? 'as you go' : 'when it is steady'}`,
  ];
}

export const powerOffStall: CardWords = {
  purpose: 'A stall on the way to a landing: slow, low power and a nose pulled up to stretch the approach.',
  steps: (facts) => {
    const { card, f, of, pitchFirst } = facts;
    const slowing = Number.isFinite(of('slowingPower'))
      ? line` to about ${facts.powerOf(of('slowingPower'))}`
      : '';
    const flap = card.airplaneFlaps[card.stage - 1];
    const flaps = flap ? line`. Flaps in stages to ${f.deg(flap.deg)}, each below its limit` : '';
    const power = pitchFirst
      ? `hold altitude with the nose as the power comes back${slowing}`
      : `reduce power${slowing} and hold altitude with the nose`;
    return [
      steadyEntry(facts, false),
      heatThen(facts, power + flaps),
      line`Set ${facts.power()} and descend steadily, ${f.fpm(of('descentFpm'))} at ${facts.entrySpeed('approach speed')}, as on final`,
      card.bankDeg > 0
        ? line`Bank ${f.deg(card.bankDeg)}, never more than 20°. Power idle, then raise the nose`
        : 'Power idle. Raise the nose slowly to the landing attitude and beyond',
      depthStep(facts),
      ...recoverySteps(facts),
    ];
  },
  usualFaults: () => [
    'No steady descent before raising the nose',
    'Aileron against a dropping wing',
    'Nose too low in the recovery, or pulled up too soon',
  ],
  cautions: (facts) => [
    ...stallCautions(facts),
    ...flapCaution(facts),
    ...carburettorCaution(facts),
    SPIN_RECOVERY,
    NOT_ALONE,
  ],
};

export const powerOnStall: CardWords = {
  purpose: 'The stall after takeoff or in a go-around: nose high, high power, and a wing that may drop.',
  steps: (facts) => {
    const { card, f, technique } = facts;
    const flap = card.airplaneFlaps[card.stage - 1];
    const flaps = flap ? line`Set flaps ${f.deg(flap.deg)}, then slow` : 'Slow';
    const percent =
      technique.powerOnPct === 100
        ? 'full power'
        : line`${f.percent(technique.powerOnPct)} power or whatever full throttle gives`;
    return [
      steadyEntry(facts, false),
      line`${flaps} to ${facts.entrySpeed('lift-off speed')} in level flight: ${changeOrder(facts)}`,
      line`Add power to ${facts.power()}, ${percent}. Raise the nose steadily with it, to about 20° and never beyond 30°`,
      card.bankDeg > 0
        ? line`Bank ${f.deg(card.bankDeg)}, never more than 20°. Use plenty of right rudder, ball centered`
        : 'Use plenty of right rudder: ball centered, nose on the point',
      depthStep(facts),
      ...recoverySteps(facts),
    ];
  },
  usualFaults: () => [
    'Too little right rudder: it yaws left and a wing drops',
    'Nose raised too steeply',
    'Aileron used in the stall',
  ],
  cautions: (facts) => [
    ...stallCautions(facts),
    'With power and a steep attitude a wing drops quickly: stop the yaw with rudder, lower the nose, and do not hold it in the stall.',
    ...flapCaution(facts),
    SPIN_RECOVERY,
    NOT_ALONE,
  ],
};

export const stallSeries: CardWords = {
  purpose: 'Comfort and rudder: stall and recover several times, until a stall no longer startles.',
  steps: (facts) => [
    steadyEntry(facts, false),
    line`Flaps up. Set ${facts.power()} and leave it`,
    'Watch the wingtip against the horizon. Raise the nose gently until it stalls',
    'Lower the nose, nothing more: it flies. Raise it again for the next stall',
    'Keep the wings level with rudder, ailerons neutral',
    line`After four, or at ${facts.f.ft(facts.card.entry.floorFt)} at the latest: power, climb, look around`,
  ],
  usualFaults: () => [
    'Eyes over the nose instead of along the wing',
    'Power added in a hurry: lowering the nose alone recovers',
    'Rudder late, so that a wing drops',
  ],
  cautions: (facts) => [...stallCautions(facts), ...carburettorCaution(facts), SPIN_RECOVERY, NOT_ALONE],
};

/** The shown stalls: what the instructor flies, and what the student watches. */
const SHOWN: Readonly<Record<string, { steps: (facts: CardFacts) => string[]; watch: string[] }>> = {
  accelerated: {
    steps: (facts) => {
      const { card, f, of } = facts;
      return [
        line`Slow to ${facts.entrySpeed('a speed well below V_A')}, well below V_A. Bank ${f.deg(card.bankDeg)}, power back`,
        line`Pull smoothly and firmly to the warning: here it comes near ${f.speed(of('warnsAtKias'))}, not near ${f.speed(card.warningKias ?? Number.NaN)}`,
        'Ease the pull at the first sign: it flies at once. Then level the wings, power as needed',
      ];
    },
    watch: ['The airspeed at the warning', 'How little release ends it', 'The nose need not be high'],
  },
  skidding: {
    steps: ({ card, f }) => [
      line`As in the turn to final: power idle, ${f.deg(card.bankDeg)} of bank, raise the nose slowly`,
      'Rudder into the turn and opposite aileron to hold the bank: the ball goes to the outside',
      'If the inside wing drops: lower the nose, ailerons neutral, rudder stops the yaw, then level',
    ],
    watch: ['The ball before the stall', 'Which wing drops, and how fast', 'It looked like a gentle turn'],
  },
  slipping: {
    steps: ({ card, f }) => [
      line`Power idle, ${f.deg(card.bankDeg)} of bank, rudder against the turn: the ball goes to the low side`,
      'Raise the nose slowly and keep the slip',
      'If the outside wing drops, over the top and more slowly: lower the nose, center the ball, then level',
    ],
    watch: ['The ball before the stall', 'Which wing drops', 'How much more time there is than in the skid'],
  },
  secondary: {
    steps: () => [
      'Fly a power-off stall and recover: lower the nose, the warning stops',
      'Pull again at once, before there is speed: warning, and the second stall',
      'Lower the nose again, further and longer. Power, and only then climb',
    ],
    watch: [
      'How soon it follows the first',
      'The nose need not be high',
      'What the second stall costs in height',
    ],
  },
  'feet-alone': {
    steps: () => [
      'The instructor holds the yoke: low power, nose raised until the stall warning sounds, and held there',
      'The student flies the rudder only: meet each dropping wing with opposite rudder, nose on a point',
      'After half a minute lower the nose: it flies. Power, and climb away',
    ],
    watch: [
      'Rudder before the bank shows: the nose swings first',
      'Hands off: the ailerons are the instructor’s',
      'The sink, and the altitude above the floor',
    ],
  },
  'falling-leaf': {
    steps: () => [
      'Power idle, raise the nose to the stall, and hold the stick all the way back',
      'Keep the wings level with rudder alone, ailerons neutral, for ten to fifteen seconds: it rocks and sinks',
      'Lower the nose: it flies. Power, and climb away',
    ],
    watch: ['Rudder against each wing as it begins to drop', 'The sink', 'Ailerons would make it worse'],
  },
};

/** What can go past the bank and the pitch that 14 CFR 91.307 names (from memory). */
const MAY_UPSET = new Set(['skidding', 'falling-leaf']);
const PARACHUTES =
  'Past 60° of bank or 30° of pitch, US rules ask for parachutes unless an exception applies (14 CFR 91.307): know which before you go.';

export const stallDemonstration: CardWords = {
  purpose: 'Shown by the instructor: how a stall comes fast, in a turn, with the ball out, or a second time.',
  steps: (facts) => [
    steadyEntry(facts, false),
    heatThen(facts, 'power back, flaps up'),
    ...(SHOWN[facts.card.variant]?.steps(facts) ?? []),
    'Climb back to the entry altitude and say what you saw',
  ],
  usualFaults: ({ card }) => SHOWN[card.variant]?.watch ?? [],
  cautions: (facts) => [
    'Flown by the instructor only, and only where the handbook and the loading allow it. No student is asked to fly it.',
    ...(MAY_UPSET.has(facts.card.variant) ? [PARACHUTES] : []),
    ...stallCautions(facts),
    ...carburettorCaution(facts),
    SPIN_RECOVERY,
    NOT_ALONE,
  ],
};
