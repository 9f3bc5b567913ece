/** How a requirement of a standard is seen in an attempt: the evidence, or the reason why it could not be. */
import { codesOf, type ParamsOf } from '../../coded.ts';
import type { Evidence, Held, RequirementKind } from '../../scoring/requirement.ts';
import type { Case } from './case.ts';

export interface Requirement {
  kind: RequirementKind;
  see(c: Case): Evidence;
}

/** Makes evidence of one list of codes: a moment, if there is one, comes first. */
export function evidenceOf<P>() {
  const coded = codesOf<P>();
  const make =
    (held: Held) =>
    <Code extends keyof P & string>(
      atS: number | undefined,
      code: Code,
      ...params: ParamsOf<P, Code>
    ): Evidence => ({ held, evidence: coded(code, ...params), ...(atS !== undefined && { atS }) });
  return { met: make(true), failed: make(false), unseen: make(null), notApplicable: make('not applicable') };
}
