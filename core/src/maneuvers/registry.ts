/** Every maneuver there is, in the order in which they are learned. Adding one adds a room and a line to the list. */
import { InputError } from '../errors.ts';
import type { Fault } from '../kits/attempt/fault.ts';
import type { Room } from '../kits/attempt/room.ts';
import { bestGlide } from './best-glide/index.ts';
import { clearingTurns } from './clearing-turns/index.ts';
import { climb } from './climb/index.ts';
import { climbingTurn } from './climbing-turn/index.ts';
import { configurationChange } from './configuration-change/index.ts';
import { coordinationRolls } from './coordination-rolls/index.ts';
import { descendingTurn } from './descending-turn/index.ts';
import { descent } from './descent/index.ts';
import { glidingTurn } from './gliding-turn/index.ts';
import { levelTurn } from './level-turn/index.ts';
import { powerOffStall } from './power-off-stall/index.ts';
import { powerOnStall } from './power-on-stall/index.ts';
import { slippingDescentTurn } from './slipping-descent-turn/index.ts';
import { slowFlight } from './slow-flight/index.ts';
import { stallDemonstration } from './stall-demonstration/index.ts';
import { stallSeries } from './stall-series/index.ts';
import { standardRateTurn } from './standard-rate-turn/index.ts';
import { steepTurn } from './steep-turn/index.ts';
import { straightAndLevel } from './straight-and-level/index.ts';
import { trimDemonstration } from './trim-demonstration/index.ts';

const DECLARED = [
  straightAndLevel,
  trimDemonstration,
  configurationChange,
  climb,
  descent,
  coordinationRolls,
  clearingTurns,
  levelTurn,
  standardRateTurn,
  climbingTurn,
  descendingTurn,
  glidingTurn,
  slippingDescentTurn,
  slowFlight,
  powerOffStall,
  powerOnStall,
  stallSeries,
  stallDemonstration,
  steepTurn,
  bestGlide,
] as const;
type Declared = (typeof DECLARED)[number];

export type ManeuverId = Declared['id'];
export type VariantId = Declared['variants'][number];
export type PhaseName = Declared['phases'][number];
type FindingsOf<R> = R extends {
  id: infer Id extends string;
  faults: readonly Fault<infer Name extends string>[];
}
  ? `${Id}/${Name}`
  : never;
export type FindingId = FindingsOf<Declared>;

/** A room as everything but the rooms themselves sees it. */
export type ManeuverRoom = Room<ManeuverId, VariantId, PhaseName> & { id: ManeuverId };
export const rooms = DECLARED as unknown as readonly ManeuverRoom[];

export const MANEUVER_IDS = rooms.map(({ id }) => id) as [ManeuverId, ...ManeuverId[]];
/** What a lesson is about where nothing else says it. */
export const USUAL_MANEUVER: ManeuverId = steepTurn.id;

export const findRoom = (id: string): ManeuverRoom | undefined => rooms.find((room) => room.id === id);

/** @throws InputError naming the ids that there are. */
export function requireRoom(id: string): ManeuverRoom {
  const room = findRoom(id);
  if (!room) throw new InputError('maneuver', { id: String(id), known: MANEUVER_IDS.join(', ') });
  return room;
}

/** Every finding's id. */
export const FINDING_IDS: readonly FindingId[] = rooms.flatMap(({ id, faults }) =>
  faults.map(({ name }) => `${id}/${name}` as FindingId),
);

/** Every habit that a synthetic pilot can have: the id of the finding that it should lead to. */
export const HABITS: readonly FindingId[] = rooms.flatMap(({ id, pilot }) =>
  pilot.habits.map((name) => `${id}/${name}` as FindingId),
);
