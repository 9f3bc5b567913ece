/** What happened, in order: the chain of excursions and the findings, each of which moves the cursor to its evidence. */
import type { AttemptScore, ChainLink, Finding } from '@keel/core';
import { clock, PARAMETER_NAMES } from '../parts/format.ts';

interface Item {
  key: string;
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

/** Findings whose words say the same as a numbered excursion are folded into it. */
const FOLDED: Record<string, string[]> = {
  bank: ['steep-turn/overbank', 'steep-turn/bank-shallow'],
  altitude: ['steep-turn/alt-loss-roll-in'],
  airspeed: ['steep-turn/speed-decay'],
  'rollout-heading': ['steep-turn/rollout-late', 'steep-turn/rollout-early'],
};

export function itemsOf(attempt: AttemptScore): Item[] {
  const folded = new Set<Finding>();
  const links = attempt.chain.map((link, i): Item => {
    const finding = attempt.findings.find(
      (candidate) =>
        !folded.has(candidate) &&
        FOLDED[link.parameter]?.includes(candidate.id) &&
        candidate.startS <= link.endS + 0.5 &&
        candidate.endS >= link.startS - 0.5,
    );
    if (finding) folded.add(finding);
    return {
      key: `link-${i}`,
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
      (finding): Item => ({
        key: finding.id,
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

/** The item whose evidence the cursor is nearest to: it is the one unfolded. */
const nearestItem = (items: Item[], cursorS: number): Item | undefined =>
  items.reduce<Item | undefined>(
    (best, item) => (best && Math.abs(best.atS - cursorS) <= Math.abs(item.atS - cursorS) ? best : item),
    undefined,
  );

export function WhatHappened(props: { attempt: AttemptScore; cursorS: number; show: (atS: number) => void }) {
  const { attempt, cursorS, show } = props;
  const items = itemsOf(attempt);
  const here = nearestItem(items, cursorS);
  return (
    <section className="sheet" aria-label="What happened, in order">
      <h3>What happened, in order</h3>
      {items.length === 0 && (
        <p className="quiet small" style={{ marginTop: 6 }}>
          Nothing left its band, and no fault was found.
        </p>
      )}
      <ol className="happened">
        {items.map((item) => (
          <li key={item.key} data-severity={item.severity}>
            <button type="button" aria-expanded={item === here} onClick={() => show(item.atS)}>
              <span className="happened-number">{item.number ?? '·'}</span>
              <span>
                <strong>{item.title}</strong> <span className="quiet small nowrap">at {item.time}</span>
                {item.severity === 'critical' && <em> critical</em>}
                {item === here && item.why && <span className="happened-why">{item.why}</span>}
                {item === here && item.tryNext && <span className="happened-try">{item.tryNext}</span>}
              </span>
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
}
