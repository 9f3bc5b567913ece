import { brokenLine } from '@keel/core';

/** The keel, small: it stands for an attempt in lists. A lane a parameter, the band tinted, what left it coloured. */

const LANE = 15;
const REACH = 2;

interface Lane {
  parameter: string;
  used: (number | null)[];
}

export function SmallKeel({ lanes, width = 112 }: { lanes: Lane[]; width?: number }) {
  const height = Math.max(1, lanes.length) * LANE;
  return (
    <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} aria-hidden="true">
      {lanes.map((lane, i) => (
        <SmallLane key={lane.parameter} lane={lane} top={i * LANE} width={width} />
      ))}
    </svg>
  );
}

function SmallLane({ lane, top, width }: { lane: Lane; top: number; width: number }) {
  const middle = top + LANE / 2;
  const half = (LANE - 2) / 2 / REACH;
  const n = lane.used.length;
  const all = lane.used.map((used, i) =>
    used === null
      ? null
      : {
          x: (i * width) / Math.max(1, n - 1),
          y: middle - Math.max(-REACH, Math.min(REACH, used)) * half,
          used,
        },
  );
  const points = all.filter((point) => point !== null);
  return (
    <g>
      <rect x={0} y={middle - half} width={width} height={2 * half} fill="var(--band)" />
      <line x1={0} x2={width} y1={middle} y2={middle} stroke="var(--rule)" />
      <path d={brokenLine(all)} fill="none" stroke="var(--ink)" strokeWidth={1.2} />
      {points
        .filter(({ used }) => Math.abs(used) > 1)
        .map(({ x, y, used }) => (
          <line
            key={x}
            x1={x}
            x2={x}
            y1={middle - Math.sign(used) * half}
            y2={y}
            stroke={used > 0 ? 'var(--above)' : 'var(--below)'}
            strokeWidth={2}
          />
        ))}
    </g>
  );
}
