/** Words about straight flight: level, climbing, descending, gliding, trim. */
import type { LegParams } from '../../kits/straight/faults.ts';
import type { GlideParams } from '../../maneuvers/best-glide/faults.ts';
import type { GLIDE_REQUIREMENTS, GlideEvidence } from '../../maneuvers/best-glide/requirements.ts';
import type { ClimbParams } from '../../maneuvers/climb/faults.ts';
import type { LevelParams } from '../../maneuvers/straight-and-level/faults.ts';
import type { TrimParams } from '../../maneuvers/trim-demonstration/faults.ts';
import { roundTo } from '../../units/numbers.ts';
import type { FigureWords } from '../figures.ts';
import { say } from '../say.ts';
import { GENERAL_REQUIREMENT_WORDS } from './general.ts';
import type { EvidenceWords, FindingWords, RequirementWords } from './worded.ts';

export const LEG_WORDS: FindingWords<LegParams> = {
  'heading-drift': ({ size }, f) => ({
    what: say`The heading drifted ${f.deg(size)}.`,
    why: say`Probably no point ahead to hold it on, or a wing a little low.`,
    tryNext: say`Pick a point on the horizon. Wings level, ball centered, nose on the point.`,
  }),
  'speed-not-settled': ({ size, withinS }, f) => ({
    what: say`The speed changed by ${f.speed(size)} within ${f.seconds(withinS)}.`,
    why: say`The power does not match the speed, or it was trimmed before the speed had settled.`,
    tryNext: say`Set the power from the table. Wait for the speed, then trim.`,
  }),
  'level-off-overshoot': ({ size }, f) => ({
    what: say`Went ${f.ft(size)} past the altitude in the level-off.`,
    why: say`The level-off began too late.`,
    tryNext: say`Lead it by a tenth of the vertical speed: ${f.ft(50)} at ${f.fpm(500)}.`,
  }),
};

export const CLIMB_WORDS: FindingWords<ClimbParams> = {
  'below-best-angle': ({ kias, vxKias, lastedS }, f) => ({
    what: say`Climbed at ${f.speed(kias)}, below best angle of ${f.speed(vxKias)}, for ${f.seconds(lastedS)}.`,
    why: say`The nose was too high: slower than best angle it climbs less and is nearer to the stall.`,
    tryNext: say`Lower the nose until the climb speed is back. Then trim.`,
  }),
};

export const LEVEL_WORDS: FindingWords<LevelParams> = {
  chasing: ({ size }, f) => ({
    what: say`Climbed and sank ${f.number(size)} times within a minute.`,
    why: say`Probably chasing the vertical speed, which lags behind the nose.`,
    tryNext: say`Set the attitude against the horizon. Wait, look, and correct half of it.`,
  }),
  'out-of-trim': ({ size, periodS }, f) => ({
    what: say`A slow rise and fall, ${f.number(size)} times, about every ${f.seconds(periodS)}.`,
    why: say`Probably out of trim: with the hand relaxed it goes where the trim is.`,
    tryNext: say`Hold it by hand. Then trim the pressure away in smaller and smaller steps.`,
  }),
  'altitude-offset': ({ size, low }, f) => ({
    what: say`On average ${f.ft(size)} ${low ? 'low' : 'high'}.`,
    why: say`Held well, but not at the altitude asked for.`,
    tryNext: say`Bring it back with a small change of attitude, and hold it there.`,
  }),
};

export const GLIDE_WORDS: FindingWords<GlideParams> = {
  'slow-to-glide-speed': ({ size }, f) => ({
    what: say`Best glide speed was reached after ${f.seconds(size)}.`,
    why: say`The nose stayed low: speed that could have been height was lost.`,
    tryNext: say`Speed first: raise the nose at once, trim, then look for the field.`,
  }),
  'too-fast-for-glide': ({ size }, f) => ({
    what: say`Glided ${f.speed(size)} above the best speed.`,
    why: say`The nose was too low, which shortens the glide.`,
    tryNext: say`Raise the nose to the card’s speed and trim for it.`,
  }),
  'too-slow-for-glide': ({ size }, f) => ({
    what: say`Glided ${f.speed(size)} below the best speed.`,
    why: say`Raising the nose to stretch a glide shortens it.`,
    tryNext: say`Lower the nose to the card’s speed and trim for it.`,
  }),
};

const away = ({ distanceNm, aboveFt }: { distanceNm: number; aboveFt: number }, f: FigureWords) =>
  say`at the end ${f.number(distanceNm, 1)} NM away and ${f.ft(roundTo(aboveFt, -1))} above it`;
const ratios = ({ neededRatio, flownRatio }: { neededRatio: number; flownRatio: number }, f: FigureWords) =>
  say`${f.number(neededRatio, 1)} to 1 needed, ${f.number(flownRatio, 1)} to 1 flown toward it, over the ground`;

export const GLIDE_EVIDENCE: EvidenceWords<GlideEvidence> = {
  'never-reached': () => say`best glide speed was never reached`,
  'reached-after': ({ tookS, withinS }, f) =>
    say`reached in ${f.seconds(tookS)}; ${f.seconds(withinS)} allowed`,
  'no-field-chosen': () => say`no field was chosen in the brief`,
  'no-positions': () => say`no positions were recorded`,
  'not-toward-field': (p, f) => say`${away(p, f)}; it was not flown toward the field for long enough to tell`,
  'over-field': (p, f) => say`${away(p, f)}`,
  'below-field': () => say`the glide ended below the field`,
  'field-in-reach': (p, f) => say`${away(p, f)}: ${ratios(p, f)}`,
  'field-out-of-reach': (p, f) => say`${away(p, f)}: ${ratios(p, f)}`,
  'field-too-close-to-call': (p, f) => say`${away(p, f)}: ${ratios(p, f)}, too close to call`,
};

export const GLIDE_REQUIREMENT_WORDS: RequirementWords<typeof GLIDE_REQUIREMENTS> = {
  ...GENERAL_REQUIREMENT_WORDS,
  'speed-reached': {
    name: 'Best glide speed reached',
    before: () => say`best glide speed within seconds`,
  },
  'chosen-field': {
    name: 'Chosen field in reach at the end',
    before: () => say`the chosen field in reach at the end`,
  },
};

export const TRIM_WORDS: FindingWords<TrimParams> = {
  'hand-on-it': ({ moved, sharePct }, f) => ({
    what:
      moved === 'stick'
        ? say`The elevator control moved through ${f.percent(sharePct)} of its travel.`
        : say`The trim was moved.`,
    why: say`What the airplane does by itself shows only with the hands off.`,
    tryNext: say`Hands off in pitch. Wings level with the feet. Wait until the swing has died out.`,
  }),
  'another-speed': ({ beforeKt, afterKt }, f) => ({
    what: say`Trimmed for ${f.speed(beforeKt)}, it ended at ${f.speed(afterKt)}.`,
    why: say`It was held, trimmed, or not given time to settle.`,
    tryNext: say`Trim first. Then change power alone, and wait a minute.`,
  }),
};
