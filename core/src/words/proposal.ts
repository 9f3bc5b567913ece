/** What a proposed lesson is about, and what to say first. */
import { z } from 'zod';
import { type Proposal, proposalSchema } from '../path/next-lesson.ts';
import type { Units } from './figures.ts';
import { textOf } from './say.ts';
import { findingSaid } from './score/findings.ts';

export const wordedProposalSchema = proposalSchema.extend({
  /** What the lesson is about. */
  focus: z.string(),
  /** What to say first. */
  sayFirst: z.string(),
});
export type WordedProposal = z.infer<typeof wordedProposalSchema>;

const MOST_FOCUS = 200;

export function wordedProposal(proposal: Proposal, units: Units): WordedProposal {
  const { about, items } = proposal;
  if (!about)
    return {
      ...proposal,
      focus: items[0]?.title ?? '',
      sayFirst: items.length > 0 ? 'What went well last time. Then what today is about.' : '',
    };
  const what = textOf(findingSaid(about, units).what).replace(/\.$/, '');
  return {
    ...proposal,
    focus: what.slice(0, MOST_FOCUS),
    sayFirst: `In ${about.count} of the last ${about.of}: ${what}. Ask what the student would do about it before you say it.`,
  };
}
