/** Findings and evidence that any maneuver, or the flight itself, can have. */
import type { FlightParams } from '../../debrief/flight-score.ts';
import type { FlapParams } from '../../kits/attempt/flap-faults.ts';
import type { GeneralParams } from '../../kits/attempt/general-faults.ts';
import type { GENERAL_REQUIREMENTS, GeneralEvidence } from '../../kits/attempt/general-requirements.ts';
import type { LimitParams } from '../../kits/attempt/limits.ts';
import type { WarningParams } from '../../kits/attempt/warning-fault.ts';
import { say } from '../say.ts';
import type { EvidenceWords, FindingWords, RequirementWords } from './worded.ts';

const MOVED = {
  'vertical-speed': ['vertical speed varied', 'ft/min'],
  airspeed: ['airspeed varied', 'kt'],
  heading: ['heading varied', 'deg'],
} as const;

export const GENERAL_WORDS: FindingWords<GeneralParams> = {
  'no-clearing': ({ size }, f) => ({
    what: say`No clearing turn in the three minutes before: the heading changed by ${f.deg(size)} at most.`,
    why: say`The recording shows turns, not looks: the area may have been cleared by eye.`,
    tryNext: say`Two 90° turns, one each way, before you begin. Then keep looking.`,
  }),
  'rushed-entry': ({ size, moved }, f) => {
    const [name, unit] = MOVED[moved];
    return {
      what: say`Not steady at the entry: ${name} by ${f.in(size, unit)} either way in the ten seconds before.`,
      why: say`The airplane was probably not yet trimmed.`,
      tryNext: say`Hold altitude, speed and heading for ten seconds, hands light, before you begin.`,
    };
  },
  'below-floor': ({ size, floorFt, groundFt, aboveGroundFt }, f) => ({
    what: say`${f.ft(size)} below the floor of ${f.ft(floorFt)} (highest ground ${f.ft(groundFt)} plus ${f.ft(aboveGroundFt)}).`,
    why: say`The entry was too low for the height lost, or the loss was not stopped in time.`,
    tryNext: say`Enter at the card’s altitude. Break off at the floor, whatever the maneuver is doing.`,
  }),
  'slow-to-settle': ({ size }, f) => ({
    what: say`Not steady again within ${f.seconds(size)} of the end.`,
    why: say`Altitude, speed or bank was still changing.`,
    tryNext: say`Wings level, altitude, speed, then trim: finish the maneuver before you talk about it.`,
  }),
};

export const LIMIT_WORDS: FindingWords<LimitParams> = {
  'flap-overspeed': ({ kias, flapsDeg, limitKt, tell }, f) => ({
    what: say`${f.speed(kias)} with flaps ${f.deg(flapsDeg)}. The limit is ${f.limit(limitKt)}.`,
    why: say`The flaps went out above their limit, or the speed rose with them out.`,
    tryNext: say`Read the speed aloud before your hand goes to the flaps.${tell ? ' Tell whoever maintains the airplane.' : ''}`,
  }),
  spiral: ({ size }, f) => ({
    what: say`A spiral: the bank grew to ${f.deg(size)} with the nose low and the speed rising.`,
    why: say`Pulling in a steepening bank tightens the turn and does not stop the descent.`,
    tryNext: say`Power back, level the wings, then ease out of the dive.`,
  }),
  'never-exceed': ({ kias, vneKias }, f) => ({
    what: say`${f.speed(kias)}, above the never-exceed speed of ${f.limit(vneKias)}.`,
    why: say`The nose stayed low while the speed grew.`,
    tryNext: say`Power back and ease out gently. Tell whoever maintains the airplane before it flies again.`,
  }),
};

