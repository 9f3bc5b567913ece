/** What a wind does on a runway and along a leg. Plane trigonometry; FAA-H-8083-25, the wind triangle. */
import { compassDeg, degrees, radians, shortestTurnDeg } from '../units/angles.ts';
import { endDeg } from '../units/runway.ts';

/**
 * The wind along and across a runway, kt; a headwind and one from the right are positive.
 * @param runway its number; @param windFromDeg by the same north as the runway’s.
 */
export function windOn(
  runway: string,
  windFromDeg: number,
  windKt: number,
): { headKt: number; crossKt: number } {
  const off = radians(shortestTurnDeg(endDeg(runway), windFromDeg));
  return { headKt: windKt * Math.cos(off), crossKt: windKt * Math.sin(off) };
}

/** The most of a wind, kt, and how far its gusts rise above it, kt; `gustKt` null where none is reported. */
export const gusting = (windKt: number, gustKt: number | null): { mostKt: number; spreadKt: number } => ({
  mostKt: Math.max(windKt, gustKt ?? 0),
  spreadKt: gustKt === null ? 0 : gustKt - windKt,
});

/**
 * The heading that keeps a course in a wind, and the speed over the ground along it.
 * @returns degrees into the wind (right positive), the heading 1 to 360, kt; undefined where the wind is too strong to keep it
 */
export function drift(
  courseDeg: number,
  tasKt: number,
  windFromDeg: number,
  windKt: number,
): { intoWindDeg: number; headingDeg: number; groundKt: number } | undefined {
  const off = radians(shortestTurnDeg(courseDeg, windFromDeg));
  const across = windKt * Math.sin(off);
  if (Math.abs(across) >= tasKt) return undefined;
  const intoWind = Math.asin(across / tasKt);
  const groundKt = tasKt * Math.cos(intoWind) - windKt * Math.cos(off);
  if (groundKt <= 0) return undefined;
  return {
    intoWindDeg: degrees(intoWind),
    headingDeg: compassDeg(courseDeg + degrees(intoWind)),
    groundKt,
  };
}
