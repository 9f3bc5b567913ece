/** Words about stalls. */
import type { StallEvidence } from '../../kits/stalls/evidence.ts';
import type {
  POWER_OFF_REQUIREMENTS,
  POWER_ON_REQUIREMENTS,
  STALL_REQUIREMENTS,
} from '../../kits/stalls/requirements.ts';
import type { StallParams } from '../../kits/stalls/stall-case.ts';
import type { FigureWords } from '../figures.ts';
import { type Said, say } from '../say.ts';
import { GENERAL_REQUIREMENT_WORDS } from './general.ts';
import type { EvidenceWords, FindingWords, RequirementWords } from './worded.ts';

/** Power in a recovery is said with its time. */
const inRecovery =
  <P extends { withinS?: number; unsure?: boolean }>(words: (p: P, f: FigureWords) => Said) =>
  (p: P, f: FigureWords): Said => {
    const power = words(p, f);
    if (p.withinS === undefined) return power;
    const within = say`${power} within ${f.seconds(p.withinS)} of the release`;
    return p.unsure ? say`${within}: near full throttle, but not surely` : within;
  };

export const STALL_EVIDENCE: EvidenceWords<StallEvidence> = {
  'throttle-share': inRecovery(({ sharePct }, f) => say`${f.percent(sharePct)} of the throttle`),
  'percent-of-power': inRecovery(({ powerPct }, f) => say`${f.percent(powerPct)} power`),
  'manifold-of-climb': inRecovery(
    ({ powerInHg, climbInHg }, f) =>
      say`${f.power(powerInHg, 'inHg')} of the ${f.power(climbInHg, 'inHg')} in this flight’s climb`,
  ),
  'rpm-of-full-throttle': inRecovery(
    ({ rpm, fullRpm }, f) => say`${f.power(rpm, 'rpm')} of the ${f.power(fullRpm, 'rpm')} at full throttle`,
  ),
  'rpm-of-climb': inRecovery(
    ({ rpm, fullRpm }, f) =>
      say`${f.power(rpm, 'rpm')} of the ${f.power(fullRpm, 'rpm')} in this flight’s climb`,
  ),
  'no-break-found': () => say`no break was found`,
  'no-recovery-found': () => say`no recovery was found`,
  'nothing-found': () => say`no break and no recovery were found`,
  'no-stall-flown': () => say`no stall was flown`,
  'no-airspeed-at-break': () => say`no airspeed around the break`,
  'recovered-above-warning': ({ aboveKt }, f) =>
    say`recovery began ${f.speed(aboveKt)} above the stall warning: no stall was flown`,
  'no-indication-came': ({ aboveKt }, f) =>
    say`recovery began ${f.speed(aboveKt)} above the stall warning: there was no indication yet`,
  'broke-at': ({ kias, warningBeforeS }, f) =>
    warningBeforeS === undefined
      ? say`break at ${f.speed(kias)}`
      : say`break at ${f.speed(kias)}, warning ${f.seconds(warningBeforeS, 1)} before`,
  'break-not-told': () => say`the recording does not show whether it broke or was released before`,
  'stall-speed-unknown': () => say`the stall speed at this weight is not known`,
  'slow-no-break': ({ kias }, f) => say`down to ${f.speed(kias)}, with no break to be seen`,
  'between-warning-and-stall': ({ kias }, f) =>
    say`down to ${f.speed(kias)}, between the warning and the stall`,
  'no-warner-for-indication': () => say`no stall warning on record: the first indication is not known`,
  'broke-before-release': ({ beforeS }, f) => say`broke ${f.seconds(beforeS, 1)} before the release`,
  'released-after-warning': ({ afterS }, f) => say`released ${f.seconds(afterS, 1)} after the warning`,
  'warning-at': ({ kias }, f) => say`warning at ${f.speed(kias)}`,
  'descent-too-short': ({ lastedS, askedS }, f) =>
    say`steady for ${f.seconds(lastedS)}, needs ${f.seconds(askedS)}`,
  'descent-held': ({ sinkFpm, kias, lastedS }, f) =>
    say`${f.fpm(sinkFpm)} down at ${f.speed(kias)} for ${f.seconds(lastedS)}`,
  'flown-clean': () => say`flown clean: no flaps to raise`,
  'flaps-not-recorded': () => say`flaps were not recorded`,
  'flaps-raised-in-climb': () => say`raised in the climb`,
  'flaps-raised-sinking': ({ fromDeg, toDeg, sinkFpm }, f) =>
    say`${f.deg(fromDeg)} to ${f.deg(toDeg)} while sinking ${f.fpm(sinkFpm)}`,
  'flaps-all-sinking': ({ fromDeg, toDeg, sinkFpm, lostFt }, f) =>
    say`${f.deg(fromDeg)} to ${f.deg(toDeg)} at once: sank ${f.fpm(sinkFpm)} and lost ${f.ft(lostFt)}`,
  'flaps-raised-slow': ({ fromDeg, toDeg, kias }, f) =>
    say`${f.deg(fromDeg)} to ${f.deg(toDeg)} at ${f.speed(kias)}`,
  'percent-asked': ({ powerPct, askedPct, errorPct }, f) =>
    errorPct === undefined
      ? say`${f.percent(powerPct)}, needs ${f.percent(askedPct)} at the least`
      : say`${f.percent(powerPct)} ± ${f.number(errorPct)}, needs ${f.percent(askedPct)} at the least`,
  'no-percentage-on-record': () => say`nothing on record gives a percentage of power`,
  'climb-speeds-unknown': () => say`the airplane’s climb speeds are not known`,
  'nose-below-horizon': ({ lowDeg }, f) => say`the nose went ${f.deg(lowDeg)} below the horizon`,
  'fast-before-climb': ({ kias }, f) => say`${f.speed(kias)} before it climbed: a dive, not a recovery`,
  'climbed-away': ({ kias }, f) => say`climbed away at ${f.speed(kias)}`,
  'level-again': ({ kias }, f) => say`level again at ${f.speed(kias)}`,
  'end-not-recorded': () => say`the end of the recovery is not on record`,
  'stalled-again': ({ afterS }, f) => say`stalled again ${f.seconds(afterS, 1)} after the release`,
  'stall-not-on-record': () => say`neither stall warning nor stall speed on record`,
  'no-second-stall': () => say`none within fifteen seconds`,
  'power-before-release': ({ leadS }, f) => say`power came ${f.seconds(leadS, 1)} before the release`,
  'power-not-recorded': () => say`power was not recorded`,
  'no-power-added': () => say`no power was added`,
  'release-not-told': () => say`the recording does not show when the wing was released`,
  'released-with-power': () => say`released with the power`,
  'released-first': ({ powerAfterS }, f) => say`released first, power ${f.seconds(powerAfterS, 1)} later`,
  'released-after-break': ({ afterS }, f) => say`released ${f.seconds(afterS, 1)} after the break`,
  'no-power-to-compare': () => say`no power on record to compare with`,
  'bank-not-known': () => say`no bank around the break`,
  'most-bank': ({ bankDeg, derived }, f) =>
    derived
      ? say`bank reached ${f.deg(bankDeg)}, worked out and not measured`
      : say`bank reached ${f.deg(bankDeg)}`,
  'ailerons-not-recorded': () => say`ailerons were not recorded`,
  'aileron-against': ({ sharePct, lastedS }, f) =>
    say`${f.percent(sharePct)} of aileron against the dropping wing for ${f.seconds(lastedS, 1)}`,
  'aileron-neutral': () => say`none against a dropping wing`,
  spinning: ({ bankDeg, yawDegPerS }, f) =>
    say`${f.deg(bankDeg)} of bank, turning ${f.degPerS(yawDegPerS)}, stalled`,
  'no-growing-yaw': () => say`no growing yaw`,
  'nose-above': ({ noseDeg }, f) => say`nose ${f.deg(noseDeg)} up`,
  'nose-below-limit': ({ limitDeg }, f) => say`below ${f.deg(limitDeg)}`,
  'pitch-not-recorded': () => say`pitch was not recorded`,
};

