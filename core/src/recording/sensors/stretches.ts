/** Parts of a log in which neither the motion's rows nor the fixes have a hole: nothing is followed across one. */
import type { Fix, Samples } from './attitude-filter.ts';

export interface Stretch {
  samples: Samples;
  fixes: Fix[];
}

/** What the sensors do not tell for so long is lost; without a fix for so long the rotation runs away. */
const LOST_S = 1;
const UNHEARD_S = 15;
const SHORTEST_S = 45;
/** Faster than anybody taxies out of a parking place. */
const MOVES_MPS = 12;
const BESIDE_S = 15;

export function unbroken(samples: Samples, fixes: readonly Fix[]): Stretch[] {
  const { timeS } = samples;
  const stretches: Stretch[] = [];
  let from = 0;
  for (let i = 1; i <= timeS.length; i++) {
    if (i < timeS.length && timeS[i] - timeS[i - 1] <= LOST_S) continue;
    const within = moving(fixes.filter((fix) => fix.timeS >= timeS[from] && fix.timeS <= timeS[i - 1]));
    for (const heard of together(within))
      if (heard.at(-1)!.timeS - heard[0].timeS >= SHORTEST_S)
        stretches.push({ samples: part(samples, from, i), fixes: heard });
    from = i;
  }
  return stretches;
}

/** From shortly before it first moves to shortly after it last did: a parked airplane tells nothing of how the device looks. */
function moving(fixes: readonly Fix[]): readonly Fix[] {
  const moves = ({ north, east }: Fix) => Math.hypot(north, east) > MOVES_MPS;
  const [first, last] = [fixes.findIndex(moves), fixes.findLastIndex(moves)];
  if (first < 0) return [];
  const [fromS, toS] = [fixes[first].timeS - BESIDE_S, fixes[last].timeS + BESIDE_S];
  return fixes.filter(({ timeS }) => timeS >= fromS && timeS <= toS);
}

function together(fixes: readonly Fix[]): Fix[][] {
  const runs: Fix[][] = [];
  for (const fix of fixes) {
    const last = runs.at(-1)?.at(-1);
    if (last && fix.timeS - last.timeS <= UNHEARD_S) runs.at(-1)!.push(fix);
    else runs.push([fix]);
  }
  return runs;
}

const part = ({ timeS, force, rate }: Samples, from: number, to: number): Samples => {
  const three = ([x, y, z]: Samples['force']): Samples['force'] => [
    x.subarray(from, to),
    y.subarray(from, to),
    z.subarray(from, to),
  ];
  return { timeS: timeS.subarray(from, to), force: three(force), rate: three(rate) };
};
