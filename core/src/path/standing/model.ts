/**
 * A skill as an estimate with its uncertainty. The state is the margin m = −ln(worst tolerance used) that the pilot flies with on
 * an average day; each day adds a luck of its own, each attempt another. Practice moves it toward what a skill settles at, weeks
 * away take from it. How fast one learns and how much days and attempts differ is not known beforehand: a small bank of filters
 * holds one answer each, and what was flown says which to believe. The model is written down in docs/standing.md.
 */

import { daysApart } from './days-apart.ts';
import { counted, countsAgainst, type FlownAttempt, marginOf, passed } from './evidence.ts';
import { normalCdf, normalPdf, normalQuantile } from './normal.ts';

export interface ModelFigures {
  /** Before anything was flown: the margin, and how widely students differ. */
  start: number;
  startSd: number;
  /** What practice leads to, and by which share of the way a day of practice brings one there: the candidates. */
  settles: number;
  learning: readonly number[];
  /** Luck of a day and of an attempt, one standard deviation each: the candidates. */
  lucks: readonly (readonly [daySd: number, attemptSd: number])[];
  /** How often a day of practice brings one there at once: it was understood. */
  leap: number;
  /** Days to come differ by more than those few that were seen. */
  luckBeyond: number;
  /** How much a day of practice may move the state otherwise. */
  wanderSd: number;
  /** Lost a week away, after the first; at most; and how well that is known, as a share of itself. */
  fadePerWeek: number;
  fadeMost: number;
  fadeSpread: number;
  /** How far beyond the edge the judge forgives, as a margin: the candidates, how likely each is, and how blurred that line is. */
  lines: readonly (readonly [line: number, weight: number])[];
  lineBlur: number;
  /** How often an attempt fails for what no band shows, over so many attempts as this counts for. */
  lapse: number;
  lapseWeight: number;
  /**
   * How far students move by ways that the model has not: one standard deviation of the margin that every interval carries
   * besides. By students of worlds that no other figure was chosen by.
   */
  modelDoubt: number;
  /** An instructor’s grade read as a margin, and its noise. */
  gradeMargins: readonly [number, number, number, number];
  gradeSd: number;
}

/** Common practice and no source: written before any school’s data, and replaced by them where there are enough. */
export const PRIOR: ModelFigures = {
  start: -0.4,
  startSd: 0.6,
  settles: 0.65,
  learning: [0.03, 0.1, 0.22],
  lucks: [
    [0.08, 0.14],
    [0.12, 0.26],
    [0.24, 0.2],
    [0.2, 0.4],
    [0.35, 0.35],
    [0.3, 0.6],
  ],
  leap: 0.07,
  luckBeyond: 1.1,
  wanderSd: 0.075,
  fadePerWeek: 0.05,
  fadeMost: 0.8,
  fadeSpread: 0.6,
  lines: [
    [0, 3],
    [-0.06, 3],
    [-0.12, 2],
    [-0.2, 1],
  ],
  lineBlur: 0.04,
  lapse: 0.015,
  lapseWeight: 20,
  modelDoubt: 0.17,
  gradeMargins: [-0.9, -0.35, 0.15, 0.5],
  gradeSd: 0.45,
};

/** What is believed of a skill after its last practice: enough to say the chance on any later day. */
export interface SkillState {
  /** The margin on an average day, and how well it is known. */
  margin: number;
  sd: number;
  /** How much single attempts on new days differ, one standard deviation. */
  luckSd: number;
  /** Where the judge draws the line. */
  line: number;
  /** How often an attempt fails for what no band shows. */
  lapse: number;
  /** The last day of practice, ISO 8601. */
  lastDay: string;
  /** The share of the way that a day of practice brings: for what is to come. */
  learning: number;
}

export interface Chance {
  p: number;
  /** 80 % interval. */
  low: number;
  high: number;
}

const daysBetween = (from: string, to: string): number => Math.max(0, daysApart(from, to));

/** What weeks without practice take. @returns the loss as a margin and its own uncertainty, one standard deviation. */
export function fade(days: number, figures: ModelFigures): { loss: number; sd: number } {
  const weeks = Math.max(0, days / 7 - 1);
  const loss = figures.fadeMost * (1 - Math.exp((-weeks * figures.fadePerWeek) / figures.fadeMost));
  return { loss, sd: loss * figures.fadeSpread };
}

