/** A stretch whose rotation is known, at five moments a second: how it is turned, how fast it turns, what it feels. */
import { degrees } from '../../units/angles.ts';
import { firstRowAt } from '../columns/span.ts';
import type { Attitude } from './attitude.ts';
import { rotationsAt } from './attitude.ts';
import type { Quaternion, Vector } from './rotation.ts';
import type { Node } from './smoother.ts';
import type { Stretch } from './stretches.ts';

export const ROW_S = 0.2;
/** Forces and rates are meant over so long: vibration is no load. */
const FELT_HALF_S = 0.5;

export interface Row {
  atS: number;
  /** From the device's axes to north, east, down. */
  q: Quaternion;
  /** rad²; of a small turn in north, east, down. */
  turnCovariance: Float64Array;
  /** Along the device's axes, m/s². */
  force: Vector;
  rateDegPerS: number;
  speedMps: number;
  climbMps: number;
  heightM: number;
}

export function followed({ samples }: Stretch, { nodes, inflation }: Attitude): Row[] {
  const [first, last] = [nodes[0], nodes.at(-1)];
  if (!first || !last) return [];
  const count = Math.floor((last.timeS - first.timeS) / ROW_S);
  const atS = Float64Array.from({ length: count }, (_, i) => first.timeS + i * ROW_S);
  const turned = rotationsAt(samples, nodes, atS);
  const force = samples.force.map((column) => meansOf(samples.timeS, column));
  const rate = samples.rate.map((column) => meansOf(samples.timeS, column));
  let n = 0;
  return Array.from(atS).flatMap((s, i) => {
    while (n + 1 < nodes.length && nodes[n + 1].timeS <= s) n++;
    const q = turned[i];
    const node = nodes[n];
    if (!q) return [];
    const { motion } = node;
    return [
      {
        atS: s,
        q,
        turnCovariance: node.turnCovariance.map((one) => one * inflation * inflation),
        force: [0, 1, 2].map((k) => force[k](s) - motion.forceBias[k]) as Vector,
        rateDegPerS: degrees(Math.hypot(...[0, 1, 2].map((k) => rate[k](s) - motion.rateBias[k]))),
        speedMps: Math.hypot(motion.velocity[0], motion.velocity[1]),
        climbMps: -motion.velocity[2],
        heightM: heightBetween(nodes[n], nodes[Math.min(n + 1, nodes.length - 1)], s),
      },
    ];
  });
}

/** The mean of a column about any moment. */
function meansOf(timeS: Float64Array, column: Float64Array): (s: number) => number {
  const sums = new Float64Array(column.length + 1);
  for (let i = 0; i < column.length; i++) sums[i + 1] = sums[i] + column[i];
  return (s) => {
    const [from, to] = [firstRowAt(timeS, s - FELT_HALF_S), firstRowAt(timeS, s + FELT_HALF_S)];
    return to > from ? (sums[to] - sums[from]) / (to - from) : Number.NaN;
  };
}

/** Height between two marks, by what it was and how fast it changed at both (Hermite's cubic). */
function heightBetween(from: Node, to: Node, atS: number): number {
  const stepS = to.timeS - from.timeS;
  if (stepS <= 0) return from.motion.heightM;
  const t = (atS - from.timeS) / stepS;
  const [a, b] = [from.motion.heightM, to.motion.heightM];
  const [va, vb] = [-from.motion.velocity[2] * stepS, -to.motion.velocity[2] * stepS];
  return (
    a * (1 + 2 * t) * (1 - t) ** 2 + va * t * (1 - t) ** 2 + b * t * t * (3 - 2 * t) - vb * t * t * (1 - t)
  );
}
