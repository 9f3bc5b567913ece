/** The sentence under a verdict says what kept a deviation from being a brief one, with the figures that it was judged by. */

import type { AttemptScore } from '../debrief/score.ts';
import { DEFAULT_EXAMINER, judgeParameter, type Lapse } from '../scoring/judge.ts';
import { KNOTS } from './figures.ts';
import { reasonSaid } from './reason.ts';
import { textOf } from './say.ts';

interface Left {
  startS: number;
  endS: number;
  not?: Lapse;
}

/** An attempt whose bank left its tolerance so. */
function why(excursions: Left[], figures = DEFAULT_EXAMINER): string {
  const bank = {
    parameter: 'bank',
    required: true,
    measured: 'measured',
    startS: 0,
    endS: 60,
    excursions,
    ...judgeParameter(excursions),
  };
  const attempt = {
    state: 'complete',
    startS: 0,
    endS: 60,
    findings: [],
    requirements: [],
    parameters: [bank],
  };
  return textOf(reasonSaid(attempt as unknown as AttemptScore, 'examiner', KNOTS, figures));
}

test('a deviation that lasts too long names the school’s own limit', () => {
  const long: Left = { startS: 10, endS: 17, not: 'long' };
  expect(why([long])).toBe('Bank was out of tolerance for 7.0 s. A brief deviation lasts 5 s at most.');
  expect(why([long], { ...DEFAULT_EXAMINER, promptS: 6 })).toMatch(/lasts 6 s at most/);
});

test('one that goes too far, and one that turns back late, say so', () => {
  expect(why([{ startS: 5, endS: 7, not: 'far' }])).toMatch(/further than a brief deviation may: 1\.3 times/);
  expect(why([{ startS: 5, endS: 9, not: 'late' }])).toMatch(/did not turn back within 3 s/);
});

test('too many brief ones name how many are allowed', () => {
  const three = [5, 15, 25].map((startS) => ({ startS, endS: startS + 1 }));
  expect(why(three)).toBe('Out of tolerance 3 times, each time briefly. Twice in each minute is allowed.');
  expect(why(three.slice(1))).toBe('A brief deviation, corrected in time.');
  expect(why([])).toBe('Stayed within tolerance throughout.');
});
