/** The sequence of events of an attempt: the chain of excursions and the findings, told as one list. */
import type { AttemptScore } from '../debrief/score.ts';
import { requireRoom } from '../maneuvers/registry.ts';
import type { ChainLink, Finding } from '../scoring/schema.ts';
import { clock } from '../units/text.ts';
import type { Units } from './figures.ts';
import { type Said, say, sentences, textOf } from './say.ts';
import { causeSaid } from './score/causes.ts';
import { linkTitle } from './score/chain.ts';
import { findingSaid } from './score/findings.ts';

export interface HappenedItem {
  key: string;
  /** The finding's, where there is one. */
  id: string | null;
  atS: number;
  number: number | null;
  title: Said;
  time: string;
  /** Empty where nothing is to be said. */
  why: Said;
  tryNext: Said;
  severity: Finding['severity'];
}

/** Whether a finding says in words what a parameter's numbered excursion says: then it is folded into it. */
const foldsInto = ({ maneuver }: AttemptScore, { id }: Finding, { parameter }: ChainLink): boolean =>
  requireRoom(maneuver).folds?.[parameter]?.some((name) => id === `${maneuver}/${name}`) ?? false;

/** Why a height was left, and what to do about it; as it was written in a score of version 1. */
function linkBecause({ because, asWritten }: ChainLink, units: Units): { why: Said; tryNext: Said } | null {
  if (asWritten) return { why: say`${asWritten.why ?? ''}`, tryNext: say`${asWritten.tryNext ?? ''}` };
  return because ? causeSaid(because, units) : null;
}

/** Excursions with their numbers and findings between them, in time order; each has the moment of its evidence. */
export function happened(attempt: AttemptScore, units: Units): HappenedItem[] {
  const folded = new Set<Finding>();
  const links = attempt.chain.map((link, i): HappenedItem => {
    const finding = attempt.findings.find(
      (candidate) =>
        !folded.has(candidate) &&
        foldsInto(attempt, candidate, link) &&
        candidate.startS <= link.endS + 0.5 &&
        candidate.endS >= link.startS - 0.5,
    );
    if (finding) folded.add(finding);
    const found = finding && findingSaid(finding, units);
    const because = linkBecause(link, units);
    return {
      key: `link-${i}`,
      id: finding?.id ?? null,
      atS: link.peakS,
      number: i + 1,
      title: found?.what ?? say`${linkTitle(link, units)}.`,
      time: clock(link.peakS - attempt.startS),
      why: sentences(found?.why, because?.why),
      tryNext: because && because.tryNext.length > 0 ? because.tryNext : (found?.tryNext ?? []),
      severity: finding?.severity ?? 'fault',
    };
  });
  const others = attempt.findings
    .filter((finding) => !folded.has(finding))
    .map((finding): HappenedItem => {
      const { what, why, tryNext } = findingSaid(finding, units);
      return {
        key: finding.id,
        id: finding.id,
        atS: finding.endS > attempt.endS ? finding.endS : (finding.startS + finding.endS) / 2,
        number: null,
        title: what,
        time: clock(finding.startS - attempt.startS),
        why,
        tryNext,
        severity: finding.severity,
      };
    });
  return [...links, ...others].sort((a, b) => a.atS - b.atS);
}

/** "at 0:13" after a title without its full stop. */
export const titleWithTime = ({ title, time }: HappenedItem): string =>
  `${textOf(title).replace(/\.$/, '')} at ${time}`;
