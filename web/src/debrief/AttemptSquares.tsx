/** Attempts by their number, for a thumb: which one, which are graded, the one before and the one after. */
import type { AttemptScore, AttemptStatements, AttemptVerdict } from '@keel/core';
import { IconChevronLeft, IconChevronRight } from '@tabler/icons-react';
import { useEffect, useRef } from 'react';
import { attemptName } from '../parts/format.ts';
import './attempt-squares.css';

export function AttemptSquares(props: {
  attempts: readonly AttemptScore[];
  statements: readonly AttemptStatements[];
  verdicts: readonly AttemptVerdict[];
  showVerdicts: readonly boolean[];
  isStudent: boolean;
  selected: number;
  select: (attempt: number) => void;
}) {
  const { attempts, statements, verdicts, showVerdicts, isStudent, selected, select } = props;
  const here = useRef<HTMLButtonElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another one is selected
  useEffect(() => {
    here.current?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [selected]);
  const step = (by: number, label: string, icon: React.ReactNode) => (
    <button
      type="button"
      className="attempt-step"
      aria-label={label}
      disabled={!attempts[selected + by]}
      onClick={() => select(selected + by)}
    >
      {icon}
    </button>
  );
  return (
    <nav className="attempt-squares" aria-label="Attempts by number">
      {step(-1, 'Previous attempt', <IconChevronLeft size={20} aria-hidden />)}
      <ol data-scrolls>
        {attempts.map((attempt, i) => {
          const { grade, selfGrade, flownBy } = statements[i];
          const graded = (isStudent ? selfGrade : grade) !== null;
          const failed = showVerdicts[i] && verdicts[i] === 'unsatisfactory';
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: an attempt is its place in the flight
            <li key={i}>
              <button
                type="button"
                ref={i === selected ? here : undefined}
                className="attempt-square"
                aria-current={i === selected || undefined}
                aria-label={`${i + 1}: ${attemptName(attempt)}${flownBy === 'instructor' ? ', demonstration' : graded ? ', graded' : ', not graded'}${failed ? ', not yet to standard' : ''}`}
                data-graded={graded || undefined}
                data-shown={flownBy === 'instructor' || undefined}
                onClick={() => select(i)}
              >
                {i + 1}
                {failed && <span aria-hidden>●</span>}
              </button>
            </li>
          );
        })}
      </ol>
      {step(1, 'Next attempt', <IconChevronRight size={20} aria-hidden />)}
    </nav>
  );
}
