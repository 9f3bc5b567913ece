/** How a lane is drawn small: deviation in units of tolerance, up for above, a line through what was flown. */

export const LANE_HEIGHT = 40;
/** Tolerance used that fits into the lane. */
const SPAN = 1.75;

export const laneY = (used: number): number =>
  LANE_HEIGHT / 2 - (Math.max(-SPAN, Math.min(SPAN, used)) / SPAN) * (LANE_HEIGHT / 2 - 3);

export const linePath = (points: readonly (readonly [x: number, y: number])[]): string =>
  points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`).join('');
