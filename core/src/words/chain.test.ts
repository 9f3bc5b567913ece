/** The sentence on top: what was out of tolerance first, and what went with it. */
import type { ChainLink } from '../scoring/schema.ts';
import { KNOTS } from './figures.ts';
import { textOf } from './say.ts';
import { chainSaid } from './score/chain.ts';

const said = (chain: ChainLink[]): string => {
  const { head, rest } = chainSaid(chain, 0, KNOTS)!;
  return `${textOf(head)}: ${textOf(rest)}`;
};

describe('the headline', () => {
  const link = (
    parameter: ChainLink['parameter'],
    startS: number,
    peak: number,
    more: Partial<ChainLink> = {},
  ) => ({
    parameter,
    startS,
    endS: startS + 5,
    peakS: startS + 3,
    peak,
    target: null,
    ...more,
  });

  test('a nose lost by a late pull is told by the nose and the height, the speed as its effect', () => {
    const chain = [link('airspeed', 10, 14), link('altitude', 12, -160, { cause: 'pitch' })];
    expect(said(chain)).toBe('The nose dropped: 160 ft low at 0:15, 14 kt fast with it');
  });

  test('what energy moved apart stays apart', () => {
    const chain = [link('airspeed', 10, 14), link('altitude', 12, -160, { cause: 'more-energy' })];
    expect(said(chain)).toMatch(/^First out of tolerance: airspeed,/);
    const later = [link('airspeed', 10, 14), link('altitude', 30, -160, { cause: 'pitch' })];
    expect(said(later)).toMatch(/^First out of tolerance: airspeed,/);
  });
});
