/** A skidded turn low over the field: what a stall near the ground begins with. */
import type { ScoringContext } from '../kits/attempt/attempt.ts';
import { findingsOf } from '../kits/attempt/finding.ts';
import { sceneOf } from '../kits/attempt/scene.ts';
import type { FlightShape } from '../kits/shape/flight-shape.ts';
import { NEAR_GROUND } from '../kits/shape/tables.ts';
import { longestStretch, type Rows, rowOfMax, rowsBetween } from '../recording/columns/span.ts';
import type { Track } from '../recording/track/track.ts';
import type { Finding } from '../scoring/schema.ts';

export interface SkidLowParams {
  'skidded-turn-low': { bankDeg: number; kias: number; aboveFieldFt: number };
}
const find = findingsOf<SkidLowParams>();

/** The ball out on the outside of a turn for two seconds below 1,000 ft, and steep or slow with it. */
export function skidNearGround(
  of: Parameters<typeof find>[0],
  track: Track,
  context: ScoringContext,
  { fields }: FlightShape,
  rows: Rows,
): Finding | undefined {
  const lateral = track.other('lat_g')?.values;
  if (!lateral || fields.length === 0) return undefined;
  const scene = sceneOf(track, context);
  const { timeS, airspeedKt, bankDeg } = track;
  const height = (i: number) =>
    Math.min(
      ...fields
        .map(({ altitudeFt }) => track.altitudeFt.values[i] - altitudeFt)
        .filter((ft) => ft > NEAR_GROUND.flareFt),
    );
  // A lateral force to the right is a ball to the left: outside of a turn to the right.
  const outsideG = (i: number) => lateral[i] * Math.sign(bankDeg.values[i]);
  const steep = (i: number) => Math.abs(bankDeg.values[i]) > NEAR_GROUND.skidSteepDeg;
  const slow = (i: number) =>
    airspeedKt.source === 'measured' &&
    airspeedKt.values[i] < scene.warningKias(scene.flapsDeg(i)) + NEAR_GROUND.skidSlowKt;
  const skids = (i: number) =>
    Math.abs(bankDeg.values[i]) > NEAR_GROUND.skidTurnDeg &&
    outsideG(i) > NEAR_GROUND.skidG &&
    height(i) < NEAR_GROUND.lowFt &&
    (steep(i) || slow(i));
  const stretch = longestStretch(timeS, rows, skids);
  if (!stretch || stretch.endS - stretch.startS < NEAR_GROUND.skidS - track.stepS) return undefined;
  const within = rowsBetween(timeS, stretch.startS, stretch.endS);
  const worst = rowOfMax(within, outsideG);
  return find(of, 'skidded-turn-low', 'critical', stretch, [outsideG(worst), 'g'], {
    bankDeg: Math.abs(bankDeg.values[worst]),
    kias: airspeedKt.values[worst],
    aboveFieldFt: height(worst),
  });
}
