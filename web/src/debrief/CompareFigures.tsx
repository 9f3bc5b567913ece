/** Attempts' figures side by side. */
import { type AttemptScore, type Judge, type ParameterScore, VERDICT_WORDS, worstOf } from '@keel/core';
import type { ReactNode } from 'react';
import { digitsOf, numberText, PARAMETER_NAMES, signed, speedIn, unitMark } from '../parts/format.ts';
import { PlainTable } from '../parts/PlainTable.tsx';

function worst(parameter: ParameterScore | undefined, speedUnit: string): string {
  if (!parameter || parameter.measured === 'not-measured') return 'not measured';
  const { deviation } = worstOf(parameter);
  const speed = parameter.parameter === 'airspeed';
  const shown = signed(speed ? speedIn(deviation, speedUnit) : deviation, digitsOf(parameter.unit));
  return `${shown}${speed ? ` ${speedUnit}` : unitMark(parameter.unit)}`;
}

/** The same parameters side by side, so that getting better can be read. */
export function CompareFigures(props: {
  attempts: AttemptScore[];
  names: string[];
  /** How its line is drawn. */
  sample: (nth: number) => ReactNode;
  judge: Judge;
  speedUnit: string;
}) {
  const { attempts, names, sample, judge, speedUnit } = props;
  const used = (attempt: AttemptScore, name: string) => {
    const parameter = attempt.parameters.find((p) => p.parameter === name);
    return parameter && parameter.measured !== 'not-measured'
      ? `${numberText(100 * parameter.toleranceUsed)} %`
      : '';
  };
  return (
    <PlainTable>
      <thead>
        <tr>
          <th>Worst, and tolerance used</th>
          {names.map((name, nth) => (
            <th key={name}>
              {sample(nth)} {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {attempts[0].parameters.map(({ parameter }) => (
          <tr key={parameter}>
            <td>{PARAMETER_NAMES[parameter] ?? parameter}</td>
            {attempts.map((attempt) => (
              <td key={`${parameter} ${attempt.startS}`} className="nowrap">
                {worst(
                  attempt.parameters.find((p) => p.parameter === parameter),
                  speedUnit,
                )}{' '}
                <span className="quiet">{used(attempt, parameter)}</span>
              </td>
            ))}
          </tr>
        ))}
        <tr>
          <td>Verdict</td>
          {attempts.map((attempt) => (
            <td key={attempt.startS}>{VERDICT_WORDS[attempt[judge]]}</td>
          ))}
        </tr>
      </tbody>
    </PlainTable>
  );
}
