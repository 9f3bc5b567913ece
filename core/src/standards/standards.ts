/** The standards that come with Keel Path. */
import type { Standard } from '../scoring/standard.ts';
import { readStandard } from './read-standard.ts';
import easaPpl from './sets/easa-ppl.json' with { type: 'json' };
import faaCommercial from './sets/faa-commercial.json' with { type: 'json' };
import faaPrivate from './sets/faa-private.json' with { type: 'json' };
import schoolPreSolo from './sets/school-pre-solo.json' with { type: 'json' };

export const DEFAULT_STANDARD_ID = 'faa-private';
/** Judges what the chosen standard has no rows for. */
export const SCHOOL_STANDARD_ID = 'school-pre-solo';

export const standards: readonly Standard[] = [faaPrivate, faaCommercial, easaPpl, schoolPreSolo].map(
  readStandard,
);

export const findStandard = (id: string): Standard | undefined =>
  standards.find((standard) => standard.id === id);
