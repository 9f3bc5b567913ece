/** What every keel chart has in common: how its lanes lie, and how far each reaches. */
import { type AttemptScore, type KeelLane, type KeelTrace, rowAt } from '@keel/core';
import { clock, digitsOf, heading, numberText, signed, speedIn, unitMark } from '../parts/format.ts';
import { type Colours, FONT } from '../theme/colours.ts';
import { MARK_PX, roundTimes, type Span } from './time-span.ts';

export const LEFT = 96;
export const RIGHT = 96;
export const TOP = 40;
export const LANE = 92;
export const FOOT = 44;

/** How far lanes of one parameter reach, in units of tolerance: at least a little beyond the band. */
export const reachOf = (...lanes: KeelLane[]): number => {
  let most = 0;
  for (const { used } of lanes) for (const value of used) most = Math.max(most, Math.abs(value ?? 0));
  return Math.min(3.2, Math.max(1.75, 1.12 * most));
};

export const chartHeight = (lanes: number): number => TOP + lanes * LANE + FOOT;

/** The value of a lane at a time, in the airplane's own unit, with its sign. */
export function deviationText({ timeS }: KeelTrace, lane: KeelLane, atS: number, speedUnit: string): string {
  const deviation = lane.deviation[rowAt(timeS, atS)];
  if (deviation === null || deviation === undefined) return 'not measured';
  const unit = lane.parameter === 'airspeed' ? ` ${speedUnit}` : unitMark(lane.unit);
  return `${signed(inUnit(lane, deviation, speedUnit), digitsOf(lane.unit))}${unit}`;
}

/** Speeds in the airplane's own unit; everything else as it is. */
export const inUnit = (lane: KeelLane, value: number, speedUnit: string): number =>
  lane.parameter === 'airspeed' ? speedIn(value, speedUnit) : value;

/** The target as written under a lane's name. */
export function targetText(lane: KeelLane, speedUnit: string): string {
  if (lane.parameter === 'coordination') return 'centred';
  if (lane.parameter === 'heading') return compassText(lane.target);
  const unit = lane.parameter === 'airspeed' ? ` ${speedUnit}` : unitMark(lane.unit);
  return `${numberText(inUnit(lane, lane.target, speedUnit))}${unit}`;
}

/** An edge of the band, at so much from the target. */
export function edgeText(lane: KeelLane, value: number, speedUnit: string): string {
  if (lane.parameter === 'coordination') return value > 0 ? '½ L' : '½ R';
  if (lane.parameter === 'altitude') return signed(value);
  if (lane.parameter === 'heading') return compassText(lane.target + value);
  return numberText(inUnit(lane, lane.target, speedUnit) + inUnit(lane, value, speedUnit));
}

/** A heading as a compass shows it: 15° right of 360° is 015°. */
const compassText = (deg: number): string => `${heading((deg % 360) + (deg < 0 ? 360 : 0))}°`;

/** What the time axis covers: begun at a whole five seconds before the start, so that its marks are whole fives. */
export function axisSpan(attempt: AttemptScore, { timeS }: KeelTrace): { fromS: number; toS: number } {
  const fives = Math.ceil((attempt.startS - timeS[0]) / 5);
  return { fromS: attempt.startS - 5 * fives, toS: timeS[timeS.length - 1] };
}

/** A grid a lane, one time axis counted from the start of the attempt under the last of them. */
export function laneAxes(reaches: readonly number[], { fromS, toS }: Span, width: number, colours: Colours) {
  const marks = Math.max(2, Math.floor((width - LEFT - RIGHT) / MARK_PX));
  return {
    animation: false,
    grid: reaches.map((_, i) => ({ left: LEFT, right: RIGHT, top: TOP + i * LANE, height: LANE })),
    xAxis: reaches.map((_, i) => ({
      gridIndex: i,
      type: 'value' as const,
      min: fromS,
      max: toS,
      show: i === reaches.length - 1,
      position: 'bottom' as const,
      axisLine: { show: false },
      axisTick: { show: false },
      splitLine: { show: false },
      axisLabel: {
        color: colours.quiet,
        fontFamily: FONT,
        fontSize: 12.5,
        customValues: roundTimes({ fromS: Math.max(0, fromS), toS }, 0, Math.min(10, marks)),
        formatter: (value: number) => clock(value),
      },
      axisPointer: { show: false },
    })),
    yAxis: reaches.map((reach, i) => ({ gridIndex: i, min: -reach, max: reach, show: false })),
  };
}

/** The band, its edges, the straight line of the target and where phases begin, for the first series of a lane. */
export const bandMarks = (colours: Colours, attempt: AttemptScore) => ({
  markArea: {
    silent: true,
    itemStyle: { color: colours.band },
    data: [[{ yAxis: -1 }, { yAxis: 1 }]],
  },
  markLine: {
    silent: true,
    symbol: 'none',
    label: { show: false },
    data: [
      { yAxis: 0, lineStyle: { color: colours.ink, width: 1.4, type: 'solid' as const } },
      { yAxis: 1, lineStyle: { color: colours['band-edge'], width: 1, type: 'dotted' as const } },
      { yAxis: -1, lineStyle: { color: colours['band-edge'], width: 1, type: 'dotted' as const } },
      ...attempt.phases.map((phase) => ({
        xAxis: phase.startS - attempt.startS,
        lineStyle: { color: colours.rule, width: 1, type: 'solid' as const },
      })),
    ],
  },
});
