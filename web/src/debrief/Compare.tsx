/** Attempts over each other, aligned by what was being done: the same phase lies at the same place. */
import {
  type AttemptScore,
  type AttemptStatements,
  alignByPhase,
  type Judge,
  type KeelTrace,
  maneuverName,
  type ParameterScore,
  type RecordingView,
  VERDICT_WORDS,
  worstOf,
} from '@keel/core';
import { Chip } from '@mantine/core';
import { useElementSize } from '@mantine/hooks';
import { init } from 'echarts/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useKeels } from '../api/hooks.ts';
import { numberText, PARAMETER_NAMES, signed, speedIn, unitMark } from '../parts/format.ts';
import { Failed, Loading } from '../parts/states.tsx';
import { type Colours, useColours } from '../theme/colours.ts';
import { bandMarks, chartHeight, LANE, laneAxes, reachOf, TOP, targetText } from './keel-lanes.ts';
import { helpName } from './WhoFlew.tsx';
import './compare.css';

interface Props {
  recording: RecordingView;
  index: number;
  statements: AttemptStatements[];
  judge: Judge;
}

/** Line patterns by order of choice: told apart without colour. */
const DASHES: (number[] | 'solid')[] = ['solid', [8, 4], [2, 3], [10, 3, 2, 3]];
const MOST = DASHES.length;

export function Compare({ recording, index, statements, judge }: Props) {
  const attempts = recording.score!.attempts;
  const alike = attempts
    .map((_, i) => i)
    .filter((i) => i !== index && attempts[i].maneuver === attempts[index].maneuver);
  const [chosen, setChosen] = useState<number[]>(() => defaultChoice(alike, statements, index, attempts));
  const shown = [index, ...chosen];
  const keels = useKeels(recording.id, shown, recording.scoredAt);
  const name = (i: number) =>
    `${i + 1}. ${attempts[i].variant ?? ''} ${helpName(statements[i].help)}`.replace(/\s+/g, ' ');
  if (alike.length === 0)
    return (
      <p className="quiet">
        There is no other {maneuverName(attempts[index].maneuver, 'standard').toLowerCase()} in this recording
        to lay beside it. Two tries and a demonstration in one lesson compare best.
      </p>
    );
  return (
    <section aria-label="Compare" className="compare">
      <Chip.Group
        multiple
        value={chosen.map(String)}
        onChange={(values: string[]) => setChosen(values.map(Number).slice(-(MOST - 1)))}
      >
        <div className="row" style={{ flexWrap: 'wrap' }}>
          <span className="small quiet">Laid over this attempt, phase by phase:</span>
          {alike.map((i) => (
            <Chip key={i} value={String(i)} size="sm" variant="outline">
              {name(i)}
            </Chip>
          ))}
        </div>
      </Chip.Group>
      {keels.error && <Failed error={keels.error} />}
      {!keels.data && !keels.error && <Loading what="the keels" />}
      {keels.data && keels.data.length === shown.length && (
        <>
          <ul className="compare-legend">
            {shown.map((i, k) => (
              <li key={i}>
                <svg width={34} height={8} aria-hidden="true">
                  <line
                    x1={0}
                    x2={34}
                    y1={4}
                    y2={4}
                    stroke="var(--ink)"
                    strokeWidth={k === 0 ? 3 : 1.8}
                    strokeDasharray={DASHES[k] === 'solid' ? undefined : (DASHES[k] as number[]).join(' ')}
                  />
                </svg>
                {k === 0 ? <strong>{name(i)}</strong> : name(i)}
              </li>
            ))}
          </ul>
          <CompareChart
            attempts={shown.map((i) => attempts[i])}
            traces={keels.data}
            speedUnit={recording.airplane.speedUnit}
          />
          <Figures
            attempts={shown.map((i) => attempts[i])}
            names={shown.map(name)}
            judge={judge}
            speedUnit={recording.airplane.speedUnit}
          />
        </>
      )}
    </section>
  );
}

/** The demonstration the same way round, and the try before this one; the other way round only where there is no other. */
function defaultChoice(
  alike: readonly number[],
  statements: readonly AttemptStatements[],
  index: number,
  attempts: readonly AttemptScore[],
): number[] {
  const same = alike.filter((i) => attempts[i].variant === attempts[index].variant);
  const shown = same.find((i) => statements[i].help === 'demonstration');
  const before = same.findLast((i) => i < index && i !== shown) ?? same.find((i) => i !== shown);
  const chosen = [shown, before].filter((i) => i !== undefined);
  return chosen.length > 0 ? chosen : alike.slice(0, 1);
}

