/** What the cards of stalls share: figures, cautions, how deep, how to recover. */
import { atWeightKias, type Day, headingWords, speedWords, stallKias, warningKias } from '../../card/day.ts';
import { figure } from '../../card/figures.ts';
import { hasHeat } from '../../card/words.ts';

/** In a turning stall; the standard allows 20 at most. */
export const TURNING_BANK_DEG = 15;

/** The tolerance of the standard is for flying it, not for briefing it steeper. */
export const stallSteepest = () => ({
  deg: MOST_TURNING_DEG,
  why: 'the standard’s limit of a turning stall',
});
const MOST_TURNING_DEG = 20;

export const stallFigures = (day: Day, stage: number, bankDeg: number) => {
  const warning = warningKias(day, stage);
  return [
    figure('Warning near', warning.kias, 'kias', 'it must be silent as the pitch-up begins', {
      from: warning.from,
    }),
    figure(
      bankDeg > 0 ? `Stall at ${bankDeg}°` : 'Stall',
      stallKias(day, stage, bankDeg),
      'kias',
      stage > 0 ? `flaps ${day.airplane.flaps[stage - 1].deg}°` : 'flaps up',
    ),
    figure('Plan to lose', day.ladder.lossFt, 'ft', 'shown, not judged: less comes with practice', {
      from: 'estimated',
    }),
  ];
};

export const STALL_CAUTIONS = [
  'Ball in the middle until it breaks, ailerons neutral until the wing flies: a stall with yaw drops a wing and can become a spin.',
  'Not a dive: only until the warning stops and the wing is lightly loaded. Pulled too early, it stalls again.',
];

export const depthStep = (day: Day): string =>
  day.technique.stallDepth === 'full'
    ? 'Keep the nose rising, ball centred, to the full break'
    : 'Keep the nose rising, ball centred, to the first indication: warner, buffet or a soft control';

/**
 * From all the flaps the drag stage comes in at once with the power; the next waits for a climb at the book's speeds. A
 * takeoff setting has but one to raise.
 */
function flapSteps({ airplane, technique }: Day, stage: number, vx: string, vy: string): string[] {
  if (stage === 0) return [];
  const bySpeed = technique.flapRetraction === 'by-speed';
  const climbing = bySpeed ? `climbing, at ${vx} or more` : 'once it climbs, seen on two instruments';
  const all = stage === airplane.flaps.length;
  if (!all) return [`Flaps up ${climbing}`];
  const [full, next] = [airplane.flaps[stage - 1].deg, airplane.flaps[stage - 2]?.deg ?? 0];
  const rest = stage > 1 ? `; the next only ${climbing}${stage > 2 ? `, then the last at ${vy}` : ''}` : '';
  return [`Flaps ${full}° to ${next}° at once: that stage is drag${rest}`];
}

export function recoverySteps(day: Day, stage: number): string[] {
  const { technique, airplane } = day;
  const vx = airplane.vxKias ? speedWords(day, atWeightKias(day, airplane.vxKias)) : 'best angle';
  const vy = airplane.vyKias ? speedWords(day, atWeightKias(day, airplane.vyKias)) : 'best rate';
  const heat = hasHeat(day) ? '; heat off once the power is set' : '';
  return [
    technique.stallRecovery === 'release-then-power'
      ? `Release the pull: nose down until the warning stops; then full power, smoothly, right rudder${heat}`
      : `Release the pull and full power together, smoothly, right rudder; nose down until the warning stops${heat}`,
    'Near the ground the hand wants to pull: that pull is what stalls it again. Release first',
    'Rudder stops the yaw; level the wings when it flies',
    ...flapSteps(day, stage, vx, vy),
    `Climb at ${vy} back to the altitude and ${headingWords(day.headingDeg)}; trim ${technique.recoveryTrim === 'during' ? 'as you go' : 'when it is steady'}`,
  ];
}