/** How the power of a pitch-up was seen, as its requirement has it. */
function powerSeen({ measuredBy, ...figures }: StallParams['power-too-low'], f: FigureWords): Said {
  const words = STALL_EVIDENCE[measuredBy as keyof StallEvidence] as (p: never, of: typeof f) => Said;
  return words(figures as never, f);
}

export const STALL_WORDS: FindingWords<StallParams> = {
  'no-stabilized-descent': ({ size, askedS }, f) => ({
    what: say`No steady descent before the pitch-up: ${f.seconds(size)}, needs ${f.seconds(askedS)}.`,
    why: say`It went from level flight straight into the stall, unlike an approach.`,
    tryNext: say`Hold approach speed, about ${f.fpm(500)} down, for 5 to 15 s. Then raise the nose.`,
  }),
  'wrong-cue': ({ size }, f) => ({
    what: say`Recovered ${f.speed(size)} above the stall warning: no stall was flown.`,
    why: say`The recovery began before the airplane gave its cue.`,
    tryNext: say`Wait for the briefed cue: warning, buffet or break. Name it, then recover.`,
  }),
  'heading-drift': ({ size, toLeft }, f) => ({
    what: say`The heading went ${f.deg(size)} to the ${toLeft ? 'left' : 'right'} before the break.`,
    why: toLeft
      ? say`Probably too little right rudder as the nose came up.`
      : say`Probably rudder held where none was needed.`,
    tryNext: say`Nose on the point, ball centered, all the way up.`,
  }),
  'wing-drop': ({ size, side, withinS }, f) => ({
    what: say`The ${side} wing dropped: ${f.deg(size)} of bank within ${f.seconds(withinS)} of the break.`,
    why: say`It was probably yawing as it stalled.`,
    tryNext: say`Center the ball before the break. If a wing drops: lower the nose, ailerons neutral, rudder stops the yaw.`,
  }),
  'aileron-in-stall': ({ sharePct, lastedS }, f) => ({
    what: say`${f.percent(sharePct)} of aileron against the dropping wing for ${f.seconds(lastedS, 1)} while stalled.`,
    why: say`In the stall, aileron takes the last lift from the low wing.`,
    tryNext: say`Release first. Ailerons neutral, rudder stops the yaw, then level the wings.`,
  }),
  'power-too-low': (p, f) => ({
    what: say`Too little power before the stall: ${powerSeen(p, f)}.`,
    why: say`The throttle was not brought up far enough with the nose.`,
    tryNext: say`Set the card’s power first, then raise the nose.`,
  }),
  'pitch-too-steep': ({ size }, f) => ({
    what: say`Pitched up to ${f.deg(size)}.`,
    why: say`From a steep nose it breaks sharply, and a wing drops easily.`,
    tryNext: say`Raise the nose about two degrees a second, to 20°. Wait for the speed to go.`,
  }),
  'spin-entry': ({ size, bankDeg }, f) => ({
    what: say`A spin began: ${f.deg(bankDeg)} of bank, turning ${f.degPerS(size)}, stalled.`,
    why: say`Stalled and yawing, with the stick still back.`,
    tryNext: say`Power idle, ailerons neutral, full opposite rudder, stick forward. The handbook’s order comes first.`,
  }),
  'late-recovery': ({ size }, f) => ({
    what: say`${f.seconds(size, 1)} from the break to the release.`,
    why: say`The stick stayed back while the airplane was already falling.`,
    tryNext: say`Say “stall” at the cue and release with the word.`,
  }),
  'power-before-pitch': ({ size }, f) => ({
    what: say`Power came up ${f.seconds(size, 1)} before the nose went down.`,
    why: say`Power on a stalled wing yaws it and lifts the nose. It does not unstall it.`,
    tryNext: say`Release first, or both together. Never the throttle first.`,
  }),
  'nose-too-low': ({ size }, f) => ({
    what: say`The nose went ${f.deg(size)} below the horizon in the recovery.`,
    why: say`The release became a push.`,
    tryNext: say`Lower the nose only until the warning stops and the wing is lightly loaded.`,
  }),
  'secondary-stall': ({ size }, f) => ({
    what: say`Stalled again ${f.seconds(size, 1)} after the first release.`,
    why: say`The nose came up before there was enough speed.`,
    tryNext: say`Wait for the speed, then ease out with the stall warning silent all the way.`,
  }),
  'excess-altitude-loss': ({ size, allowedFt, briefed }, f) => ({
    what: briefed
      ? say`Lost ${f.ft(size)} from the break to the lowest point. ${f.ft(allowedFt)} were planned.`
      : say`Lost ${f.ft(size)} from the break to the lowest point. ${f.ft(allowedFt)} is usual.`,
    why: say`The power came late, or the nose stayed low after the wing was flying.`,
    tryNext: say`Full power with the release. Climb attitude as soon as the speed allows.`,
  }),
  'flaps-up-without-climb': ({ size, sinking, fromDeg, toDeg, kias }, f) => ({
    what: sinking
      ? say`Flaps came up while still sinking: ${f.deg(fromDeg)} to ${f.deg(toDeg)} at ${f.fpm(size)} down.`
      : say`Flaps came up too slow: ${f.deg(fromDeg)} to ${f.deg(toDeg)} at ${f.speed(kias)}.`,
    why: say`The lift of the flaps was taken away before the airplane was climbing.`,
    tryNext: say`Raise the drag stage with the power. The rest one stage at a time, once it climbs.`,
  }),
};