function CompareChart(props: { attempts: AttemptScore[]; traces: KeelTrace[]; speedUnit: string }) {
  const { attempts, traces, speedUnit } = props;
  const { ref, width } = useElementSize();
  const canvas = useRef<HTMLDivElement>(null);
  const colours = useColours();
  const { lanes } = traces[0];
  const option = useMemo(() => compareOption(attempts, traces, colours), [attempts, traces, colours]);
  useEffect(() => {
    if (!canvas.current || width === 0) return;
    const chart = init(canvas.current);
    chart.setOption(option);
    return () => chart.dispose();
  }, [option, width]);
  const height = chartHeight(lanes.length);
  return (
    <div ref={ref} className="keel">
      <div
        className="keel-plot"
        style={{ height }}
        role="img"
        aria-label="Attempts over each other, in units of tolerance"
      >
        <div ref={canvas} style={{ height }} />
        {lanes.map((lane, i) => (
          <div
            key={lane.parameter}
            className="keel-lane-name"
            style={{ top: TOP + i * LANE + LANE / 2 - 22 }}
          >
            <strong>{PARAMETER_NAMES[lane.parameter]}</strong>
            <span>{targetText(lane, speedUnit)}</span>
          </div>
        ))}
      </div>
    </div>
  );
}

function compareOption(attempts: AttemptScore[], traces: KeelTrace[], colours: Colours) {
  const [reference] = attempts;
  const { lanes } = traces[0];
  const laneOf = (trace: KeelTrace, parameter: string) =>
    trace.lanes.find((lane) => lane.parameter === parameter);
  const band = bandMarks(colours, reference);
  const fromS = -5;
  const toS = Math.ceil(traces[0].timeS[traces[0].timeS.length - 1] - reference.startS);
  const reaches = lanes.map((lane) =>
    reachOf(...traces.flatMap((trace) => laneOf(trace, lane.parameter) ?? [])),
  );
  const series = lanes.flatMap((lane, i) =>
    traces.flatMap((trace, k) => {
      const own = laneOf(trace, lane.parameter);
      if (!own) return [];
      const align = alignByPhase(attempts[k], reference);
      const points = trace.timeS.map((atS, row) => [align(atS) - reference.startS, own.used[row]]);
      return [
        {
          type: 'line' as const,
          xAxisIndex: i,
          yAxisIndex: i,
          silent: true,
          symbol: 'none',
          z: k === 0 ? 4 : 3,
          data: points,
          lineStyle: {
            color: k === 0 ? colours.ink : colours.quiet,
            width: k === 0 ? 2.4 : 1.6,
            type: DASHES[k],
          },
          ...(k === 0 && band),
        },
      ];
    }),
  );
  return { ...laneAxes(reaches, fromS, toS, colours), series };
}

function worst(parameter: ParameterScore | undefined, speedUnit: string): string {
  if (!parameter || parameter.measured === 'not-measured') return 'not measured';
  const { deviation } = worstOf(parameter);
  const speed = parameter.parameter === 'airspeed';
  const shown = signed(speed ? speedIn(deviation, speedUnit) : deviation, parameter.unit === 'g' ? 2 : 0);
  return `${shown}${speed ? ` ${speedUnit}` : unitMark(parameter.unit)}`;
}

/** The same parameters side by side, so that getting better can be read. */
function Figures(props: { attempts: AttemptScore[]; names: string[]; judge: Judge; speedUnit: string }) {
  const { attempts, names, judge, speedUnit } = props;
  const used = (attempt: AttemptScore, name: string) => {
    const parameter = attempt.parameters.find((p) => p.parameter === name);
    return parameter && parameter.measured !== 'not-measured'
      ? `${numberText(100 * parameter.toleranceUsed)} %`
      : '';
  };
  return (
    <table className="plain">
      <thead>
        <tr>
          <th>Worst, and tolerance used</th>
          {names.map((name) => (
            <th key={name}>{name}</th>
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
    </table>
  );
}
