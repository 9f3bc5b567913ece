/** Looking around from the seat: where the horizon lies for eyes that are turned to the side, back or down. */
import { degrees, radians } from '../units/angles.ts';

export const LOOKS = {
  ahead: { yawDeg: 0, upDeg: 0 },
  left: { yawDeg: -80, upDeg: 0 },
  right: { yawDeg: 80, upDeg: 0 },
  back: { yawDeg: -140, upDeg: 0 },
  down: { yawDeg: -50, upDeg: -38 },
} as const;
export type LookName = keyof typeof LOOKS;

/** How long ago is still looked, s: about a turn's worth. */
export const LOOKED_S = 90;

/**
 * The attitude that eyes turned by `yawDeg` (right positive) and raised by `upDeg` see: looked at to the left, a bank to
 * the left is a nose that points down. By the direction of up in the airplane's axes, turned into those of the look.
 */
export function attitudeSeen(
  attitude: { pitchDeg: number; bankDeg: number },
  { yawDeg, upDeg }: { yawDeg: number; upDeg: number },
): { pitchDeg: number; bankDeg: number } {
  const [pitch, bank, yaw, up] = [attitude.pitchDeg, attitude.bankDeg, yawDeg, upDeg].map(radians);
  // Up in the airplane's own axes: ahead, right, down.
  const own = [Math.sin(pitch), -Math.cos(pitch) * Math.sin(bank), -Math.cos(pitch) * Math.cos(bank)];
  const turned = own[0] * Math.cos(yaw) + own[1] * Math.sin(yaw);
  const right = -own[0] * Math.sin(yaw) + own[1] * Math.cos(yaw);
  const ahead = turned * Math.cos(up) - own[2] * Math.sin(up);
  const down = turned * Math.sin(up) + own[2] * Math.cos(up);
  return {
    pitchDeg: degrees(Math.asin(Math.max(-1, Math.min(1, ahead)))),
    bankDeg: degrees(Math.atan2(-right, -down)),
  };
}