const STALL_ITEMS: RequirementWords<typeof STALL_REQUIREMENTS> = {
  'full-stall': {
    name: 'Full stall',
    before: () => say`to the full stall: the break, or full back stick and growing sink`,
  },
  'stall-approached': {
    name: 'Stall or its approach',
    before: () => say`at least to the first indication: warning or buffet`,
  },
  'depth-briefed': {
    name: 'As deep as briefed',
    before: () => say`as deep as briefed: first indication, or full stall`,
  },
  'prompt-release': {
    name: 'Prompt release',
    before: () => say`released within three seconds of the break`,
  },
  'release-first': {
    name: 'Release before power',
    before: () => say`nose down before the power, or with it`,
  },
  'recovery-power': {
    name: 'Power in the recovery',
    before: () => say`nearly full power within four seconds of the release`,
  },
  wings: { name: 'Wings', before: (f) => say`no more than ${f.deg(45)} of bank after the break` },
  ailerons: { name: 'Ailerons', before: () => say`none against a dropping wing` },
  flaps: {
    name: 'Flaps up in order',
    before: () => say`the drag stage at once, the rest with a positive climb`,
  },
  'no-second-stall': {
    name: 'No second stall',
    before: () => say`no stall warning after the release`,
  },
  recovered: { name: 'Climbed away', before: () => say`climbing away at a climb speed` },
  'no-spin': { name: 'No spin', before: () => say`no growing yaw in the stall` },
};

export const STALL_REQUIREMENT_WORDS: RequirementWords<
  typeof STALL_REQUIREMENTS & typeof POWER_OFF_REQUIREMENTS & typeof POWER_ON_REQUIREMENTS
> &
  typeof GENERAL_REQUIREMENT_WORDS = {
  ...GENERAL_REQUIREMENT_WORDS,
  ...STALL_ITEMS,
  'stabilized-descent': {
    name: 'Stabilized descent',
    before: () => say`five steady seconds of descent at approach speed before the nose comes up`,
  },
  power: {
    name: 'At least 65 % power',
    before: (f) => say`at least ${f.percent(65)} power before the first sign`,
  },
  nose: { name: 'Nose no higher than 30°', before: (f) => say`nose no more than ${f.deg(30)} up` },
};
