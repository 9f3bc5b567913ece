/** What every maneuver may be asked: the floor, the flaps' limits, no spiral. */
import { FLOOR_ABOVE_GROUND_FT } from '../../card/ladder.ts';
import { rowOfMax } from '../../recording/columns/span.ts';
import { numberText } from './finding.ts';
import { flapsBeyond, isFlapOverspeed, spiralIn } from './limits.ts';
import { failed, held, notApplicable, type Requirement, unseen } from './requirement.ts';
import { SCENE } from './tables.ts';

export const GENERAL_REQUIREMENTS = {
  floor: {
    kind: 'prohibition',
    asks: 'Floor',
    before: `never below ${numberText(FLOOR_ABOVE_GROUND_FT)} ft above the ground`,
    see: ({ context, track, rows }) => {
      const altitude = track.altitudeFt.values;
      const lowest = rowOfMax(rows, (i) => -altitude[i]);
      if (context.groundFt === undefined || lowest < 0) return unseen('the ground below was not given');
      const above = altitude[lowest] - (context.groundFt + FLOOR_ABOVE_GROUND_FT);
      return above < -SCENE.floorGraceFt
        ? failed(`${numberText(-above)} ft below it`, track.timeS[lowest])
        : held(`kept by ${numberText(Math.max(0, above))} ft`, track.timeS[lowest]);
    },
  },
  'flap-limit': {
    kind: 'prohibition',
    asks: 'Flap limits',
    before: 'each flap stage below its limit',
    see: (c) => {
      if (c.attempt.configuration === 'clean' && c.scene.flapsKnown(c.rows.from))
        return notApplicable('flaps stayed up');
      if (!c.context.airplane) return unseen('the airplane’s flap limits are not known');
      if (!c.track.other('flaps_deg')) return unseen('flaps not recorded');
      const found = flapsBeyond(c);
      return found && isFlapOverspeed(c, found)
        ? failed(
            `${numberText(found.overKt)} kt above the limit of ${numberText(found.limitKt)}`,
            found.stretch.startS,
          )
        : held('below each limit');
    },
  },
  spiral: {
    kind: 'prohibition',
    asks: 'No spiral',
    before: 'no bank that grows with the speed',
    see: (c) => {
      const found = spiralIn(c, c.attempt.targets.bankDeg);
      return found ? failed(`bank growing to ${numberText(found.bankDeg)}°`, found.startS) : held('none');
    },
  },
} satisfies Record<string, Requirement>;
