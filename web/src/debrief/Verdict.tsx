/** The verdict, with brief deviations allowed and without, and a gate for every parameter. */
import {
  type AttemptScore,
  type AttemptVerdict,
  failedMusts,
  type Judge,
  type KeelTrace,
  type MeasuredParameterScore,
  noticeSaid,
  type ParameterScore,
  reasonSaid,
  type Score,
  textOf,
  unitsFor,
  VERDICT_WORDS,
  worstOf,
} from '@keel/core';
import { useState } from 'react';
import { clock, digitsOf, numberText, PARAMETER_NAMES, signed, speedIn, unitMark } from '../parts/format.ts';
import { Gate, VerdictMark } from '../parts/Gate.tsx';
import { Sentence } from '../parts/Sentence.tsx';
import { type AlikeIn, Requirements } from './Requirements.tsx';
import type { AddStatement } from './use-statements.ts';

export function Verdict(props: {
  attempt: AttemptScore;
  judge: Judge;
  standing: AttemptVerdict;
  override: { verdict: AttemptVerdict; reason: string } | null;
  discontinued: string | null;
  speedUnit: string;
  /** What the examiner forgave by, where the school has its own figures. */
  examinerFigures: Score['examinerFigures'];
  trace: KeelTrace | undefined;
  /** Puts the cursor on a moment. */
  show: (atS: number) => void;
  /** Says what the recording could not; left out for a student. */
  tell?: AddStatement;
  alike?: AlikeIn;
}) {
  const { attempt, judge, standing, override, discontinued, trace } = props;
  const [opened, setOpened] = useState<string | null>(null);
  const [shownOnly, setShownOnly] = useState(false);
  const gates = attempt.parameters.filter(hasGate);
  // What cannot fail stands in one line until it is asked for: the verdict does not hang on it.
  const aside = gates.filter(isShownOnly);
  const units = unitsFor({ speedUnit: props.speedUnit });
  const other: Judge = judge === 'strict' ? 'examiner' : 'strict';
  const says =
    discontinued && !override ? (
      `Discontinued for ${discontinued}: good airmanship, never a failure.`
    ) : // A requirement that was not held says its own evidence right below.
    failedMusts(attempt.requirements).length > 0 ? null : (
      <Sentence said={reasonSaid(attempt, judge, units, props.examinerFigures)} show={props.show} />
    );
  const othersWord =
    attempt[other] === attempt[judge]
      ? ''
      : `With brief deviations ${other === 'strict' ? 'not allowed' : 'allowed'}: ${VERDICT_WORDS[attempt[other]].toLowerCase()}.`;
  return (
    <section className="sheet" aria-label="Verdict">
      <div className="row" style={{ gap: 8 }}>
        <VerdictMark verdict={standing} />
        <h2 style={{ fontSize: '1.15rem', flex: 1 }}>{VERDICT_WORDS[standing]}</h2>
      </div>
      {(says || othersWord) && (
        <p className="small quiet" style={{ margin: '5px 0 8px' }}>
          {says} {othersWord}
        </p>
      )}
      {attempt.judgedAs && <p className="small">{textOf(noticeSaid(attempt.judgedAs, units))}.</p>}
      {override && (
        <p className="small" style={{ marginBottom: 8 }}>
          <strong>Your override.</strong> {override.reason}{' '}
          <span className="quiet">As scored: {VERDICT_WORDS[attempt[judge]].toLowerCase()}.</span>
        </p>
      )}
      <Requirements attempt={attempt} units={units} show={props.show} tell={props.tell} alike={props.alike} />
      <table className="gates">
        <caption className="hidden">
          Each parameter: its worst deviation, tolerance used, and time outside
        </caption>
        <tbody>
          {[...gates.filter((one) => !isShownOnly(one)), ...(shownOnly ? aside : [])].map((parameter) => (
            <ParameterRow
              key={parameter.parameter}
              parameter={parameter}
              judge={judge}
              speedUnit={props.speedUnit}
              atS={evidenceAt(parameter, trace)}
              startS={attempt.startS}
              opened={opened === parameter.parameter}
              open={(atS) => {
                setOpened(opened === parameter.parameter ? null : parameter.parameter);
                if (atS !== null) props.show(atS);
              }}
            />
          ))}
        </tbody>
      </table>
      {aside.length > 0 && (
        <button
          type="button"
          className="requirements-right gates-aside"
          aria-expanded={shownOnly}
          onClick={() => setShownOnly(!shownOnly)}
        >
          <span className={shownOnly ? undefined : 'requirements-names'}>
            <strong>For information</strong>{' '}
            <span className="quiet">
              {shownOnly
                ? 'show less'
                : aside
                    .map((one) => `${nameOf(one).toLowerCase()} ${worstWords(one, props.speedUnit)}`)
                    .join(', ')}
            </span>
          </span>
        </button>
      )}
    </section>
  );
}

/** Measured, and without a say in the verdict. */
const isShownOnly = (parameter: ParameterScore): parameter is MeasuredParameterScore =>
  parameter.measured !== 'not-measured' && !parameter.required;

const nameOf = ({ parameter }: ParameterScore): string => PARAMETER_NAMES[parameter];

