/** A proposed lesson in words: what it is about, why each thing is in it, and what to say first. */
import { z } from 'zod';
import {
  type Proposal,
  type ProposalReason,
  proposalSchema,
  proposedItemSchema,
} from '../path/next-lesson.ts';
import type { Units } from './figures.ts';
import { textOf } from './say.ts';
import { findingSaid } from './score/findings.ts';
import { standingReason } from './standing.ts';

const saidSchema = z.object({ title: z.string(), why: z.string() });
export const wordedProposalSchema = proposalSchema.extend({
  title: z.string(),
  items: z.array(proposedItemSchema.extend({ why: z.string() })),
  leftOut: z.array(saidSchema),
  byHand: z.array(saidSchema.extend({ skill: z.string() })),
  /** What the lesson is about. */
  focus: z.string(),
  /** What to say first. */
  sayFirst: z.string(),
});
export type WordedProposal = z.infer<typeof wordedProposalSchema>;

const MOST_FOCUS = 200;
const MOST_TITLES = 3;

const REASONS: Readonly<Record<string, (reason: ProposalReason) => string>> = {
  rusty: () => 'due for a refresher',
  'soon-rusty': ({ params }) => `due for a refresher in ${params?.days} days`,
  guided: () => 'needs help',
  holding: () => 'not yet steady',
  shown: () => 'shown and not yet flown',
  next: () => 'next in the syllabus',
  enough: () => 'enough for one lesson',
  'one-new': () => 'one new thing a lesson',
  'no-time': ({ params }) => `no time left in ${params?.blockMin} minutes`,
  'no-time-that-day': () => 'it does not fit in the time that there is',
};

export function proposalReason(reason: ProposalReason): string {
  const said = REASONS[reason.code]?.(reason) ?? standingReason(reason);
  const because = reason.because ? `: ${standingReason(reason.because)}` : '';
  return `${said}${because}${reason.gateWaits ? '; a solo requirement waits for it' : ''}`;
}

const said = <T extends { why: ProposalReason }>(one: T) => ({ ...one, why: proposalReason(one.why) });

export function wordedProposal(proposal: Proposal, units: Units): WordedProposal {
  const { about, items } = proposal;
  const titles = items.slice(0, MOST_TITLES).map(({ title }) => title);
  const worded = {
    ...proposal,
    title: titles.join(', ') || 'Nothing to propose',
    items: items.map(said),
    leftOut: proposal.leftOut.map(said),
    byHand: proposal.byHand.map(said),
  };
  if (!about)
    return {
      ...worded,
      focus: items[0]?.title ?? '',
      sayFirst: items.length > 0 ? 'Say what went well last time. Then say what today is about.' : '',
    };
  const found = findingSaid(about, units);
  const what = textOf(found.what).replace(/\.$/, '');
  return {
    ...worded,
    // What to do, and not what went wrong how often.
    focus: textOf(found.tryNext).slice(0, MOST_FOCUS),
    sayFirst: `In ${about.count} of the last ${about.of}: ${what}. Ask what the student would do about it before you say it.`,
  };
}
