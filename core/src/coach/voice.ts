/**
 * One voice: of all that could be said now, at most one word. Safety first, then what is furthest out, then the step,
 * then silence; once, and again only when it got worse or after a while; never what undoes what was just said.
 */
import { isForbidden, type Meaning, type Never, opposes } from '../kits/coach/meaning.ts';
import type { Situation, Step } from '../kits/coach/part.ts';
import type { Quantities } from '../kits/coach/quantities.ts';
import { shows, sizeOf } from '../kits/coach/sign.ts';

export type WordLevel = 'safety' | 'now' | 'step' | 'good' | 'look';

export interface Word {
  id: string;
  says: string;
  means: readonly Meaning[];
  level: WordLevel;
  /** When it was begun to be said. */
  fromS: number;
}

/** A word stands while its sign does, at most so long. */
const STANDS_S = 4;
/** So long after its sign has gone it may still be read. */
const HANGS_S = 0.8;
const AGAIN_S = 6;
/** Nothing is said of what lasts no longer. */
const USUAL_FOR_S = 0.3;
/** So much worse is worth saying again at once. */
const WORSE = 1.5;
const OPPOSITE_S = 5;
const STEP_STANDS_S = 3;
const GOOD_STANDS_S = 2;
/** Said too often it is worth nothing. */
const GOOD_EVERY_S = 15;
const LOOK_EVERY_S = 28;
const LOOK_STANDS_S = 2;

export interface Heard {
  timeS: number;
  values: Quantities;
  /** Names of the faults that are beyond the coach's edge. */
  faults: ReadonlySet<string>;
  step: Step;
  stepChanged: boolean;
  /** Nobody knows what is being flown: safety alone is said. */
  lost: boolean;
  /** Shown by somebody else: the names of the steps alone. */
  shown: boolean;
}

export interface Voice {
  /** What may not be said at this moment. */
  never: readonly Never[];
  speak(heard: Heard): Word | null;
  /** A new maneuver: what may be said once may be said again. */
  fresh(): void;
  /** Says nothing, and forgets what it was about to say. */
  hush(): void;
}

const phaseOf = (step: Step): string => step.phase ?? step.id;