/** The worst deviation with its unit. */
function worstWords(parameter: MeasuredParameterScore, speedUnit: string): string {
  const { deviation } = worstOf(parameter);
  // Lost says which way.
  if (parameter.parameter === 'altitude-loss') return `${numberText(Math.abs(deviation))} ft`;
  return parameter.parameter === 'airspeed'
    ? `${signed(speedIn(deviation, speedUnit), 0)} ${speedUnit}`
    : `${signed(deviation, digitsOf(parameter.unit))}${unitMark(parameter.unit)}`;
}

/** The floor is a limit, kept or broken, and stands among what is asked before any band. */
const hasGate = ({ parameter }: ParameterScore): boolean => parameter !== 'floor';

/** When a parameter was furthest out; the instant itself for what is taken at one. */
function evidenceAt(parameter: ParameterScore, trace: KeelTrace | undefined): number | null {
  if (parameter.measured === 'not-measured') return null;
  if (parameter.startS === parameter.endS) return parameter.startS;
  const lane = trace?.lanes.find((one) => one.parameter === parameter.parameter);
  if (!trace || !lane) return null;
  let worst = -1;
  trace.timeS.forEach((atS, row) => {
    const used = lane.used[row];
    if (atS < parameter.startS || atS > parameter.endS || used === null) return;
    if (worst < 0 || Math.abs(used) > Math.abs(lane.used[worst] ?? 0)) worst = row;
  });
  return worst < 0 ? null : trace.timeS[worst];
}

const TOLERANCE_WORDS = {
  within: 'Within tolerance',
  momentary: 'Brief deviations, corrected',
  outside: 'Out of tolerance',
} as const;

/** What a row's figures rest on, in a sentence. */
function evidenceWords(
  parameter: MeasuredParameterScore,
  atS: number | null,
  startS: number,
  unit: string,
): string {
  const speed = parameter.parameter === 'airspeed';
  const digits = digitsOf(parameter.unit);
  const say1 = (value: number, places = digits) =>
    `${signed(speed ? speedIn(value, unit) : value, places)}${speed ? ` ${unit}` : unitMark(parameter.unit)}`;
  const instant = parameter.startS === parameter.endS;
  return [
    atS === null ? '' : `${instant ? 'Taken' : 'Largest deviation'} at ${clock(atS - startS)}.`,
    parameter.target === null
      ? ''
      : `Target ${numberText(speed ? speedIn(parameter.target, unit) : parameter.target, digits)}, from ${say1(parameter.low)} to ${say1(parameter.high)} of it.`,
    instant
      ? ''
      : `From ${say1(parameter.maxBelow)} to ${say1(parameter.maxAbove)}, typically ${say1(parameter.rms).replace('+', '')}; inside for ${numberText(parameter.insidePct)} % of ${numberText(parameter.endS - parameter.startS)} s.`,
    `${numberText(100 * parameter.toleranceUsed)} % of tolerance used.`,
    `${parameter.measured === 'derived' ? `Worked out from ${parameter.from}` : 'Measured'}, ± ${numberText(speed ? speedIn(parameter.standardError, unit) : parameter.standardError, parameter.unit === 'g' ? 2 : 1)}${speed ? ` ${unit}` : unitMark(parameter.unit)}.`,
    `${TOLERANCE_WORDS[parameter.examiner]}.`,
    `${parameter.source}${parameter.fromMemory ? ' (from memory)' : ''}.`,
  ]
    .filter(Boolean)
    .join(' ');
}

function ParameterRow({
  parameter,
  judge,
  speedUnit,
  atS,
  startS,
  opened,
  open,
}: {
  parameter: ParameterScore;
  judge: Judge;
  speedUnit: string;
  atS: number | null;
  startS: number;
  opened: boolean;
  open: (atS: number | null) => void;
}) {
  const name = nameOf(parameter);
  const source = `${parameter.source}${parameter.fromMemory ? ' (from memory)' : ''}`;
  if (parameter.measured === 'not-measured') {
    return (
      <tr title={source}>
        <th scope="row">{name}</th>
        <td colSpan={3} className="quiet small">
          not measured: {textOf(noticeSaid(parameter.because, unitsFor({ speedUnit })))}
        </td>
      </tr>
    );
  }
  const worst = worstOf(parameter);
  const outS = parameter.excursions.reduce((sum, { startS, endS }) => sum + endS - startS, 0);
  const out = parameter[judge] !== 'within';
  const note = !parameter.required
    ? 'for information'
    : outS > 0
      ? `${numberText(outS, 1)} s out`
      : parameter[judge] === 'outside'
        ? 'out'
        : '';
  return (
    <>
      <tr>
        <th scope="row">
          <button type="button" className="gate-name" aria-expanded={opened} onClick={() => open(atS)}>
            {name}
          </button>
          {parameter.measured === 'derived' && <span className="quiet small"> derived</span>}
        </th>
        <td className="nowrap" style={{ textAlign: 'right' }}>
          {worstWords(parameter, speedUnit)}
        </td>
        <td>
          <Gate used={worst.used} out={out} />
          <span className="hidden">{parameter[judge]}</span>
        </td>
        <td className="quiet small nowrap">{note}</td>
      </tr>
      {opened && (
        <tr>
          <td colSpan={4} className="gate-evidence">
            {evidenceWords(parameter, atS, startS, speedUnit)}
          </td>
        </tr>
      )}
    </>
  );
}