/** One filter: a normal belief of (margin, the day’s luck), and how well it foresaw what came. */
class Filter {
  margin: number;
  luck = 0;
  /** Variances and covariance. */
  varMargin: number;
  varLuck = 0;
  covariance = 0;
  logWeight = 0;

  constructor(
    readonly figures: ModelFigures,
    readonly learning: number,
    readonly daySd: number,
    readonly attemptSd: number,
  ) {
    this.margin = figures.start;
    this.varMargin = figures.startSd ** 2;
  }

  away(days: number): void {
    const { loss, sd } = fade(days, this.figures);
    this.margin -= loss;
    this.varMargin += sd ** 2;
  }

  newDay(): void {
    this.luck = 0;
    this.varLuck = this.daySd ** 2;
    this.covariance = 0;
  }

  practised(): void {
    const keep = 1 - this.learning;
    // Nobody unlearns by practice: who is beyond where most settle stays.
    if (this.margin < this.figures.settles) {
      this.margin = keep * this.margin + this.learning * this.figures.settles;
      this.varMargin *= keep ** 2;
    }
    this.varMargin += this.figures.wanderSd ** 2;
  }

  /** A figure of this attempt’s own margin, with noise. */
  saw(value: number, noiseSd: number): void {
    const spread = this.spread();
    const total = spread + noiseSd ** 2;
    const off = value - this.margin - this.luck;
    this.logWeight += -0.5 * (Math.log(total) + off ** 2 / total);
    this.moved((off * spread) / total, (spread * noiseSd ** 2) / total);
  }

  /** Only on which side of a line it was. */
  sawSide(line: number, above: boolean, noiseSd: number): void {
    const spread = this.spread();
    const total = Math.sqrt(spread + noiseSd ** 2);
    const sign = above ? 1 : -1;
    const z = (sign * (this.margin + this.luck - line)) / total;
    const chance = Math.max(1e-9, normalCdf(z));
    this.logWeight += Math.log(chance);
    const ratio = normalPdf(z) / chance;
    const shift = (sign * spread * ratio) / total;
    this.moved(shift, Math.max(1e-6, spread - (spread ** 2 * ratio * (z + ratio)) / total ** 2));
  }

  private spread(): number {
    return this.varMargin + this.varLuck + 2 * this.covariance;
  }

  /** The belief of margin + luck moved by `shift` to the variance `after`: its parts follow by their share. */
  private moved(shift: number, after: number): void {
    const spread = this.spread();
    const ofMargin = (this.varMargin + this.covariance) / spread;
    const ofLuck = (this.varLuck + this.covariance) / spread;
    const less = spread - after;
    this.margin += ofMargin * shift;
    this.luck += ofLuck * shift;
    this.varMargin -= ofMargin ** 2 * less;
    this.varLuck -= ofLuck ** 2 * less;
    this.covariance -= ofMargin * ofLuck * less;
  }
}

/**
 * What is believed after each day of practice.
 * @param evidence of one skill, in the order flown.
 * @returns by day; days before anything speaks for or against the student are left out.
 */
export function estimates(
  evidence: readonly FlownAttempt[],
  figures: ModelFigures = PRIOR,
): Map<string, SkillState> {
  const states = new Map<string, SkillState>();
  const practice = evidence.filter((one) => one.flownIn === 'airplane');
  const bank = figures.learning.flatMap((learning) =>
    figures.lucks.map(([daySd, attemptSd]) => new Filter(figures, learning, daySd, attemptSd)),
  );
  // The judge is the same all along: all that was flown tells where the line is.
  const speaking = practice.filter((one) => counted(one) || countsAgainst(one));
  const line = lineOf(speaking, figures);
  const lapse = lapseOf(speaking, figures);
  let before: string | undefined;
  let spoken = false;
  for (const day of [...new Set(practice.map((one) => one.day))]) {
    const today = speaking.filter((one) => one.day === day);
    spoken ||= today.length > 0;
    for (const filter of bank) {
      if (before !== undefined) filter.away(daysBetween(before, day));
      filter.newDay();
      for (const one of today) observe(filter, one, line, figures);
      // What a day taught shows on the next one.
      filter.practised();
    }
    if (spoken) states.set(day, collapse(bank, { line, lapse, lastDay: day }));
    before = day;
  }
  return states;
}

