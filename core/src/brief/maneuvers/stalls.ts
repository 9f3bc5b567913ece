/** Stalls: power off, power on, and the gentle series. */
import { settingForPercent } from '../../performance/level.ts';
import { roundTo } from '../../units/numbers.ts';
import {
  atWeightKias,
  circumstance,
  type Day,
  headingWords,
  powerFor,
  powerWords,
  roundPower,
  speedWords,
  stageOf,
  stallKias,
  warningKias,
} from '../day.ts';
import { carburettorCaution, flapCaution, NOT_ALONE, SPIN_RECOVERY, steadyEntry } from '../words.ts';
import { bookSpeed, figure, powerOf } from './common.ts';
import { flapSchedule } from './flap-schedule.ts';
import type { Flown, ManeuverBrief } from './maneuver-brief.ts';

/** In a turning stall; the standard allows 20 at most. */
const TURNING_BANK_DEG = 15;
const APPROACH_FPM = 500;

const stallFigures = (day: Day, stage: number, bankDeg: number) => {
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

const STALL_CAUTIONS = [
  'Ball in the middle until it breaks, ailerons neutral until the wing flies: a stall with yaw drops a wing and can become a spin.',
  'Not a dive: only until the warning stops and the wing is lightly loaded. Pulled too early, it stalls again.',
];

const depthStep = (day: Day): string =>
  day.technique.stallDepth === 'full'
    ? 'Keep the nose rising, ball centred, to the full break'
    : 'Keep the nose rising, ball centred, to the first indication: warner, buffet or a soft control';

function recoverySteps(day: Day, stage: number): string[] {
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

export const powerOffStallBrief: ManeuverBrief = {
  id: 'power-off-stall',
  title: 'Power-off stalls',
  short: 'Power-off',
  variants: ['straight', 'turning'],
  lossFt: 400,
  gainFt: 200,
  picture: 'altitude-ladder',
  travels: true,
  losesHeight: true,
  minutes: () => 3.5,
  fly(day): Flown {
    const { airplane, variant } = day;
    const stage = stageOf(airplane, 'landing');
    const bankDeg = variant === 'turning' ? (day.input.bankDeg ?? TURNING_BANK_DEG) : 0;
    const approach = airplane.approachKias;
    const speed = bookSpeed(
      day,
      approach === undefined ? 1.3 * stallKias(day, stage) : atWeightKias(day, approach, stage),
      approach === undefined ? '1.3 times the stall speed' : 'final approach at today’s weight',
      { bankDeg, stage },
    );
    const level = speed.kias === null ? null : powerFor(day, speed.kias, { stage });
    const descent =
      speed.kias === null ? null : powerFor(day, speed.kias, { stage, verticalFpm: -APPROACH_FPM });
    return {
      bankDeg,
      stage,
      speed,
      power: powerOf(day, level, descent),
      flaps: flapSchedule(day, stage, speed.kias ?? stallKias(day, stage) + 15),
      figures: [
        ...stallFigures(day, stage, bankDeg),
        figure('Descend first at', APPROACH_FPM, 'ft/min', 'steady for 5 to 15 s before the pitch-up'),
      ],
      steps: [
        steadyEntry(day, null),
        'Slow below the flap limits; flaps for landing, stage by stage; carburettor heat as fitted',
        `Power to ${powerWords(day, descent?.value)}: a steady descent, ${APPROACH_FPM} ft/min at ${speed.kias === null ? 'approach speed' : speedWords(day, speed.kias)}, as on final`,
        bankDeg > 0
          ? `Bank ${bankDeg}°, not beyond 20; power idle, then raise the nose`
          : 'Power idle; raise the nose slowly to the landing attitude and on',
        depthStep(day),
        ...recoverySteps(day, stage),
      ],
      usualFaults: [
        'No steady descent before the pitch-up',
        'Aileron against a dropping wing',
        'Nose too low in the recovery, or pulled up too soon',
      ],
      cautions: [
        ...STALL_CAUTIONS,
        ...flapCaution(day, stage),
        ...carburettorCaution(day),
        SPIN_RECOVERY,
        NOT_ALONE,
      ],
    };
  },
};

export const powerOnStallBrief: ManeuverBrief = {
  id: 'power-on-stall',
  title: 'Power-on stalls',
  short: 'Power-on',
  variants: ['straight', 'turning'],
  lossFt: 300,
  gainFt: 400,
  picture: 'altitude-ladder',
  travels: true,
  losesHeight: true,
  minutes: () => 3,
  fly(day): Flown {
    const { airplane, variant, technique } = day;
    const stage = stageOf(airplane, 'takeoff');
    const bankDeg = variant === 'turning' ? (day.input.bankDeg ?? TURNING_BANK_DEG) : 0;
    // The warner must still be silent as the pitch-up begins.
    const liftOff = Math.max(1.15 * stallKias(day, stage, bankDeg), warningKias(day, stage).kias + 3);
    const speed = bookSpeed(day, liftOff, 'about lift-off speed at today’s weight', {
      bankDeg,
      stage,
      marginKt: 4,
    });
    const level = speed.kias === null ? null : powerFor(day, speed.kias, { stage });
    const setting =
      day.model && speed.kias !== null
        ? technique.powerUnit === '%'
          ? technique.powerOnPct
          : settingForPercent(day.model, technique.powerOnPct, speed.kias, circumstance(day, { stage }))
        : null;
    const power =
      setting === null || !day.model
        ? null
        : powerOf(day, level, { value: roundPower(setting, day.powerUnit), from: day.model.from.shaftPower });
    const percent =
      technique.powerOnPct === 100
        ? 'full power'
        : `${technique.powerOnPct} % power or what full throttle gives`;
    return {
      bankDeg,
      stage,
      speed,
      power,
      figures: [
        ...stallFigures(day, stage, bankDeg),
        figure('Power', technique.powerOnPct, '%', 'the standard asks for at least 65'),
      ],
      steps: [
        steadyEntry(day, null),
        `${stage > 0 ? `Flaps ${airplane.flaps[stage - 1].deg}° for takeoff; slow` : 'Slow'} to ${speed.kias === null ? 'lift-off speed' : speedWords(day, speed.kias)}, level, power back`,
        `Power up to ${powerWords(day, power?.maneuverRpm)}, ${percent}; with it raise the nose steadily, to 20° and not beyond 30`,
        bankDeg > 0
          ? `Bank ${bankDeg}°, not beyond 20; a lot of right rudder, ball centred`
          : 'A lot of right rudder: the ball stays in the middle, the nose on the point',
        depthStep(day),
        ...recoverySteps(day, stage),
      ],
      usualFaults: [
        'Too little right rudder: it yaws left and a wing drops',
        'Pitched up too steeply',
        'Aileron in the stall',
      ],
      cautions: [
        ...STALL_CAUTIONS,
        'At a steep attitude with power a wing drops quickly: stop it with rudder, release, and do not hold it there.',
        ...flapCaution(day, stage),
        SPIN_RECOVERY,
        NOT_ALONE,
      ],
    };
  },
};

export const stallSeriesBrief: ManeuverBrief = {
  id: 'stall-series',
  title: 'Stall exercise',
  short: 'Stalls',
  variants: ['standard'],
  lossFt: 500,
  gainFt: 200,
  picture: 'altitude-ladder',
  travels: true,
  losesHeight: true,
  minutes: () => 3,
  fly(day): Flown {
    const stall = stallKias(day);
    const speed = bookSpeed(day, 1.3 * stall, 'slow enough to stall gently', {});
    const level = speed.kias === null ? null : powerFor(day, speed.kias);
    // A little power: enough that the glide is flat, far too little to hold level.
    const flat = speed.kias === null ? null : powerFor(day, speed.kias, { verticalFpm: -300 });
    return {
      bankDeg: 0,
      stage: 0,
      speed,
      power: powerOf(day, level, flat),
      figures: [
        ...stallFigures(day, 0, 0),
        figure('Stalls in a row', 4, '', 'one after another, power untouched'),
      ],
      steps: [
        steadyEntry(day, null),
        `Flaps up, ${powerWords(day, flat?.value)}, and leave it there`,
        'Eyes on the wingtip’s horizon; raise the nose gently until it stalls',
        'Release, nothing more: it flies; raise the nose again for the next',
        'Keep the wings level with rudder; ailerons neutral',
        `After four, or at ${roundTo(day.ladder.floorFt, 0)} ft at the latest: power, climb, look around`,
      ],
      usualFaults: [
        'Staring over the nose instead of along the wing',
        'Adding power in a hurry: the release alone recovers',
        'Rudder late, so that a wing drops',
      ],
      cautions: [...STALL_CAUTIONS, ...carburettorCaution(day), SPIN_RECOVERY, NOT_ALONE],
    };
  },
};
