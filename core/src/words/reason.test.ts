/** The sentence under a verdict says the figures that the verdict was worked out with. */

import type { AttemptScore } from '../debrief/score.ts';
import { DEFAULT_EXAMINER, judgeParameter } from '../scoring/judge.ts';
import { KNOTS } from './figures.ts';
import { reasonSaid } from './reason.ts';
import { textOf } from './say.ts';

/** An attempt whose bank left its band by these excursions, judged by these figures. */
function judged(
  excursions: { startS: number; endS: number; toleranceUsed: number }[],
  figures = DEFAULT_EXAMINER,
) {
  const bank = {
    parameter: 'bank',
    required: true,
    measured: 'measured',
    excursions,
    toleranceUsed: Math.max(...excursions.map(({ toleranceUsed }) => toleranceUsed)),
    ...judgeParameter(excursions, figures, 60),
  };
  const attempt = { state: 'complete', findings: [], requirements: [], parameters: [bank] };
  return {
    verdict: bank.examiner,
    why: textOf(reasonSaid(attempt as unknown as AttemptScore, 'examiner', KNOTS, figures)),
  };
}
const lapse = (startS: number, lastsS: number, toleranceUsed = 1.3) => ({
  startS,
  endS: startS + lastsS,
  toleranceUsed,
});

test('a lapse that lasts too long names the school’s own limit', () => {
  expect(judged([lapse(10, 7)])).toEqual({
    verdict: 'outside',
    why: 'Bank was out of tolerance for 7.0 s. A brief deviation lasts 5 s at most.',
  });
  expect(judged([lapse(10, 7)], { ...DEFAULT_EXAMINER, promptS: 6 }).why).toMatch(/lasts 6 s at most/);
  expect(judged([lapse(10, 7)], { ...DEFAULT_EXAMINER, promptS: 8 }).verdict).toBe('momentary');
});

test('too many short ones name how many are forgiven', () => {
  const three = [lapse(5, 1), lapse(15, 1), lapse(25, 1)];
  expect(judged(three).why).toBe('Bank was out of tolerance 3 times. Twice in a minute is allowed.');
  expect(judged(three.slice(1), { ...DEFAULT_EXAMINER, tooMany: 2 }).why).toMatch(/Once in a minute/);
  expect(judged([...three, lapse(35, 1)], { ...DEFAULT_EXAMINER, tooMany: 4 }).why).toMatch(
    /3 times in a minute is/,
  );
});

test('one that goes too far names how far is forgiven', () => {
  expect(judged([lapse(5, 2, 2.4)]).why).toBe('Bank went beyond twice its tolerance.');
  expect(judged([lapse(5, 2, 2.4)], { ...DEFAULT_EXAMINER, toleranceUsedLimit: 1.5 }).why).toMatch(
    /beyond 1.5 times its tolerance/,
  );
});
