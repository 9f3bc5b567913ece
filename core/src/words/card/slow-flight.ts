/** What the card of slow flight says. */
import { TRANSITION } from '../../maneuvers/slow-flight/transition.ts';
import { type CardFacts, type CardWords, line } from './facts.ts';
import {
  carburettorCaution,
  flapCaution,
  heatThen,
  SPIN_RECOVERY,
  steadyEntry,
  warningCaution,
} from './shared.ts';

/** Slow and clean first: the flaps go out from there, and slow flight is not left. */
function cleanSteps({ card, f, of, powerOf }: CardFacts): string[] {
  if (card.variant !== TRANSITION) return [];
  return [
    line`First flaps up: ${f.speed(of('cleanKias'))}, about ${powerOf(of('cleanPower'))}. Hold it for ten seconds or more, trimmed`,
    'Then extend flaps stage by stage without leaving slow flight: nose down a little, power for the drag, hold altitude',
  ];
}

function flapSteps({ card, f, technique }: CardFacts): string[] {
  const { stage, airplaneFlaps } = card;
  if (stage === 0) return [];
  return technique.slowFlaps === 'stages'
    ? [
        `Extend flaps in ${stage} ${stage === 1 ? 'stage' : 'stages'}, each below its limit. Hold the nose as it rises`,
      ]
    : [
        line`Extend all flaps at once below ${f.limit(airplaneFlaps[stage - 1].vfeKias)}. Push firmly: it wants to rise`,
      ];
}

function recovery({ card, technique }: CardFacts): string {
  const heat = card.carburettor ? ', heat off' : '';
  const flaps =
    card.stage > 0
      ? `, flaps up one stage at a time ${technique.flapRetraction === 'by-speed' ? 'as the speed builds' : 'when a climb shows'}`
      : '';
  return `Recover: full power, nose down to hold altitude${heat}${flaps}, ${technique.recoveryTrim === 'during' ? 'trim as you go' : 'then trim'}, cruise power last`;
}

export const slowFlight: CardWords = {
  purpose: 'The flare, and the go-around from it: how the airplane feels near the stall.',
  steps: (facts) => {
    const { card, f, of, pitchFirst, powerOf } = facts;
    const behind = card.entry.airspeedKias !== null && card.entry.airspeedKias < of('leastPowerKias');
    const early = Math.max(5, Math.round(card.bankDeg / 2));
    return [
      steadyEntry(facts, false),
      heatThen(
        facts,
        pitchFirst
          ? 'hold altitude with the nose, reduce power with it, trim as the speed decays'
          : 'reduce power, raise the nose as the speed decays to hold altitude, trim',
      ),
      ...cleanSteps(facts),
      ...flapSteps(facts),
      line`Near ${facts.entrySpeed('the target')} add power${card.power?.levelRpm == null ? '' : line` to about ${powerOf(card.power.levelRpm)}`}${behind ? ': behind the power curve, slower needs more' : ' to hold altitude'}`,
      'Hold speed with pitch and altitude with power. More right rudder with more power. Trim',
      'It is quieter, the nose is high, the controls are soft and the view ahead is gone: level the wings by the horizon at the side',
      line`Turn at no more than ${f.deg(card.bankDeg)}, with a little power. Roll out ${f.number(early)} to ${f.deg(card.bankDeg)} early`,
      'Left and right differ: with high power and a low speed the nose wants left, so a left turn needs less right rudder and a right turn more',
      'Climb and descend with power alone, at the same speed',
      recovery(facts),
    ];
  },
  usualFaults: () => [
    'Sinking because the power comes late',
    'Rising as the flaps go out',
    'Heading drifting left: too little right rudder',
  ],
  cautions: (facts) => [
    facts.technique.slowSpeed === 'warning-sounding'
      ? 'This school flies it with the stall warning sounding. The FAA standard does not: there it must stay silent, and a sounding warning is a critical finding.'
      : 'When the stall warning sounds: lower the nose a little and add power. Then find the speed again.',
    ...warningCaution(facts),
    ...flapCaution(facts),
    ...carburettorCaution(facts),
    'Keep the ball centered. A stall with the ball out can become a spin.',
    SPIN_RECOVERY,
  ],
};
