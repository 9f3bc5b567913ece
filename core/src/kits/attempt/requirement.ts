/** How a requirement of a standard is seen in an attempt: one sentence of evidence, or the reason why it could not be. */
import type { Evidence, RequirementKind } from '../../scoring/requirement.ts';
import type { Case } from './case.ts';

export interface Requirement {
  kind: RequirementKind;
  /** What is asked, in a few words. */
  asks: string;
  /** The same as the card says it before the flight. */
  before: string;
  see(c: Case): Evidence;
}

export const held = (what: string, atS?: number): Evidence => ({ held: true, what, atS });
export const failed = (what: string, atS?: number): Evidence => ({ held: false, what, atS });
export const unseen = (what: string): Evidence => ({ held: null, what });
export const notApplicable = (what: string): Evidence => ({ held: 'not applicable', what });
