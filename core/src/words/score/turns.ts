/** Words about turns: steep ones, plain ones, by rate, slipping. */
import type { BallParams } from '../../kits/turns/ball-faults.ts';
import type { TurnParams } from '../../kits/turns/faults.ts';
import type { RollParams } from '../../maneuvers/coordination-rolls/faults.ts';
import type { SlipParams } from '../../maneuvers/slipping-descent-turn/faults.ts';
import type { RateParams } from '../../maneuvers/standard-rate-turn/faults.ts';
import type { SteepParams } from '../../maneuvers/steep-turn/faults.ts';
import type { STEEP_REQUIREMENTS, SteepEvidence } from '../../maneuvers/steep-turn/requirements.ts';
import { loadFactor } from '../../mechanics/turning.ts';
import type { FigureWords } from '../figures.ts';
import { type Said, say } from '../say.ts';
import { GENERAL_REQUIREMENT_WORDS, warningWords } from './general.ts';
import type { EvidenceWords, FindingSaid, FindingWords, RequirementWords } from './worded.ts';

const BALL_WORDS: FindingWords<BallParams> = {
  slip: ({ ballG, lastedS }, f) => ({
    what: say`Slipping: ball out to the inside for ${f.seconds(lastedS)}, ${f.g(ballG)} at most.`,
    why: say`Too little rudder into the turn.`,
    tryNext: say`Press the rudder on the side of the ball. Feel it in the seat.`,
  }),
  skid: ({ ballG, lastedS }, f) => ({
    what: say`Skidding: ball out to the outside for ${f.seconds(lastedS)}, ${f.g(ballG)} at most.`,
    why: say`Too much rudder into the turn.`,
    tryNext: say`Press the rudder on the side of the ball. Feel it in the seat.`,
  }),
};

const bankWander = (
  { size, leastDeg, mostDeg }: { size: number; leastDeg: number; mostDeg: number },
  f: FigureWords,
): FindingSaid => ({
  what: say`Bank varied by ${f.deg(size)}, from ${f.deg(leastDeg)} to ${f.deg(mostDeg)}.`,
  why: say`Probably held by the instrument rather than against the horizon.`,
  tryNext: say`Eyes outside. One small correction, wait, look again.`,
});

const lostInFirstQuarter = (size: number, f: FigureWords): Said =>
  say`Lost ${f.ft(size)} in the first quarter of the turn.`;
const roseInRollOut = (size: number, f: FigureWords): Said => say`Climbed ${f.ft(size)} in the roll-out.`;
const pastHeading = (size: number, f: FigureWords): Said => say`Rolled out ${f.deg(size)} past the heading.`;
const shortOfHeading = (size: number, f: FigureWords): Said =>
  say`Wings level ${f.deg(size)} before the heading.`;

export const TURN_WORDS: FindingWords<TurnParams> = {
  ...BALL_WORDS,
  'bank-wander': bankWander,
  'alt-loss-roll-in': ({ size }, f) => ({
    what: lostInFirstQuarter(size, f),
    why: say`The lift tilted with the bank, and the back pressure came late or too lightly.`,
    tryNext: say`Add back pressure as the bank comes on, a little for every ten degrees.`,
  }),
  'alt-gain-rollout': ({ size }, f) => ({
    what: roseInRollOut(size, f),
    why: say`The back pressure of the turn was still there with the wings level.`,
    tryNext: say`Let the back pressure go at the rate the bank comes off.`,
  }),
  'rollout-overshoot': ({ size, leadDeg }, f) => ({
    what: pastHeading(size, f),
    why: say`The roll-out began too late.`,
    tryNext: say`Start the roll-out ${f.deg(leadDeg)} before the heading, half the bank.`,
  }),
  'rollout-undershoot': ({ size, leadDeg }, f) => ({
    what: shortOfHeading(size, f),
    why: say`The roll-out began too early.`,
    tryNext: say`Start the roll-out with ${f.deg(leadDeg)} to go, half the bank.`,
  }),
};

const loadAt = (deg: number, f: FigureWords): Said => say`${f.deg(deg)} takes ${f.g(loadFactor(deg))}`;

