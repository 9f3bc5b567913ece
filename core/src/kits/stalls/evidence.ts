/** What is seen of a stall's requirements, by code. */
import type { None } from '../../coded.ts';
import { evidenceOf } from '../attempt/requirement.ts';

/** Of a recovery: within what time of the release; and near full throttle, but not surely. */
interface InRecovery {
  withinS?: number;
  unsure?: boolean;
}

/** How the power of a recovery or of a pitch-up was known. */
export interface PowerEvidence {
  'throttle-share': { sharePct: number } & InRecovery;
  'percent-of-power': { powerPct: number } & InRecovery;
  'manifold-of-climb': { powerInHg: number; climbInHg: number } & InRecovery;
  'rpm-of-full-throttle': { rpm: number; fullRpm: number } & InRecovery;
  'rpm-of-climb': { rpm: number; fullRpm: number } & InRecovery;
}

export interface StallEvidence extends PowerEvidence {
  'no-break-found': None;
  'no-recovery-found': None;
  'nothing-found': None;
  'no-stall-flown': None;
  'no-airspeed-at-break': None;
  'recovered-above-warning': { aboveKt: number };
  'no-indication-came': { aboveKt: number };
  'broke-at': { kias: number; warningBeforeS?: number };
  'break-not-told': None;
  'stall-speed-unknown': None;
  'slow-no-break': { kias: number };
  'between-warning-and-stall': { kias: number };
  'no-warner-for-indication': None;
  'broke-before-release': { beforeS: number };
  'released-after-warning': { afterS: number };
  'warning-at': { kias: number };
  'descent-too-short': { lastedS: number; askedS: number };
  'descent-held': { sinkFpm: number; kias: number; lastedS: number };
  'flown-clean': None;
  'flaps-not-recorded': None;
  'flaps-raised-in-climb': None;
  'flaps-raised-sinking': { fromDeg: number; toDeg: number; sinkFpm: number };
  'flaps-all-sinking': { fromDeg: number; toDeg: number; sinkFpm: number; lostFt: number };
  'flaps-raised-slow': { fromDeg: number; toDeg: number; kias: number };
  'percent-asked': { powerPct: number; askedPct: number; errorPct?: number };
  'no-percentage-on-record': None;
  'climb-speeds-unknown': None;
  'nose-below-horizon': { lowDeg: number };
  'fast-before-climb': { kias: number };
  'climbed-away': { kias: number };
  'level-again': { kias: number };
  'end-not-recorded': None;
  'stalled-again': { afterS: number };
  'stall-not-on-record': None;
  'no-second-stall': None;
  'power-before-release': { leadS: number };
  'power-not-recorded': None;
  'no-power-added': None;
  'release-not-told': None;
  'released-with-power': None;
  'released-first': { powerAfterS: number };
  'released-after-break': { afterS: number };
  'no-power-to-compare': None;
  'bank-not-known': None;
  'most-bank': { bankDeg: number; derived?: boolean };
  'ailerons-not-recorded': None;
  'aileron-against': { sharePct: number; lastedS: number };
  'aileron-neutral': None;
  spinning: { bankDeg: number; yawDegPerS: number };
  'no-growing-yaw': None;
  'nose-above': { noseDeg: number };
  'nose-below-limit': { limitDeg: number };
  'pitch-not-recorded': None;
}

export const { met, failed, unseen, notApplicable } = evidenceOf<StallEvidence>();
