/** What a card asks before any tolerance. */
import type { TargetCard } from '../card/card.ts';
import { requirementKey } from '../scoring/requirement.ts';
import { unitsFor } from './figures.ts';
import { textOf } from './say.ts';
import { requirementBefore } from './score/findings.ts';

/** As one line; empty where nothing is asked. The floor is on the card by itself. */
export const askedWords = ({ requirements, speedUnit }: TargetCard): string =>
  requirements
    .filter(({ must, id }) => must && requirementKey(id) !== 'floor')
    .map(({ id }) => textOf(requirementBefore(id, unitsFor({ speedUnit }))))
    .join('; ');
