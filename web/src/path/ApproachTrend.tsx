/** The measured approaches of a student: speed at the gate against what was aimed for, flight after flight. */
import { approachTrend, FIELD_FIGURES, type ApproachTrend as Trend } from '@keel/core';
import { useElementSize } from '@mantine/hooks';
import { useMemo } from 'react';
import { Link, useNavigate } from 'react-router';
import { useLandings } from '../api/hooks.ts';
import { day, signed } from '../parts/format.ts';
import { useChart } from '../parts/use-chart.ts';
import { type Colours, FONT, useColours } from '../theme/colours.ts';

const HEIGHT = 190;

export function ApproachTrend({ studentId }: { studentId: string }) {
  const { data } = useLandings(studentId);
  const trend = useMemo(() => (data ? approachTrend(data.lines) : null), [data]);
  return trend && <Drawn trend={trend} studentId={studentId} />;
}

function Drawn({ trend, studentId }: { trend: Trend; studentId: string }) {
  const { ref, width } = useElementSize();
  const colours = useColours();
  const navigate = useNavigate();
  const option = useMemo(() => (width === 0 ? null : optionOf(trend, colours)), [trend, width, colours]);
  const { canvas } = useChart(option, (index) => {
    const { recordingId } = trend.points[index];
    if (recordingId) navigate(`/debrief/${recordingId}?view=approaches`);
  });
  const { told, stable, brokenOff, landed } = trend;
  return (
    <section className="sheet" aria-label="Approaches">
      <h2>Speed at the gate, approach by approach</h2>
      <p className="small">
        {told > 0 && (
          <>
            Of the last {told}, <strong>{stable} stable</strong> at the gate
            {landed > 0 && `, ${landed} landed though not stable`}
            {brokenOff > 0 && `, ${brokenOff} broken off as the gate asks`}.{' '}
          </>
        )}
        <Link to={`/solo/${studentId}`}>All landings</Link>
      </p>
      <div ref={ref} style={{ width: '100%' }}>
        <div
          ref={canvas}
          style={{ height: HEIGHT }}
          role="img"
          aria-label={`Knots off the speed aimed for at the gate: ${trend.points.map(({ offKt }) => signed(offKt)).join(', ')}`}
        />
      </div>
      <p className="small quiet">
        Measured, not judged. Filled: stable at the gate; open: not. Shaded: +10 / −5 kt.
      </p>
    </section>
  );
}

function optionOf({ points }: Trend, colours: Colours) {
  const text = { color: colours.quiet, fontFamily: FONT, fontSize: 12.5 };
  return {
    animation: false,
    grid: { left: 46, right: 12, top: 12, bottom: 28 },
    tooltip: {
      trigger: 'axis',
      backgroundColor: colours.sheet,
      borderColor: colours.rule,
      textStyle: { color: colours.ink, fontFamily: FONT, fontSize: 13 },
      valueFormatter: (value: unknown) => (typeof value === 'number' ? `${signed(value)} kt` : ''),
    },
    xAxis: {
      type: 'category',
      data: points.map(({ at }, i) => `${i + 1} · ${day(at)}`),
      axisLabel: { ...text, hideOverlap: true },
      axisLine: { lineStyle: { color: colours.rule } },
      axisTick: { show: false },
    },
    yAxis: {
      min: (range: { min: number }) => Math.min(-10, Math.floor(range.min / 5) * 5),
      max: (range: { max: number }) => Math.max(15, Math.ceil(range.max / 5) * 5),
      axisLabel: { ...text, formatter: '{value} kt' },
      splitLine: { lineStyle: { color: colours.rule, opacity: 0.5 } },
    },
    series: [
      {
        name: 'off the speed aimed for',
        type: 'line',
        symbol: 'circle',
        symbolSize: 10,
        lineStyle: { color: colours.spruce, width: 1.6 },
        data: points.map(({ offKt, stable }) => ({
          value: Math.round(offKt),
          itemStyle: {
            color: stable ? colours.spruce : colours.sheet,
            borderColor: stable === false ? colours.below : colours.spruce,
            borderWidth: 2,
          },
        })),
        markArea: {
          silent: true,
          itemStyle: { color: colours.band },
          data: [[{ yAxis: -FIELD_FIGURES.slowKt }, { yAxis: FIELD_FIGURES.fastKt }]],
        },
      },
    ],
  };
}