/** After the last day of practice; null where nothing says anything of the student’s own flying. */
export const estimate = (
  evidence: readonly FlownAttempt[],
  figures: ModelFigures = PRIOR,
): SkillState | null => [...estimates(evidence, figures).values()].at(-1) ?? null;

/** Where the judge draws the line: what passed beyond the edge tells, and what failed just beyond it. */
function lineOf(speaking: readonly FlownAttempt[], { lines, lineBlur, lapse }: ModelFigures): number {
  const telling = speaking.filter((one) => counted(one) && (one.toleranceUsed ?? 0) > 1);
  const weights = lines.map(([line, prior]) =>
    telling.reduce((weight, one) => {
      const passes = lapse + (1 - 1.5 * lapse) * normalCdf(((marginOf(one) ?? 0) - line) / lineBlur);
      return weight * (passed(one) ? passes : 1 - passes);
    }, prior),
  );
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return lines.reduce((sum, [line], i) => sum + (weights[i] / total) * line, 0);
}

/** How often an attempt inside every band failed all the same. */
function lapseOf(speaking: readonly FlownAttempt[], { lapse, lapseWeight }: ModelFigures): number {
  const inside = speaking.filter(
    (one) => counted(one) && one.toleranceUsed !== null && one.toleranceUsed <= 1,
  );
  const failed = inside.filter((one) => !passed(one)).length;
  return (lapse * lapseWeight + failed) / (lapseWeight + inside.length);
}

function observe(filter: Filter, one: FlownAttempt, line: number, figures: ModelFigures): void {
  const noise = rootOf(filter.attemptSd, figures.lineBlur);
  const margin = marginOf(one);
  if (!counted(one)) {
    // Alone it would have been no better than it was with help.
    filter.sawSide(Math.min(margin ?? line, line), false, noise);
    return;
  }
  if (margin === null) filter.sawSide(line, passed(one), noise);
  else filter.saw(margin, filter.attemptSd);
  if (one.grade) filter.saw(figures.gradeMargins[one.grade - 1], rootOf(figures.gradeSd, filter.attemptSd));
}

/** The bank as one normal belief: its mean and spread are the bank’s own. */
function collapse(
  bank: readonly Filter[],
  known: Pick<SkillState, 'line' | 'lapse' | 'lastDay'>,
): SkillState {
  const best = Math.max(...bank.map(({ logWeight }) => logWeight));
  const weights = bank.map(({ logWeight }) => Math.exp(logWeight - best));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const average = (value: (filter: Filter) => number): number =>
    bank.reduce((sum, filter, i) => sum + (weights[i] / total) * value(filter), 0);
  const margin = average((f) => f.margin);
  const sd = Math.sqrt(average((f) => f.varMargin + (f.margin - margin) ** 2));
  const luckSd =
    bank[0].figures.luckBeyond *
    Math.sqrt(average((f) => f.daySd ** 2 + f.attemptSd ** 2 + f.figures.lineBlur ** 2));
  return { ...known, margin, sd, luckSd, learning: average((f) => f.learning) };
}

/** The state as of a later day, with what the time away took. @param day ISO 8601. */
export function asOf(state: SkillState, day: string, figures: ModelFigures = PRIOR): SkillState {
  const { loss, sd } = fade(daysBetween(state.lastDay, day), figures);
  return { ...state, margin: state.margin - loss, sd: rootOf(state.sd, sd) };
}

/** As `Math.hypot`, which takes ten times as long: a list of everybody asks for tens of thousands. */
const rootOf = (a: number, b: number): number => Math.sqrt(a * a + b * b);

const TENTH = normalQuantile(0.1);

/** The chance that the next unaided attempt, on a day of its own, is to standard. */
export function chanceOf(
  { margin, sd, luckSd, line, lapse }: SkillState,
  { leap, settles, modelDoubt }: ModelFigures = PRIOR,
): Chance {
  const at = (value: number): number => normalCdf((value - line) / luckSd);
  const stays = normalCdf((margin - line) / rootOf(sd, luckSd));
  const p = (1 - lapse) * ((1 - leap) * stays + leap * Math.max(stays, at(settles)));
  const known = rootOf(sd, modelDoubt);
  return {
    p,
    // How often a lapse comes is itself known to a factor of two or so.
    low: (1 - 1.5 * lapse) * at(margin + TENTH * known),
    high: Math.max(p, (1 - lapse / 2) * at(margin - TENTH * known)),
  };
}
