/** Speeds of the pattern and the climb, KIAS: the airplane file's, else the usual multiples of the stall. */
import type { Airplane } from '../airplane/schema.ts';

export const rotateKiasOf = ({ rotateKias, vs1Kias }: Airplane): number =>
  rotateKias ?? Math.round(1.12 * vs1Kias);

export const climbKiasOf = ({ vyKias, vs1Kias }: Airplane): number => vyKias ?? 1.5 * vs1Kias;

export const approachKiasOf = ({ approachKias, vs0Kias }: Airplane): number => approachKias ?? 1.3 * vs0Kias;
