/**
 * Why a height was lost or gained: the one place that decides, from the kind of flying, its phase and the energy. One cause at a
 * time, and never that of another maneuver. Figures and rules are common practice.
 */
import { type Coded, codesOf, type None } from '../coded.ts';
import { loadFactor } from '../mechanics/turning.ts';
import type { EnergyCause } from './energy.ts';

/** `slow`: near the stall, where power holds the height; `turn`: banked; `straight`: neither. */
export type Flying = 'slow' | 'turn' | 'straight';

export interface HeightLeft {
  flying: Flying;
  /** The phase at the peak, by its name. */
  phase?: string;
  cause: EnergyCause;
  /** Signed: below or above what was wanted, ft. */
  offFt: number;
  bankDeg: number;
  /** Recorded load about the peak, g; NaN where none is. */
  loadG: number;
  /** Slower than the target by, kt; negative is faster. */
  slowKt: number;
}

/** The load that a bank asks for, and what it had where that was recorded. */
export interface LoadAsked {
  bankDeg: number;
  neededG: number;
  loadG?: number;
}

export interface HeightCauses {
  'slow-sink-in-recovery': None;
  'slow-sink-by-pitch': None;
  'slow-sink-less-energy': None;
  'slow-sink-speeding': None;
  'slow-rise-in-recovery': None;
  'slow-rise-by-power': None;
  'slow-rise-by-pitch': None;
  'turn-sink-by-pitch': LoadAsked;
  'turn-sink-less-energy': LoadAsked;
  'turn-sink-nose-low': LoadAsked;
  'turn-rise-slow': None;
  'turn-rise-by-pitch': None;
  'turn-rise-by-power': None;
  'straight-sink-less-energy': None;
  'straight-sink-by-pitch': None;
  'straight-rise-by-power': None;
  'straight-rise-by-pitch': None;
}
const because = codesOf<HeightCauses>();

/** Slower than this in a climbing turn, the nose is too high whatever else. */
const SLOW_KT = 5;

export function heightCause(left: HeightLeft): Coded {
  const low = left.offFt < 0;
  if (left.flying === 'slow') return low ? sinkSlow(left) : riseSlow(left);
  if (left.flying === 'turn') return low ? sinkInTurn(left) : riseInTurn(left);
  return low ? sinkStraight(left) : riseStraight(left);
}

function sinkSlow({ cause, phase }: HeightLeft): Coded {
  if (phase === 'recovery') return because('slow-sink-in-recovery');
  if (cause === 'pitch') return because('slow-sink-by-pitch');
  return because(cause === 'less-energy' ? 'slow-sink-less-energy' : 'slow-sink-speeding');
}

function riseSlow({ cause, phase }: HeightLeft): Coded {
  if (phase === 'recovery' || phase === 'settle') return because('slow-rise-in-recovery');
  return because(cause === 'more-energy' ? 'slow-rise-by-power' : 'slow-rise-by-pitch');
}

function sinkInTurn({ cause, bankDeg, loadG }: HeightLeft): Coded {
  const load = { bankDeg, neededG: loadFactor(bankDeg), ...(!Number.isNaN(loadG) && { loadG }) };
  if (cause === 'pitch') return because('turn-sink-by-pitch', load);
  return because(cause === 'less-energy' ? 'turn-sink-less-energy' : 'turn-sink-nose-low', load);
}

function riseInTurn({ cause, slowKt }: HeightLeft): Coded {
  if (slowKt > SLOW_KT || cause === 'less-energy') return because('turn-rise-slow');
  return because(cause === 'pitch' ? 'turn-rise-by-pitch' : 'turn-rise-by-power');
}

const sinkStraight = ({ cause }: HeightLeft): Coded =>
  because(cause === 'less-energy' ? 'straight-sink-less-energy' : 'straight-sink-by-pitch');

const riseStraight = ({ cause }: HeightLeft): Coded =>
  because(cause === 'more-energy' ? 'straight-rise-by-power' : 'straight-rise-by-pitch');
