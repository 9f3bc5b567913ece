/** Repeatable randomness: the same seed gives the same numbers everywhere (mulberry32, a public-domain generator). */
export interface Random {
  /** In [0, 1). */
  uniform(): number;
  /** Mean 0, standard deviation 1 (Box–Muller). */
  gaussian(): number;
}

export function seededRandom(seed: number): Random {
  let state = seed >>> 0;
  const uniform = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const gaussian = () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
  return { uniform, gaussian };
}