export const FLIGHT_WORDS: FindingWords<FlightParams> = {
  'stall-warning': ({ away, aboveFieldFt }, f) => ({
    what:
      away || aboveFieldFt === undefined
        ? say`The stall warning sounded low, away from the field.`
        : say`The stall warning sounded ${f.ft(aboveFieldFt)} above the field.`,
    why: say`Slow and low: there is no height to recover in.`,
    tryNext: say`Nose down to the approach attitude at once, with power. Go around if the approach is spoilt.`,
  }),
  'warning-kept-on': ({ size, soundedS, withPower }, f) => ({
    what: say`The stall warning sounded for ${f.seconds(soundedS, 1)} outside any maneuver${withPower ? ', with power on' : ''}, and ${f.ft(size)} went.`,
    why: say`Slow at a high angle of attack, and nobody had asked for it.`,
    tryNext: say`At the first chirp lower the nose, then add power. Trim for the speed you want.`,
  }),
  'skidded-turn-low': ({ bankDeg, kias, aboveFieldFt }, f) => ({
    what: say`A skidded turn ${f.ft(aboveFieldFt)} above the field: ${f.deg(bankDeg)} of bank at ${f.speed(kias)}, the ball out.`,
    why: say`A turn pushed round with rudder stalls with one wing first, too low to recover.`,
    tryNext: say`Ball in the middle, 30° of bank at most. If you overshoot final, go around.`,
  }),
  'steep-bank-low': ({ size, withinFt }, f) => ({
    what: say`${f.deg(size)} of bank within ${f.ft(withinFt)} of the ground.`,
    why: say`A turn tightened to meet the runway takes away speed and margin.`,
    tryNext: say`30° of bank at most near the ground. If you overshoot final, go around.`,
  }),
};

export const FLAP_WORDS: FindingWords<FlapParams> = {
  'balloon-on-flap': ({ size }, f) => ({
    what: say`Climbed ${f.ft(size)} as the flaps went out.`,
    why: say`Flaps lift before they drag, and the nose was not held down.`,
    tryNext: say`Push firmly as they move. Then power and trim as the drag takes the speed.`,
  }),
  'sink-on-flap-retraction': ({ size }, f) => ({
    what: say`Sank ${f.ft(size)} as the flaps came up.`,
    why: say`The lift of the flaps went and the nose did not come up in its place.`,
    tryNext: say`Raise the nose as they move, one stage at a time, with the speed for it.`,
  }),
  'flaps-all-at-once': ({ fromDeg, toDeg }, f) => ({
    what: say`Flaps from ${f.deg(fromDeg)} to ${f.deg(toDeg)} at once.`,
    why: say`Several stages at once change trim and lift faster than most hands follow.`,
    tryNext: say`One stage, hold, trim. Then the next.`,
  }),
};

/** The warning where none was wanted, in words of the maneuver's own. */
export const warningWords = (why: string, tryNext: string): FindingWords<WarningParams> => ({
  'stall-warning': ({ size }, f) => ({
    what: say`The stall warning sounded for ${f.seconds(size, 1)}.`,
    why: say`${why}`,
    tryNext: say`${tryNext}`,
  }),
});

export const GENERAL_EVIDENCE: EvidenceWords<GeneralEvidence> = {
  'ground-not-given': () => say`the elevation of the ground below was not given`,
  'below-floor': ({ belowFt }, f) => say`${f.ft(belowFt)} below it`,
  'above-floor': ({ aboveFt }, f) => say`stayed ${f.ft(aboveFt)} above it`,
  'flaps-stayed-up': () => say`flaps stayed up`,
  'flap-limits-unknown': () => say`the airplane’s flap limits are not known`,
  'flaps-not-recorded': () => say`flaps were not recorded`,
  'beyond-flap-limit': ({ overKt, limitKt }, f) =>
    say`${f.speed(overKt)} above the limit of ${f.limit(limitKt)}`,
  'below-flap-limits': () => say`below each limit`,
  'bank-grew': ({ bankDeg }, f) => say`bank grew to ${f.deg(bankDeg)}`,
  none: () => say`none`,
};

export const GENERAL_REQUIREMENT_WORDS: RequirementWords<typeof GENERAL_REQUIREMENTS> = {
  floor: { name: 'Floor', before: (f) => say`never below ${f.ft(1500)} above the ground` },
  'flap-limit': { name: 'Flap limits', before: () => say`each flap stage below its limit` },
  spiral: { name: 'No spiral', before: () => say`no steepening bank with rising speed` },
};
