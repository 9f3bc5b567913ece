/** From words to evidence: which pieces of a sentence about an attempt name a moment of it, and which moment. */
import type { AttemptScore } from './score.ts';
import { PARAMETER_NAMES } from './words.ts';

export interface SentencePiece {
  text: string;
  /** The moment that it rests on, recording's seconds; left out for plain words. */
  atS?: number;
}

interface Found {
  from: number;
  to: number;
  atS: number;
}

/** Minutes and seconds from the attempt's start, as every sentence writes them. */
const CLOCK = /\b(\d+):([0-5]\d)\b/g;
/** A number with its unit. A thin space stands in its thousands, and may stand before the unit. */
const FIGURE = /[−+]?\d[\d\u202f.]*[ \u202f]?(?:°(?:\/s)?|ft\/min|ft|kt|mph|%|g|rpm|inHg|s)(?![a-z])/g;

/** The pieces in their order; together they are the sentence. */
export function evidenceIn(sentence: string, attempt: AttemptScore): SentencePiece[] {
  const found: Found[] = [];
  const add = (from: number, to: number, atS: number | undefined) => {
    if (atS === undefined || found.some((one) => from < one.to && to > one.from)) return;
    found.push({ from, to, atS });
  };
  for (const { says, peakS } of attempt.chain) {
    const from = sentence.indexOf(says);
    if (from >= 0) add(from, from + says.length, peakS);
  }
  for (const match of sentence.matchAll(CLOCK))
    add(
      match.index,
      match.index + match[0].length,
      attempt.startS + 60 * Number(match[1]) + Number(match[2]),
    );
  for (const match of sentence.matchAll(FIGURE))
    add(
      match.index,
      match.index + match[0].trimEnd().length,
      momentOf(attempt, sentence, sentence.slice(0, match.index)),
    );
  return pieces(
    sentence,
    found.sort((a, b) => a.from - b.from),
  );
}

/** What a figure in a sentence is about: a requirement or a finding that it was written for, else the parameter last named. */
function momentOf(attempt: AttemptScore, sentence: string, before: string): number | undefined {
  const asked = attempt.requirements.find(({ what }) => what !== '' && sentence.includes(what));
  if (asked?.atS !== undefined) return asked.atS;
  const finding = attempt.findings.find(({ what }) => sentence.includes(what.replace(/\.$/, '')));
  if (finding) return finding.startS;
  const named = attempt.chain
    .map((link) => ({ link, at: before.lastIndexOf(PARAMETER_NAMES[link.parameter] ?? link.parameter) }))
    .filter(({ at }) => at >= 0);
  const last = Math.max(...named.map(({ at }) => at));
  const links = named.filter(({ at }) => at === last).map(({ link }) => link);
  // Of several lapses of one parameter the longest is what a sentence is about.
  return links.sort((a, b) => b.endS - b.startS - (a.endS - a.startS))[0]?.peakS;
}

function pieces(sentence: string, found: readonly Found[]): SentencePiece[] {
  const all: SentencePiece[] = [];
  let at = 0;
  for (const { from, to, atS } of found) {
    if (from > at) all.push({ text: sentence.slice(at, from) });
    all.push({ text: sentence.slice(from, to), atS });
    at = to;
  }
  if (at < sentence.length) all.push({ text: sentence.slice(at) });
  return all;
}