export const STEEP_WORDS: FindingWords<SteepParams> = {
  ...BALL_WORDS,
  ...warningWords(
    'The pull at this bank brought the wing near its critical angle. The stall speed rises with the square root of the load factor.',
    'Ease the pull at once, then reduce the bank.',
  ),
  'roll-in-too-fast': ({ size }, f) => ({
    what: say`Rolled in at ${f.degPerS(size)}.`,
    why: say`A quick roll reaches the bank before the pull can follow it.`,
    tryNext: say`Take four or five seconds to roll in. Add the pull past 30°.`,
  }),
  'alt-loss-roll-in': ({ size }, f) => ({
    what: lostInFirstQuarter(size, f),
    why: say`The lift tilted with the bank, and the pull came late or too lightly.`,
    tryNext: say`Pull firmly past 30°, so that all of it is there when the roll stops.`,
  }),
  'alt-gain-rollout': ({ size }, f) => ({
    what: roseInRollOut(size, f),
    why: say`The pull that the bank needed was still there when the wings came level.`,
    tryNext: say`Let the pull go at the rate the bank comes off. Expect the nose to rise, more so if trimmed.`,
  }),
  overbank: ({ size, targetDeg, bankDeg, lastedS, midTurn }, f) => ({
    what: say`Overbanked by ${f.deg(size)} past ${f.deg(targetDeg)} for ${f.seconds(lastedS, 1)}.`,
    ...(midTurn
      ? {
          why: say`The bank was held, then steepened by itself, as a steep bank does. ${loadAt(bankDeg, f)}.`,
          tryNext: say`Hold a little opposite aileron all the way round, eyes on the horizon.`,
        }
      : {
          why: say`The roll was not stopped with opposite aileron. ${loadAt(bankDeg, f)}.`,
          tryNext: say`Stop the roll with a touch of opposite aileron, then hold the picture.`,
        }),
  }),
  'bank-shallow': ({ size, targetDeg, lastedS }, f) => ({
    what: say`Bank ${f.deg(size)} short of ${f.deg(targetDeg)} for ${f.seconds(lastedS, 1)}.`,
    why: say`The bank was probably eased to save altitude, or not watched.`,
    tryNext: say`Note where the horizon cuts the cowling at this bank, and bring it back there.`,
  }),
  'bank-wander': bankWander,
  'speed-decay': ({ size, slowestKt, powerUp }, f) => ({
    what: say`Lost ${f.speed(size)}, down to ${f.speed(slowestKt)}.`,
    ...(powerUp
      ? {
          why: say`The air was rough, and the power was up.`,
          tryNext: say`Ease the pull: in such air let a little altitude go before the speed.`,
        }
      : {
          why: say`The pull costs drag, and too little power was added for it.`,
          tryNext: say`Add a little power as the bank passes 30°, then leave it.`,
        }),
  }),
  'speed-above-va': ({ fastestKt, vaKias, weightLb }, f) => ({
    what: say`${f.speed(fastestKt)}, above the maneuvering speed of ${f.limit(vaKias)}${weightLb === undefined ? '' : say` at ${f.pounds(weightLb)}`}.`,
    why: say`The nose fell, or the entry was too fast for this weight.`,
    tryNext: say`Above maneuvering speed stop the maneuver: power back, wings level, ease out gently.`,
  }),
  'power-unchanged': ({ size, power, powerUnit }, f) => ({
    what: say`Lost ${f.speed(size)} with the power left at ${f.power(power, powerUnit)}.`,
    why: say`A steep turn takes more power than level flight at the same speed.`,
    tryNext: say`Set the card’s added power while rolling in.`,
  }),
  'power-chasing': ({ size }, f) => ({
    what: say`Power went up and down ${f.number(size)} times.`,
    why: say`Speed was corrected with the throttle while the pitch was changing it.`,
    tryNext: say`Set the power once. Hold the altitude, and the speed takes care of itself.`,
  }),
  'rollout-late': ({ size, leadDeg }, f) => ({
    what: pastHeading(size, f),
    why: say`The roll-out began too late, or went too slowly.`,
    tryNext: say`Start the roll-out ${f.deg(leadDeg)} before it, half the bank, at the rate you rolled in.`,
  }),
  'rollout-early': ({ size, leadDeg }, f) => ({
    what: shortOfHeading(size, f),
    why: say`The roll-out began too early, or was quicker than the roll-in.`,
    tryNext: say`Start the roll-out with ${f.deg(leadDeg)} to go, half the bank, at the rate you rolled in.`,
  }),
  'incomplete-turn': ({ size, leastDeg }, f) => ({
    what: say`Only ${f.deg(size)} turned. The maneuver is a full circle, ${f.deg(leastDeg)} at the least.`,
    why: say`It was broken off, or the reference point was lost.`,
    tryNext: say`If it was for traffic or a limit, mark it discontinued: that was good airmanship.`,
  }),
  'spiral-dive': ({ size, bankDeg }, f) => ({
    what: say`A spiral dive: ${f.deg(bankDeg)} of bank, ${f.fpm(size)} down, speed rising.`,
    why: say`Pulling in a steepening bank tightens the turn and does not stop the descent.`,
    tryNext: say`Power back, level the wings, then ease out of the dive.`,
  }),
};

