/**
 * Who grades kinder or harder than the others, from attempts that several graded without seeing each other's grades. All instructors
 * are tested together: without a difference, anyone at all is named in one of twenty such rounds.
 */
import { type Random, seededRandom } from '../flight/random.ts';
import { mean } from '../units/numbers.ts';
import { bootstrapInterval, CONFIDENCE, type Interval } from './bootstrap.ts';

export interface BlindGrade {
  attempt: string;
  instructor: string;
  grade: number;
}

interface Lean {
  instructor: string;
  /** Attempts that at least one other graded as well. */
  attempts: number;
  /** Mean of their grade less that of the others on the same attempt: above nought is kinder. Null where they are too few. */
  lean: number | null;
  interval: Interval | null;
  /** The chance that anyone would lean as far by luck alone. */
  p: number | null;
  told: boolean;
}

/** Of fewer attempts graded with others nothing is said of an instructor. */
export const LEAST_BLIND = 8;
const SHUFFLES = 2000;

/** An attempt's grades, and whose each is. */
interface Block {
  grades: number[];
  whose: string[];
}

export function leansOf(given: readonly BlindGrade[]): Lean[] {
  const blocks = blocksOf(given);
  const everyone = [...new Set(given.map(({ instructor }) => instructor))].sort();
  const heard = (instructor: string) =>
    blocks.filter(({ whose }) => whose.includes(instructor)).length >= LEAST_BLIND;
  const tested = new Set(everyone.filter(heard));
  const told = new Map<string, number>();
  const p = new Map<string, number>();
  // Whoever leans most is told first and left out then: the others are measured without them.
  for (let rest = new Set(tested); rest.size > 1; ) {
    const among = onlyOf(blocks, (one) => !told.has(one));
    const chances = chancesOf(among, [...rest]);
    for (const [one, chance] of chances) if (!told.has(one)) p.set(one, Math.max(chance, ...told.values()));
    const [first] = [...chances].sort((a, b) => a[1] - b[1]);
    if (!first || first[1] > 1 - CONFIDENCE) break;
    told.set(first[0], first[1]);
    rest = new Set([...rest].filter((one) => one !== first[0]));
  }
  return everyone.map((instructor): Lean => {
    const own = onlyOf(blocks, (one) => one === instructor || !told.has(one)).filter(({ whose }) =>
      whose.includes(instructor),
    );
    const off = own.map((block) => offOthers(block, block.whose.indexOf(instructor)));
    const enough = tested.has(instructor) && off.length >= LEAST_BLIND;
    return {
      instructor,
      attempts: off.length,
      lean: enough ? mean(off) : null,
      interval: enough ? bootstrapInterval(off, mean) : null,
      p: enough ? (p.get(instructor) ?? null) : null,
      told: told.has(instructor),
    };
  });
}

function blocksOf(given: readonly BlindGrade[]): Block[] {
  const blocks = new Map<string, Block>();
  for (const { attempt, instructor, grade } of given) {
    const block = blocks.get(attempt) ?? { grades: [], whose: [] };
    block.grades.push(grade);
    block.whose.push(instructor);
    blocks.set(attempt, block);
  }
  return [...blocks.values()].filter(({ grades }) => grades.length > 1);
}

const onlyOf = (blocks: readonly Block[], counts: (instructor: string) => boolean): Block[] =>
  blocks
    .map(({ grades, whose }) => ({
      grades: grades.filter((_, i) => counts(whose[i])),
      whose: whose.filter(counts),
    }))
    .filter(({ grades }) => grades.length > 1);

function offOthers({ grades }: Block, i: number): number {
  const sum = grades.reduce((total, grade) => total + grade, 0);
  return grades[i] - (sum - grades[i]) / (grades.length - 1);
}

/**
 * Without a difference it is luck who of an attempt's graders gave which of its grades: they are dealt anew many times (P. Good,
 * Permutation Tests, 1994), and each time the one who leans most is kept, in units of what luck gives to each.
 */
function chancesOf(blocks: readonly Block[], instructors: readonly string[]): Map<string, number> {
  const random = seededRandom(1);
  const place = new Map(instructors.map((one, i) => [one, i]));
  const seen = leansIn(blocks, place);
  const dealt = Array.from({ length: SHUFFLES }, () => leansIn(blocks, place, random));
  const spread = instructors.map((_, i) => Math.sqrt(mean(dealt.map((leans) => leans[i] ** 2))));
  const size = (leans: readonly number[], i: number) => (spread[i] > 0 ? Math.abs(leans[i]) / spread[i] : 0);
  const most = dealt.map((leans) => Math.max(...leans.map((_, i) => size(leans, i))));
  return new Map(
    instructors.map((one, i) => [
      one,
      (1 + most.filter((luck) => luck >= size(seen, i) - 1e-9).length) / (1 + SHUFFLES),
    ]),
  );
}

/** Each one's mean lean; with a `random`, after each attempt's grades were dealt anew among its graders. */
function leansIn(blocks: readonly Block[], place: ReadonlyMap<string, number>, random?: Random): number[] {
  const sums = new Float64Array(place.size);
  const counts = new Float64Array(place.size);
  for (const { grades, whose } of blocks) {
    const dealt = random ? shuffled(grades, random) : grades;
    const sum = dealt.reduce((total, grade) => total + grade, 0);
    for (let i = 0; i < dealt.length; i++) {
      const at = place.get(whose[i]);
      if (at === undefined) continue;
      sums[at] += dealt[i] - (sum - dealt[i]) / (dealt.length - 1);
      counts[at]++;
    }
  }
  return Array.from(sums, (sum, i) => (counts[i] > 0 ? sum / counts[i] : 0));
}

function shuffled(values: readonly number[], random: Random): number[] {
  const dealt = [...values];
  for (let i = dealt.length - 1; i > 0; i--) {
    const j = Math.floor(random.uniform() * (i + 1));
    [dealt[i], dealt[j]] = [dealt[j], dealt[i]];
  }
  return dealt;
}

interface KindLean extends Lean {
  kind: string;
}

/** The same for each kind of attempt apart: every instructor and kind are tested together, so that few are told. */
export function leansByKind(given: readonly (BlindGrade & { kind: string })[]): KindLean[] {
  const separator = '\u0000';
  const leans = leansOf(
    given.map(({ kind, ...one }) => ({ ...one, instructor: `${kind}${separator}${one.instructor}` })),
  );
  return leans.map(({ instructor: both, ...lean }): KindLean => {
    const [kind, instructor] = both.split(separator);
    return { ...lean, instructor, kind };
  });
}
