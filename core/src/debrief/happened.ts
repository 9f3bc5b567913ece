/** What happened in an attempt, in order: the chain of excursions and the findings, told as one list. */

import { clock } from '../kits/attempt/finding.ts';
import { requireRoom } from '../maneuvers/registry.ts';
import type { ChainLink, Finding } from '../scoring/schema.ts';
import type { AttemptScore } from './score.ts';
import { PARAMETER_NAMES } from './words.ts';

export interface HappenedItem {
  key: string;
  /** The finding's, where there is one. */
  id: string | null;
  atS: number;
  number: number | null;
  title: string;
  time: string;
  why?: string;
  tryNext?: string;
  severity: Finding['severity'];
}

const linkTitle = (link: ChainLink): string => {
  const name = PARAMETER_NAMES[link.parameter] ?? link.parameter;
  return link.parameter === 'rollout-heading'
    ? link.says.charAt(0).toUpperCase() + link.says.slice(1)
    : `${name}: ${link.says}`;
};

/** Whether a finding says in words what a parameter's numbered excursion says: then it is folded into it. */
const foldsInto = ({ maneuver }: AttemptScore, { id }: Finding, { parameter }: ChainLink): boolean =>
  requireRoom(maneuver).folds?.[parameter]?.some((name) => id === `${maneuver}/${name}`) ?? false;

/** Excursions with their numbers and findings between them, in time order; each has the moment of its evidence. */
export function happened(attempt: AttemptScore): HappenedItem[] {
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
    return {
      key: `link-${i}`,
      id: finding?.id ?? null,
      atS: link.peakS,
      number: i + 1,
      title: finding?.what ?? `${linkTitle(link)}.`,
      time: clock(link.peakS - attempt.startS),
      why: [finding?.why, link.why].filter(Boolean).join(' ') || undefined,
      tryNext: link.tryNext ?? finding?.tryNext,
      severity: finding?.severity ?? 'fault',
    };
  });
  const others = attempt.findings
    .filter((finding) => !folded.has(finding))
    .map(
      (finding): HappenedItem => ({
        key: finding.id,
        id: finding.id,
        atS: finding.endS > attempt.endS ? finding.endS : (finding.startS + finding.endS) / 2,
        number: null,
        title: finding.what,
        time: clock(finding.startS - attempt.startS),
        why: finding.why,
        tryNext: finding.tryNext,
        severity: finding.severity,
      }),
    );
  return [...links, ...others].sort((a, b) => a.atS - b.atS);
}
