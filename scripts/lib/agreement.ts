/**
 * Coach against debrief, fault by fault: of what Debrief found, how much the coach had seen as it came; of what the coach saw, how
 * much Debrief found. A detection counts whether or not the one voice had room to speak it.
 */
import {
  type Airplane,
  caseOf,
  findStandard,
  fleet,
  flyManeuver,
  InputError,
  isSeen,
  onsetIn,
  replayCoach,
  requireRoom,
  rooms,
  scoreWithTrack,
} from '@keel/core';

export interface Agreement {
  /** Found by Debrief; of those detected no later than a second after they were reached. */
  found: number;
  detected: number;
  /** Seen by the coach; of those found by Debrief. */
  seen: number;
  confirmed: number;
}

/** The coach is half a second behind by itself. */
const WITHIN_S = 1;

export interface Case {
  airplane: Airplane;
  maneuver: string;
  habit: string;
  seed: number;
}

export const agreementCases = (seeds: readonly number[], airplanes: readonly Airplane[] = fleet): Case[] =>
  rooms.flatMap(({ id: maneuver, pilot }) =>
    ['none', ...pilot.habits.map((name) => `${maneuver}/${name}`)].flatMap((habit) =>
      airplanes.flatMap((airplane) => seeds.map((seed) => ({ airplane, maneuver, habit, seed }))),
    ),
  );

/** Names of the live faults of one flight that Debrief reached and when, and that the coach saw and when. */
export function compared({ airplane, maneuver, habit, seed }: Case) {
  const variant = requireRoom(maneuver).pilot.habitVariants?.[habit.split('/')[1]];
  const { recording, card } = flyManeuver({ airplane, maneuver, habit, seed, ...(variant && { variant }) });
  const { track, attempts, score, context } = scoreWithTrack(recording, {
    standard: findStandard('faa-private')!,
    schoolStandard: findStandard('school-pre-solo')!,
    airplane,
    briefs: [card],
    clearsBeforeEach: true,
  });
  const live = requireRoom(maneuver).faults.filter(isSeen);
  const reached = new Map<string, number>();
  attempts.forEach((attempt, i) => {
    if (attempt.maneuver !== maneuver) return;
    const c = caseOf(track, attempt, context);
    for (const { name, seen } of live)
      if (score.attempts[i].findings.some(({ id }) => id === `${maneuver}/${name}`) && !reached.has(name))
        reached.set(name, onsetIn(seen, c).reachedS);
  });
  const seen = new Map<string, number>();
  replayCoach(recording, { card, airplane, clearsBeforeEach: true }, ({ faults, timeS }) => {
    for (const { name, reached: is } of faults) if (is && !seen.has(name)) seen.set(name, timeS);
  });
  // A steep turn has a spiral of its own: of the two one is named.
  for (const name of seen.keys()) if (seen.has(`${name}-dive`)) seen.delete(name);
  return { reached, seen, stepS: track.stepS };
}

export function agreementOf(
  cases: readonly Case[],
  each?: (one: Case, words: string) => void,
): Map<string, Agreement> {
  const all = new Map<string, Agreement>();
  const of = (id: string): Agreement => {
    const known = all.get(id) ?? { found: 0, detected: 0, seen: 0, confirmed: 0 };
    all.set(id, known);
    return known;
  };
  for (const one of cases) {
    let flown: ReturnType<typeof compared>;
    try {
      flown = compared(one);
    } catch (error) {
      // What an airplane cannot fly is no case.
      if (error instanceof InputError) continue;
      throw error;
    }
    const { reached, seen, stepS } = flown;
    for (const [name, atS] of reached) {
      const agreement = of(`${one.maneuver}/${name}`);
      agreement.found++;
      const seenS = seen.get(name);
      if (seenS !== undefined && seenS <= atS + WITHIN_S + stepS) agreement.detected++;
      else
        each?.(
          one,
          `${name}: reached at ${atS.toFixed(1)} s, ${seenS === undefined ? 'never seen' : `seen at ${seenS.toFixed(1)} s`}`,
        );
    }
    for (const [name, atS] of seen) {
      const agreement = of(`${one.maneuver}/${name}`);
      agreement.seen++;
      if (reached.has(name)) agreement.confirmed++;
      else each?.(one, `${name}: seen at ${atS.toFixed(1)} s, not found`);
    }
  }
  return all;
}

export const summed = (all: Iterable<Agreement>): Agreement => {
  const sum = { found: 0, detected: 0, seen: 0, confirmed: 0 };
  for (const one of all) for (const name of Object.keys(sum) as (keyof Agreement)[]) sum[name] += one[name];
  return sum;
};

const share = (of: number, all: number): string => (all === 0 ? '—' : `${((100 * of) / all).toFixed(1)} %`);

export function agreementLines(all: ReadonlyMap<string, Agreement>): string[] {
  const line = (name: string, { found, detected, seen, confirmed }: Agreement) =>
    `${name}: detected ${detected} of ${found} found (${share(detected, found)}), found ${confirmed} of ${seen} detected (${share(confirmed, seen)})`;
  const left = rooms.flatMap(({ id, faults }) =>
    faults.flatMap((one) =>
      isSeen(one)
        ? []
        : [`${id}/${one.name}: no live fault: ${'afterwards' in one.seen ? one.seen.afterwards : ''}`],
    ),
  );
  return [
    ...[...all].sort(([a], [b]) => (a < b ? -1 : 1)).map(([id, one]) => line(id, one)),
    ...left,
    line('all live faults', summed(all.values())),
  ];
}
