/** What the words of a room are, as types: a finding's three sentences, the evidence of a requirement. */
import type { FigureWords } from '../figures.ts';
import type { Said } from '../say.ts';

export interface FindingSaid {
  /** What happened, with its figures. */
  what: Said;
  /** Why: as a fact only where the recording shows it. */
  why: Said;
  /** What to do with hands or eyes, in the order to do it. */
  tryNext: Said;
}

/** By the finding's name, from its size and its parameters. */
export type FindingWords<P> = {
  readonly [Name in keyof P]: (p: { size: number } & P[Name], f: FigureWords) => FindingSaid;
};

/** By the code of the evidence. */
export type EvidenceWords<P> = { readonly [Code in keyof P]: (p: P[Code], f: FigureWords) => Said };

/** What a requirement is called, and what the card says of it before the flight. */
export interface RequirementSaid {
  name: string;
  before: (f: FigureWords) => Said;
}
export type RequirementWords<R> = { readonly [Name in keyof R]: RequirementSaid };