export function openVoice(
  situations: readonly Situation[],
  words: Readonly<Record<string, string>> = {},
): Voice {
  const since = new Map<string, number>();
  const said = new Map<string, { atS: number; size: number }>();
  const once = new Set<string>();
  let word: Word | null = null;
  let undone: { means: readonly Meaning[]; atS: number } | null = null;
  let stepSaid: { step: Step; fromS: number } | null = null;
  let corrected: number | null = null;
  let signS = Number.NEGATIVE_INFINITY;
  let praisedS = Number.NEGATIVE_INFINITY;
  let lookedS = Number.NaN;

  function say(next: Omit<Word, 'fromS'>, timeS: number): Word {
    if (word?.id === next.id) return word;
    return { ...next, says: words[next.id] ?? next.says, fromS: timeS };
  }

  function speak(heard: Heard): Word | null {
    const { timeS, values, faults, step, lost, shown } = heard;
    const phase = phaseOf(step);
    const never: Never[] = [];
    const candidates: { situation: Situation; size: number }[] = [];
    for (const situation of situations) {
      const { during, when, fault, unless } = situation;
      const inPhase = (!during || (!lost && during.includes(phase))) && !(unless && shows(unless, values));
      const isSo = (inPhase && when && shows(when, values)) || (fault !== undefined && faults.has(fault));
      if (!isSo) {
        since.delete(situation.id);
        continue;
      }
      if (lost && !situation.safety) continue;
      const fromS = since.get(situation.id) ?? timeS;
      since.set(situation.id, fromS);
      never.push(...situation.never);
      if (situation.says && timeS - fromS >= (situation.forS ?? (situation.safety ? 0 : USUAL_FOR_S)) - 1e-6)
        candidates.push({ situation, size: when ? sizeOf(when, values) : 1 });
    }
    voice.never = never;
    word = shown ? nameOf(heard) : choose(heard, candidates, never);
    if (word && word.level !== 'look' && word.level !== 'step') undone = { means: word.means, atS: timeS };
    return word;
  }

  /** It stands as long as its step does. */
  const nameOf = ({ step, timeS }: Heard): Word => {
    const id = `step/${step.id}`;
    if (word?.id === id && word.says === step.name) return word;
    return { id, says: step.name, means: [], level: 'step', fromS: timeS };
  };

  function choose(
    heard: Heard,
    candidates: readonly { situation: Situation; size: number }[],
    never: readonly Never[],
  ): Word | null {
    const { timeS, step } = heard;
    const safety = candidates.find(({ situation }) => situation.safety)?.situation;
    if (safety) {
      corrected = null;
      return say({ id: safety.id, says: safety.says!, means: safety.means ?? [], level: 'safety' }, timeS);
    }
    const lapses = candidates
      .filter(
        ({ situation }) =>
          !isForbidden(
            situation.means ?? [],
            never.filter((one) => !situation.never.includes(one)),
          ),
      )
      .filter(({ situation }) => !undoes(situation.means ?? [], timeS))
      .sort((a, b) => b.size - a.size);
    const standing = lapses.find(({ situation }) => situation.id === word?.id);
    if (standing && word && timeS - word.fromS < STANDS_S) {
      keep(standing);
      signS = timeS;
      return word;
    }
    for (const lapse of lapses) {
      const { situation, size } = lapse;
      const before = said.get(situation.id);
      if ((situation.once || situation.prompt) && once.has(situation.id)) continue;
      if (before && timeS - before.atS < AGAIN_S && size < WORSE * before.size) continue;
      once.add(situation.id);
      said.set(situation.id, { atS: timeS, size });
      signS = timeS;
      if (!situation.once && !situation.prompt) corrected = timeS;
      const level = situation.prompt ? 'step' : 'now';
      return say({ id: situation.id, says: situation.says!, means: situation.means ?? [], level }, timeS);
    }
    if (
      word?.level === 'now' &&
      timeS - signS < HANGS_S &&
      timeS - word.fromS < STANDS_S &&
      !isForbidden(word.means, never)
    )
      return word;
    return good(heard, candidates, never) ?? stepWord(heard, never) ?? look(timeS, step, never);
  }

  const undoes = (means: readonly Meaning[], timeS: number): boolean =>
    undone !== null && timeS - undone.atS < OPPOSITE_S && opposes(means, undone.means);

  function keep({ situation }: { situation: Situation }): void {
    const before = said.get(situation.id);
    if (before) before.atS = Math.max(before.atS, word!.fromS);
  }

  /** What was put right is said, once. */
  function good(
    { timeS, values, step }: Heard,
    candidates: readonly unknown[],
    never: readonly Never[],
  ): Word | null {
    if (word?.id === 'good' && timeS - word.fromS < GOOD_STANDS_S && !isForbidden(['GOOD'], never))
      return word;
    if (step.busy || corrected === null || candidates.length > 0 || isForbidden(['GOOD'], never)) return null;
    if (timeS - corrected > 20) corrected = null;
    else if (timeS - corrected > 2.5 && isWithin(values)) {
      corrected = null;
      if (timeS - praisedS < GOOD_EVERY_S) return null;
      praisedS = timeS;
      return say({ id: 'good', says: 'Good. Hold that.', means: ['GOOD'], level: 'good' }, timeS);
    }
    return null;
  }

  function stepWord({ timeS, step, stepChanged }: Heard, never: readonly Never[]): Word | null {
    if (stepChanged || stepSaid?.step !== step) stepSaid = { step, fromS: timeS };
    if (timeS - stepSaid.fromS > STEP_STANDS_S || isForbidden(step.means, never)) return null;
    return say({ id: `step/${step.id}`, says: step.does, means: step.means, level: 'step' }, timeS);
  }

  function look(timeS: number, step: Step, never: readonly Never[]): Word | null {
    if (Number.isNaN(lookedS)) lookedS = timeS;
    if (step.busy || isForbidden(['LOOK'], never)) return null;
    if (word?.id === 'look' && timeS - word.fromS < LOOK_STANDS_S) return word;
    if (timeS - lookedS < LOOK_EVERY_S) return null;
    lookedS = timeS;
    return say({ id: 'look', says: 'Look out.', means: ['LOOK'], level: 'look' }, timeS);
  }

  const voice: Voice = {
    never: [],
    speak,
    fresh() {
      once.clear();
      said.clear();
      corrected = null;
    },
    hush() {
      word = null;
      corrected = null;
      since.clear();
    },
  };
  return voice;
}

/** Everything that is aimed at is well inside its band, and stays there. */
const isWithin = ({ altitudeUsed, speedUsed, bankOffDeg, verticalFpm }: Quantities): boolean =>
  !(Math.abs(altitudeUsed) > 0.6) &&
  !(Math.abs(speedUsed) > 0.6) &&
  !(Math.abs(bankOffDeg) > 4) &&
  !(Number.isFinite(altitudeUsed) && Math.abs(verticalFpm) > 350);
