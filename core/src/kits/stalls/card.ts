/** What the cards of stalls share: figures, cautions, how deep, how to recover. */
import { atWeightKias, type Day, headingWords, speedWords, stallKias, warningKias } from '../../card/day.ts';
import { figure } from '../../card/figures.ts';

/** In a turning stall; the standard allows 20 at most. */
export const TURNING_BANK_DEG = 15;

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

export function recoverySteps(day: Day, stage: number): string[] {
  const { technique, airplane } = day;
  const vx = airplane.vxKias && speedWords(day, atWeightKias(day, airplane.vxKias));
  const vy = airplane.vyKias && speedWords(day, atWeightKias(day, airplane.vyKias));
  const flaps =
    stage === 0
      ? []
      : [
          technique.flapRetraction === 'by-speed'
            ? `Flaps: the last stage at once with a positive climb, the next at ${vx ?? 'best angle'}, the rest at ${vy ?? 'best rate'}`
            : 'Flaps: one stage with a positive climb, then each of the rest as the climb goes on',
        ];
  return [
    technique.stallRecovery === 'release-then-power'
      ? 'Release the pull: nose down until the warning stops; then full power, smoothly, right rudder'
      : 'Release the pull and full power together, smoothly, right rudder; nose down until the warning stops',
    'Rudder stops the yaw; level the wings when it flies',
    ...flaps,
    `Climb at ${vy ?? 'best rate'} back to the altitude and ${headingWords(day.headingDeg)}; trim ${technique.recoveryTrim === 'during' ? 'as you go' : 'when it is steady'}`,
  ];
}
