/** Attempts by number: what each says to whom, and one step on. */
import type { AttemptScore, AttemptStatements } from '@keel/core';
import { screen } from '@testing-library/react';
import { useState } from 'react';
import { draw } from '../testing/render.tsx';
import { AttemptSquares } from './AttemptSquares.tsx';

const attempt = (variant: string) =>
  ({ maneuver: 'steep-turn', variant, likely: null }) as unknown as AttemptScore;
const said = (more: Partial<AttemptStatements>) =>
  ({ grade: null, selfGrade: null, flownBy: null, ...more }) as AttemptStatements;
const ATTEMPTS = [attempt('left'), attempt('right'), attempt('left')];
const SAID = [said({ flownBy: 'instructor' }), said({ grade: { value: 3 } as never }), said({})];

function Squares({ isStudent = false, shown = true }: { isStudent?: boolean; shown?: boolean }) {
  const [selected, select] = useState(0);
  return (
    <AttemptSquares
      attempts={ATTEMPTS}
      statements={SAID}
      verdicts={['satisfactory', 'unsatisfactory', 'satisfactory']}
      showVerdicts={[shown, shown, shown]}
      isStudent={isStudent}
      selected={selected}
      select={select}
    />
  );
}
const names = () =>
  screen
    .getAllByRole('listitem')
    .map((item) => item.firstElementChild?.ariaLabel ?? item.firstElementChild?.getAttribute('aria-label'));

test('an instructor sees which are graded, and which are not yet to standard', () => {
  draw(<Squares />);
  expect(names()).toEqual([
    '1: Steep turn left, demonstration',
    '2: Steep turn right, graded, not yet to standard',
    '3: Steep turn left, not graded',
  ]);
});

test('a student sees the own grade, and no verdict before it', () => {
  draw(<Squares isStudent shown={false} />);
  expect(names()[1]).toBe('2: Steep turn right, not graded');
});

test('one step on and back; at either end there is no further', async () => {
  const user = draw(<Squares />);
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Previous attempt' }).disabled).toBe(true);
  await user.click(screen.getByRole('button', { name: 'Next attempt' }));
  await user.click(screen.getByRole('button', { name: 'Next attempt' }));
  expect(document.querySelector('[aria-current]')?.textContent).toBe('3');
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Next attempt' }).disabled).toBe(true);
});