export const STEEP_EVIDENCE: EvidenceWords<SteepEvidence> = {
  dived: ({ sinkFpm, bankDeg }, f) => say`${f.fpm(sinkFpm)} down at ${f.deg(bankDeg)} of bank`,
  'turn-not-known': () => say`how far it turned is not known`,
  'turned-too-little': ({ turnedDeg, leastDeg }, f) =>
    say`turned ${f.deg(turnedDeg)}, needs ${f.deg(leastDeg)} at the least`,
  turned: ({ turnedDeg }, f) => say`turned ${f.deg(turnedDeg)}`,
  'va-unknown': () => say`the airplane’s maneuvering speed is not known`,
  'entered-above-va': ({ kias, vaKias }, f) =>
    say`entered at ${f.speed(kias)}; maneuvering speed is ${f.limit(vaKias)}`,
  'far-above-va': ({ overKt, lastedS }, f) =>
    say`more than ${f.speed(overKt)} above it for ${f.seconds(lastedS)}`,
  'below-va': ({ vaKias }, f) => say`maneuvering speed ${f.limit(vaKias)}`,
  'va-at-maximum': ({ vaKias }, f) =>
    say`maneuvering speed ${f.limit(vaKias)} at maximum weight; the weight of the day is not known`,
};

export const STEEP_REQUIREMENT_WORDS: RequirementWords<typeof STEEP_REQUIREMENTS> = {
  ...GENERAL_REQUIREMENT_WORDS,
  'full-turn': { name: 'Full turn', before: () => say`a full circle` },
  'below-va': {
    name: 'Below maneuvering speed',
    before: () => say`entered at or below the day’s maneuvering speed, and stopped above it`,
  },
};

export const SLIP_WORDS: FindingWords<SlipParams> = {
  ...warningWords(
    'Too slow for the bank, with the controls crossed.',
    'Nose down at once, rudder neutral, then level. Go around if it is low.',
  ),
  'little-slip': ({ ballG }, f) => ({
    what:
      ballG > 0.02
        ? say`Hardly any slip: the ball averaged ${f.g(ballG)} to the low side.`
        : say`Hardly any slip: the ball averaged near the middle.`,
    why: say`Too little top rudder, or it came out again as the turn was held.`,
    tryNext: say`Bank with aileron. Then top rudder until the ball is half to one ball low. Hold both.`,
  }),
  'too-fast': ({ size, targetKt }, f) => ({
    what: say`Flown ${f.speed(size)} above the target of ${f.speed(targetKt)}.`,
    why: say`The nose was too low: extra speed undoes the slip.`,
    tryNext: say`Raise the nose a little. The slip makes the descent, the nose holds the speed.`,
  }),
  'too-slow': ({ size, targetKt }, f) => ({
    what: say`Flown ${f.speed(size)} below the target of ${f.speed(targetKt)}.`,
    why: say`The nose was held up against the sink with the controls crossed.`,
    tryNext: say`Lower the nose first. Never hold a slip near the stall warning.`,
  }),
  'slip-kept': ({ size, ballG }, f) => ({
    what: say`The ball stayed out for ${f.seconds(size)} with the wings level, ${f.g(ballG)} at most.`,
    why: say`The rudder came out after the aileron, or not at all.`,
    tryNext: say`Neutralize aileron and rudder together as the wings come level, then center the ball.`,
  }),
};

const rateWords =
  (why: string) =>
  ({ degPerS, bankDeg }: { degPerS: number; bankDeg: number }, f: FigureWords): FindingSaid => ({
    what: say`Turned at ${f.degPerS(degPerS, 1)}: a full circle in ${f.seconds(360 / degPerS)} instead of two minutes.`,
    why: say`${why}`,
    tryNext: say`Hold ${f.deg(bankDeg)} of bank. Time the first 30°: ten seconds.`,
  });

export const RATE_WORDS: FindingWords<RateParams> = {
  'rate-too-fast': rateWords('More bank than this speed needs.'),
  'rate-too-slow': rateWords('Less bank than this speed needs.'),
};

export const ROLL_WORDS: FindingWords<RollParams> = {
  'adverse-yaw': ({ size }, f) => ({
    what: say`The nose swung ${f.deg(size, 1)} against the roll before it followed.`,
    why: say`Aileron without enough rudder: the rising wing drags.`,
    tryNext: say`Press the rudder with the aileron, as much as keeps the nose on the point.`,
  }),
};
