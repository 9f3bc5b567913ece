/** What the cards of several maneuvers say alike. */
import { type CardFacts, heading, line } from './facts.ts';

export const HANDBOOK_FIRST =
  'The airplane’s handbook, local rules and your instructor come first. Nothing here is a flight instrument.';
export const NOT_ALONE =
  'Check weight and balance before you go. Do not practice this alone before your instructor has signed you off for it.';
export const SPIN_RECOVERY =
  'If it spins: power idle, ailerons neutral, full rudder against the turn, stick forward until it flies, rudder neutral as the turn stops, then ease out of the dive. The handbook’s own procedure comes first. Pulling too soon stalls it again; pulling too late costs height and builds speed.';
const VA_PROTECTS =
  'It protects against one full input on one axis, not against repeated or combined inputs.';

const vaSaid = ({ card, f }: CardFacts): string =>
  line`${f.limit(card.vaKias)}, the maneuvering speed at ${f.pounds(card.weightLb)}`;

/** Where nothing is pulled, the maneuvering speed is for rough air. */
export const vaNote = (facts: CardFacts): string =>
  `In rough air stay at or below ${vaSaid(facts)}. ${VA_PROTECTS}`;
export const vaCaution = (facts: CardFacts): string =>
  `Above ${vaSaid(facts)}, stop the maneuver. ${VA_PROTECTS}`;

export const carburettorCaution = ({ card }: CardFacts): string[] =>
  card.carburettor
    ? [
        'Carburettor ice forms at low power in damp air: heat on before the power comes back, heat off for full power.',
      ]
    : [];

/** Which sound or light it is, and which are none: another tone is no reason to release, and none to wait for. */
export const warningCaution = ({ card: { stallWarning } }: CardFacts): string[] => {
  if (!stallWarning) return [];
  const other = stallWarning.otherTones ? ` Not to be taken for it: ${stallWarning.otherTones}.` : '';
  return [`The stall warning of this airplane: ${stallWarning.kind}.${other}`];
};

export const flapCaution = ({ card, f }: CardFacts, stage = card.stage): string[] => {
  const flap = card.airplaneFlaps[stage - 1];
  return flap ? [line`Never fly above ${f.limit(flap.vfeKias)} with flaps ${f.deg(flap.deg)}.`] : [];
};

export const changeOrder = ({ pitchFirst }: CardFacts): string =>
  pitchFirst ? 'pitch, power, trim' : 'power, pitch, trim';

/** A step that begins with the heat, where the engine has one. */
export const heatThen = ({ card }: CardFacts, step: string): string =>
  card.carburettor
    ? `Carburettor heat as fitted, then ${step}`
    : step.charAt(0).toUpperCase() + step.slice(1);

/** How every maneuver begins; at its own speed, or at the speed flown. */
export function steadyEntry({ card, f }: CardFacts, atSpeed: boolean): string {
  const kias = atSpeed ? card.entry.airspeedKias : null;
  const speed = kias === null ? 'the entry speed' : line`${f.speed(kias)}`;
  return `Pick a far point on ${heading(card.entry.headingDeg)}. Hold altitude and ${speed}, trimmed, for ten seconds`;
}

export const rollOut = ({ card, f }: CardFacts): string =>
  line`Start the roll-out ${f.deg(card.turn?.rollOutLeadDeg ?? card.bankDeg / 2)} before the heading`;

export const STALL_IN_A_TURN =
  'If the stall warning sounds in the turn, ease the pull first, then level the wings. Keep the ball centered: a skidding stall can become a spin.';
export const HOLD_BANK_IN_DESCENT =
  'The inside wing makes more lift in a descent: hold the bank in with aileron';
export const CLEAR_THE_ENGINE = 'Clear the engine every 500 ft in a glide.';
export const LOOK_AND_ROLL_DOWN = (bank: string): string =>
  `Look below and into the turn, then roll to ${bank}`;

/** What is checked before every maneuver, in the school's own words, and how its area is cleared. */
export function checksSaid({ card, technique }: CardFacts): string[] {
  const { clearingFirst: first, clearingMethod, clearingWhen } = technique;
  const turns = {
    'two-90': `90° ${first}, then 90° back`,
    'one-180': `180° to the ${first}`,
    'one-360': `a full circle to the ${first}`,
  }[clearingMethod];
  return [
    ...card.checks,
    clearingWhen === 'before-each'
      ? `Clear the area: ${turns}. Keep looking afterwards`
      : `Clear the area once: ${turns}. Keep looking all the time after that`,
  ];
}

/** After every maneuver, before the next. */
export const AFTER_IT =
  'Afterwards: power, mixture, pump and lights as fitted. Look round before the next one';

/** Beyond this bank the card says what it costs. */
const STEEP_DEG = 50;

export function steepCaution({ card, f, power }: CardFacts): string[] {
  if (card.bankDeg <= STEEP_DEG) return [];
  const needs = card.power ? line`, and it needs ${power()}` : '';
  return [
    line`At ${f.deg(card.bankDeg)} the wing carries ${f.number(card.loadFactor, 2)} times the weight and stalls at ${f.speed(card.stallKias.inBank)}${needs}. Each further degree costs more than the one before.`,
  ];
}
