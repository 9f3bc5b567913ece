/** Exact or defined conversion factors. SI is used where forces are computed, aviation units at the edges. */
export const KT_TO_MPS = 1852 / 3600;
export const FT_TO_M = 0.3048;
/** A nautical mile (1,852 m) in feet. */
export const FT_PER_NM = 1852 / FT_TO_M;
/** Feet a minute of a knot. */
export const FPM_PER_KT = 101.3;
export const MPH_PER_KT = 1852 / 1609.344;
export const LB_TO_KG = 0.45359237;
/** Standard gravity, m/s². */
export const G0_MPS2 = 9.80665;
/** Standard gravity in ft/s². */
export const G0_FTPS2 = G0_MPS2 / FT_TO_M;
/** One knot in ft/s. */
export const KT_TO_FTPS = KT_TO_MPS / FT_TO_M;

/** A speed in knots in the unit asked for. */
export const speedIn = (kt: number, unit: string): number => (unit === 'mph' ? kt * MPH_PER_KT : kt);
