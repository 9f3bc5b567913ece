/** Airspeeds above a limit of the airplane, from recorded airspeed alone: what is worked out from positions accuses nobody. */
import type { Score } from '../debrief/score.ts';

interface Exceeded {
  finding: string;
  atS: number;
  kias: number;
  limitKias: number;
}

/** By the last part of a finding's name, what holds its limit. */
const LIMITS: Readonly<Record<string, string>> = { 'flap-overspeed': 'limitKt', 'never-exceed': 'vneKias' };

/** In the order flown. */
export function exceededIn({ recording, flight, attempts }: Score): Exceeded[] {
  if (recording.channels.ias_kt?.source !== 'measured') return [];
  const found = [...attempts.flatMap(({ findings }) => findings), ...(flight?.findings ?? [])];
  return found
    .flatMap(({ id, severity, startS, params }): Exceeded[] => {
      const limit = LIMITS[id.slice(id.indexOf('/') + 1)];
      const [kias, limitKias] = [Number(params?.kias), Number(params?.[limit ?? ''])];
      // A gust past a flap's limit is a note, and no overspeed.
      if (!limit || severity === 'note' || !(kias > limitKias)) return [];
      return [{ finding: id, atS: startS, kias, limitKias }];
    })
    .sort((a, b) => a.atS - b.atS);
}
