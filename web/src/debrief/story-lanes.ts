/** How the lanes of a story are named, measured and written. */
import { rowAt, type StoryLane } from '@keel/core';
import { numberText, signed, speedIn } from '../parts/format.ts';

export type Scale = (atS: number) => number;

export const LANE_NAMES: Record<StoryLane['name'], string> = {
  airspeed: 'Airspeed',
  pitch: 'Nose',
  altitude: 'Altitude',
  power: 'Power',
  flaps: 'Flaps',
  elevator: 'Elevator',
  aileron: 'Aileron',
  ball: 'Ball',
  'vertical-speed': 'Vertical speed',
};

const THIN: readonly StoryLane['name'][] = ['flaps', 'elevator', 'aileron', 'ball'];

/** What tells most has most room. */
export const laneHeight = (name: StoryLane['name'], tall: boolean): number =>
  THIN.includes(name) ? 44 : tall ? (name === 'power' ? 56 : 84) : 52;

export function unitText({ name, unit }: StoryLane, speedUnit: string): string {
  if (name === 'airspeed') return speedUnit;
  if (name === 'pitch') return '° to the horizon';
  if (name === 'elevator') return 'back is up';
  return unit === 'deg' ? 'degrees' : unit;
}

/** The value under the cursor, with its unit. */
export function textAt(lane: StoryLane, timeS: readonly number[], atS: number, speedUnit: string): string {
  const value = lane.values[rowAt(timeS as number[], atS)];
  if (value === null || value === undefined) return '';
  switch (lane.name) {
    case 'airspeed':
      return `${numberText(speedIn(value, speedUnit))} ${speedUnit}`;
    case 'pitch':
      return `${signed(value)}°`;
    case 'flaps':
      return `${numberText(value)}°`;
    case 'ball':
      return `${signed(value, 2)} g`;
    case 'elevator':
    case 'aileron':
      return signed(100 * value);
    default:
      return `${numberText(value)}${lane.unit ? ` ${lane.unit}` : ''}`;
  }
}
