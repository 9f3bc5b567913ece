/** The score as a table for a terminal. */
import type { Heard, WordedAttempt, WordedScore } from '@keel/core';

type Parameter = WordedAttempt['parameters'][number];
type Requirement = WordedAttempt['requirements'][number];

const clock = (seconds: number) => {
  const tenths = Math.round(seconds * 10);
  return `${Math.floor(tenths / 600)}:${((tenths % 600) / 10).toFixed(1).padStart(4, '0')}`;
};

const signed = (value: number, unit: string) => {
  const size = Math.abs(value).toFixed(unit === 'g' ? 2 : 0);
  return `${Number(size) === 0 ? '' : value > 0 ? '+' : '−'}${size}`;
};

function parameterLine(p: Parameter): string {
  const name = `    ${p.parameter.padEnd(16)}`;
  const band = `${signed(p.low, p.unit)}/${signed(p.high, p.unit)} ${p.unit}`.padEnd(16);
  if (p.measured === 'not-measured') return `${name}${band}not measured: ${p.reason}`;
  const range = `${signed(p.maxBelow, p.unit)} to ${signed(p.maxAbove, p.unit)}`.padEnd(16);
  const used = `${(p.toleranceUsed * 100).toFixed(0)} % used`.padEnd(12);
  const notes = [
    p.measured === 'derived' ? `derived from ${p.from}` : '',
    p.required ? '' : 'for information',
  ]
    .filter(Boolean)
    .join(', ');
  return `${name}${band}${range}${used}${p.strict} / ${p.examiner}${notes ? `  (${notes})` : ''}`;
}

const HELD = new Map<Requirement['held'], string>([
  [true, 'met'],
  [false, 'NOT MET'],
  [null, 'not seen'],
  ['not applicable', 'n/a'],
]);

const requirementLine = ({ asks, held, must, what }: Requirement): string =>
  `    ${HELD.get(held)!.padEnd(10)}${asks}: ${what}${must ? '' : '  (for information)'}`;

function attemptLines(attempt: WordedAttempt, number: number): string[] {
  const { startS, endS } = attempt;
  return [
    '',
    `${number}. ${attempt.likely ? 'likely ' : ''}${attempt.maneuver}${attempt.variant === null ? '' : ` ${attempt.variant}`}   ${clock(startS)} to ${clock(endS)} (${(endS - startS).toFixed(0)} s)`,
    `    strict: ${attempt.strict}   examiner: ${attempt.examiner}${attempt.reason ? `   (${attempt.reason})` : ''}`,
    ...(attempt.wentFirst ? [`    ${attempt.wentFirst}`] : []),
    ...(attempt.remark ? [`    ${attempt.remark}`] : []),
    ...attempt.requirements.map(requirementLine),
    ...attempt.parameters.map(parameterLine),
    ...attempt.findings.map((f) => `    ${f.severity.padEnd(9)}${f.id.padEnd(32)}${f.what}`),
  ];
}

function flightLines({ flight }: WordedScore): string[] {
  if (!flight || flight.parts.length === 0) return [];
  const { airborneS, blockS, takeoffs, landings, goArounds, circuits, findings } = flight;
  const times = [
    blockS === null ? '' : `block ${clock(blockS)}`,
    airborneS === null ? '' : `in the air ${clock(airborneS)}`,
    takeoffs === null ? '' : `takeoffs ${takeoffs}`,
    landings === null
      ? ''
      : `landings ${landings.length}${landings.length > 0 ? ` (${landings.map(({ kind }) => kind ?? 'kind not known').join(', ')})` : ''}`,
    goArounds ? `go-arounds ${goArounds}` : '',
    circuits ? `circuits ${circuits}` : '',
  ].filter(Boolean);
  return [
    ...(times.length > 0 ? [`  ${times.join('   ')}`] : []),
    ...findings.map((f) => `  ${f.severity.padEnd(9)}${f.id.padEnd(32)}${f.what}`),
  ];
}

/** What the coach would have said, a line each. */
const coachLines = (heard: readonly Heard[] | undefined): string[] =>
  heard
    ? [
        '',
        'Coach:',
        ...heard.map(
          ({ atS, kind, id, text }) =>
            `  ${clock(atS).padStart(7)}  ${kind.padEnd(7)}${id.padEnd(36)}${text}`,
        ),
      ]
    : [];

export function scoreTable(score: WordedScore & { coach?: Heard[] }, file: string): string {
  const { recording, coach } = score;
  return [
    `${file}: ${clock(recording.durationS)} at ${recording.rateHz.toFixed(1)} Hz, standard ${score.standard}, airplane ${score.airplane ?? 'not given'}`,
    ...(recording.wind
      ? [
          `  wind from ${recording.wind.fromDeg.toFixed(0)}° at ${recording.wind.speedKt.toFixed(0)} kt (± ${recording.wind.standardErrorKt.toFixed(1)} kt), from the turns`,
        ]
      : []),
    ...recording.warnings.map((warning) => `  note: ${warning}`),
    ...flightLines(score),
    ...(score.attempts.length === 0 ? ['', 'No attempt was found.'] : []),
    ...(score.notFound ?? []).flatMap((one) => ['', one.text]),
    ...score.attempts.flatMap((attempt, i) => attemptLines(attempt, i + 1)),
    ...coachLines(coach),
    '',
    'Verdicts are strict / examiner. This is a training aid: the airplane’s handbook and your instructor come first.',
  ].join('\n');
}
