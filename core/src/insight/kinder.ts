/**
 * Who grades kinder or harder than the others, from attempts that several graded without seeing each other's grades. All instructors
 * are tested together: without a difference, anyone at all is named in one of twenty such rounds.
 */
import { normalCdf } from '../path/standing/normal.ts';
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
    const chances = [...chancesOf(among, rest)].sort((a, b) => a[1] - b[1]);
    for (const [one, chance] of chances) p.set(one, Math.max(chance, ...told.values()));
    const [first] = chances;
    if (!first || first[1] > 1 - CONFIDENCE) break;
    told.set(...first);
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
 * Without a difference it is luck who of an attempt's graders gave which of its grades. Were they dealt anew in every way, the lean of
 * one grader in an attempt of n grades would have the mean 0 and the variance (n / (n − 1))² σ², σ² being that of the grades; the sum
 * over attempts is as good as normal (the moments of a permutation test: P. Good, Permutation Tests, 1994). All are tested together
 * after Z. Šidák, Journal of the American Statistical Association 62, 1967.
 * @returns the chance that anyone at all would lean as far by luck
 */
function chancesOf(blocks: readonly Block[], instructors: ReadonlySet<string>): Map<string, number> {
  const sums = new Map<string, { lean: number; variance: number }>();
  for (const block of blocks) {
    const { grades, whose } = block;
    const n = grades.length;
    const middle = mean(grades);
    const spread = mean(grades.map((grade) => (grade - middle) ** 2)) * (n / (n - 1)) ** 2;
    whose.forEach((one, i) => {
      if (!instructors.has(one)) return;
      const sum = sums.get(one) ?? { lean: 0, variance: 0 };
      sums.set(one, { lean: sum.lean + offOthers(block, i), variance: sum.variance + spread });
    });
  }
  return new Map(
    [...sums].map(([one, { lean, variance }]) => {
      const alone = variance > 0 ? 2 * (1 - normalCdf(Math.abs(lean) / Math.sqrt(variance))) : 1;
      return [one, 1 - (1 - alone) ** sums.size];
    }),
  );
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
