/** Words about slow flight. */
import type { SlowParams } from '../../maneuvers/slow-flight/faults.ts';
import type { SLOW_REQUIREMENTS, SlowEvidence } from '../../maneuvers/slow-flight/requirements.ts';
import { say } from '../say.ts';
import { GENERAL_REQUIREMENT_WORDS } from './general.ts';
import { STALL_EVIDENCE } from './stalls.ts';
import type { EvidenceWords, FindingWords, RequirementWords } from './worded.ts';

export const SLOW_WORDS: FindingWords<SlowParams> = {
  'altitude-loss-entry': ({ size }, f) => ({
    what: say`Lost ${f.ft(size)} while slowing down.`,
    why: say`The nose did not come up as fast as the lift went.`,
    tryNext: say`Raise the nose a little with every ${f.speed(5)} lost. The altimeter says how much.`,
  }),
  'sink-before-power': ({ size }, f) => ({
    what: say`Lost ${f.ft(size)} while slow, before the power came up.`,
    why: say`Behind the power curve, flying slower takes more power, not less.`,
    tryNext: say`As the target speed comes, add power at once to hold level. Then trim.`,
  }),
  'stall-warning': ({ size }, f) => ({
    what: say`The stall warning sounded for ${f.seconds(size, 1)} while established.`,
    why: say`The speed was too low for this weight and these flaps.`,
    tryNext: say`Ease the nose down and add a little power. Fly ${f.speed(3)} above where it sounds.`,
  }),
  'too-fast': ({ size, targetKt }, f) => ({
    what: say`Flown ${f.speed(size)} above the target of ${f.speed(targetKt)}.`,
    why: say`The nose never came up to the attitude of the slow speed.`,
    tryNext: say`Raise the nose until the speed is there. Hold the altitude with power.`,
  }),
  'too-much-bank': ({ size, mostDeg }, f) => ({
    what: say`${f.deg(size)} of bank while slow. ${f.deg(mostDeg)} is the most here.`,
    why: say`The stall speed rises with bank, and there is little margin.`,
    tryNext: say`Bank 10 to 15°. Add a little power first, and roll out before the heading.`,
  }),
  'heading-drift-left': ({ size }, f) => ({
    what: say`The nose drifted ${f.deg(size)} to the left on a straight leg.`,
    why: say`Power at low speed yaws left, and there was too little right rudder.`,
    tryNext: say`Right rudder as the power comes up: ball centered, nose on the point.`,
  }),
  'not-trimmed': ({ sharePct }, f) => ({
    what: say`The elevator was held ${f.percent(sharePct)} off neutral throughout.`,
    why: say`It was not trimmed for the slow speed.`,
    tryNext: say`Once the speed has settled, trim until you could let go.`,
  }),
  'climb-on-recovery': ({ size }, f) => ({
    what: say`Climbed ${f.ft(size)} above the entry in the recovery.`,
    why: say`Full power at low speed makes it climb, and the nose stayed up.`,
    tryNext: say`Push as the power comes up: nose down to level, then trim.`,
  }),
};

export const SLOW_EVIDENCE: EvidenceWords<SlowEvidence> = {
  'never-established': () => say`slow flight was never established`,
  'sounded-as-taught': ({ sharePct }, f) =>
    say`sounded ${f.percent(sharePct)} of the time, as the school teaches it: no FAA verdict`,
  silent: () => say`silent`,
  sounded: ({ totalS, longestS }, f) =>
    say`sounded ${f.seconds(totalS, 1)} in all, ${f.seconds(longestS, 1)} at once`,
  'warning-unknown': () => say`neither the warning nor its speed is known`,
  'slower-than-warning': () => say`no stall warning on record, and slower than where it sounds`,
  'never-as-slow-as-warning': () => say`no stall warning on record, and never as slow as where it sounds`,
  'held-too-short': ({ lastedS, askedS }, f) =>
    say`held for ${f.seconds(lastedS)}, needs ${f.seconds(askedS)}`,
  'warning-speed-unknown': () => say`the airplane’s warning speed is not known`,
  'too-fast': ({ aboveKt }, f) => say`${f.speed(aboveKt)} above the warning: fast for slow flight`,
  'near-warning': ({ aboveKt }, f) => say`${f.speed(aboveKt)} above the warning`,
  'flaps-unknown': ({ aboveKt }, f) =>
    say`${f.speed(aboveKt)} above the warning with full flaps; the flap setting is not known`,
  'ended-other': ({ flown }) => say`ended ${flown}; landing flaps were briefed`,
  'clean-then-landing': ({ lastedS }, f) => say`clean and slow for ${f.seconds(lastedS)}, then landing flaps`,
  'not-clean-first': ({ lastedS }, f) => say`clean and slow for only ${f.seconds(lastedS)} before the flaps`,
  'flaps-not-recorded': () => say`flaps were not recorded`,
  'flown-as': ({ flown }) => say`flown ${flown}`,
  'flown-other': ({ flown, asked }) => say`flown ${flown}; ${asked} was briefed`,
  'into-a-stall': () => say`ended in the stall that followed`,
  'recovery-not-recorded': () => say`the recovery is not on record`,
  'back-to-speed': ({ kias }, f) => say`back to ${f.speed(kias)}`,
  'flaps-stayed-up': () => say`flaps stayed up`,
  'flaps-all-sinking': STALL_EVIDENCE['flaps-all-sinking'],
  'flaps-in-stages': () => say`not raised all at once while sinking`,
};

export const SLOW_REQUIREMENT_WORDS: RequirementWords<typeof SLOW_REQUIREMENTS> = {
  ...GENERAL_REQUIREMENT_WORDS,
  'slow-enough': {
    name: 'Slow enough',
    before: (f) => say`within ${f.tolerance(8, 'kt')} of the stall warning for 30 s, in every leg`,
  },
  'warner-silent': {
    name: 'Stall warning silent',
    before: () => say`no stall warning once established`,
  },
  configuration: { name: 'As configured', before: () => say`flaps as briefed` },
  recovered: { name: 'Recovered', before: () => say`recovered, or into the briefed stall` },
  flaps: {
    name: 'Flaps in stages',
    before: () => say`full flaps raised a stage at a time, without sinking`,
  },
};
