/** What every maneuver may be asked: the floor, the flaps' limits, no spiral. */
import { FLOOR_ABOVE_GROUND_FT } from '../../card/ladder.ts';
import type { None } from '../../coded.ts';
import { rowOfMax } from '../../recording/columns/span.ts';
import { flapsBeyond, isFlapOverspeed, spiralIn } from './limits.ts';
import { evidenceOf, type Requirement } from './requirement.ts';
import { SCENE } from './tables.ts';

export interface GeneralEvidence {
  'ground-not-given': None;
  'below-floor': { belowFt: number };
  'above-floor': { aboveFt: number };
  'flaps-stayed-up': None;
  'flap-limits-unknown': None;
  'flaps-not-recorded': None;
  'beyond-flap-limit': { overKt: number; limitKt: number };
  'below-flap-limits': None;
  'bank-grew': { bankDeg: number };
  none: None;
}
const { met, failed, unseen, notApplicable } = evidenceOf<GeneralEvidence>();

export const GENERAL_REQUIREMENTS = {
  floor: {
    kind: 'prohibition',
    see: ({ context, track, rows }) => {
      const altitude = track.altitudeFt.values;
      const lowest = rowOfMax(rows, (i) => -altitude[i]);
      if (context.groundFt === undefined || lowest < 0) return unseen(undefined, 'ground-not-given');
      const aboveFt = altitude[lowest] - (context.groundFt + FLOOR_ABOVE_GROUND_FT);
      return aboveFt < -SCENE.floorGraceFt
        ? failed(track.timeS[lowest], 'below-floor', { belowFt: -aboveFt })
        : met(track.timeS[lowest], 'above-floor', { aboveFt: Math.max(0, aboveFt) });
    },
  },
  'flap-limit': {
    kind: 'prohibition',
    see: (c) => {
      if (c.attempt.configuration === 'clean' && c.scene.flapsKnown(c.rows.from))
        return notApplicable(undefined, 'flaps-stayed-up');
      if (!c.context.airplane) return unseen(undefined, 'flap-limits-unknown');
      if (!c.track.other('flaps_deg')) return unseen(undefined, 'flaps-not-recorded');
      const found = flapsBeyond(c);
      return found && isFlapOverspeed(c, found)
        ? failed(found.stretch.startS, 'beyond-flap-limit', { overKt: found.overKt, limitKt: found.limitKt })
        : met(undefined, 'below-flap-limits');
    },
  },
  spiral: {
    kind: 'prohibition',
    see: (c) => {
      const found = spiralIn(c, c.attempt.targets.bankDeg);
      return found ? failed(found.startS, 'bank-grew', { bankDeg: found.bankDeg }) : met(undefined, 'none');
    },
  },
} satisfies Record<string, Requirement>;
