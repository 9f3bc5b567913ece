/** The ground track seen from above, north up, with the cursor on it. */
import { type AttemptScore, type KeelTrace, numberText } from '@keel/core';

const SIZE = 250;
const EDGE = 24;
const FT_PER_DEG = 364_567;

export function PlanView({
  trace,
  attempt,
  cursorS,
}: {
  trace: KeelTrace;
  attempt: AttemptScore;
  cursorS: number;
}) {
  const { track, timeS } = trace;
  if (!track) return null;
  const points = timeS.flatMap((atS, i) => {
    const lat = track.latDeg[i];
    const lon = track.lonDeg[i];
    return lat === null || lon === null ? [] : [{ atS, lat, lon }];
  });
  if (points.length < 2) return null;
  const cosLat = Math.cos((points[0].lat * Math.PI) / 180);
  const local = points.map(({ atS, lat, lon }) => ({
    atS,
    x: lon * cosLat * FT_PER_DEG,
    y: lat * FT_PER_DEG,
  }));
  const xs = local.map(({ x }) => x);
  const ys = local.map(({ y }) => y);
  const [minX, maxX, minY, maxY] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const scale = (SIZE - 2 * EDGE) / Math.max(maxX - minX, maxY - minY, 1);
  const place = ({ x, y }: { x: number; y: number }): [number, number] => [
    SIZE / 2 + (x - (minX + maxX) / 2) * scale,
    SIZE / 2 - (y - (minY + maxY) / 2) * scale,
  ];
  const line = (from: number, to: number) =>
    local
      .filter(({ atS }) => atS >= from && atS <= to)
      .map((point) =>
        place(point)
          .map((v) => v.toFixed(1))
          .join(','),
      )
      .join(' ');
  const cursor = place(local.findLast(({ atS }) => atS <= cursorS) ?? local[0]);
  const start = place(local.find(({ atS }) => atS >= attempt.startS) ?? local[0]);
  const unitFt = scale * 1000 > 110 ? 500 : scale * 1000 < 22 ? 5000 : 1000;
  return (
    <figure style={{ margin: 0 }}>
      <svg
        viewBox={`0 0 ${SIZE} ${SIZE}`}
        width="100%"
        style={{ maxHeight: 250 }}
        role="img"
        aria-label="Ground track, north up"
      >
        <polyline
          points={line(timeS[0], timeS[timeS.length - 1])}
          fill="none"
          stroke="var(--band-edge)"
          strokeWidth="1.5"
        />
        <polyline
          points={line(attempt.startS, attempt.endS)}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="2.4"
        />
        <circle cx={start[0]} cy={start[1]} r="4" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="2" />
        <circle
          cx={cursor[0]}
          cy={cursor[1]}
          r="6"
          fill="var(--spruce)"
          stroke="var(--sheet)"
          strokeWidth="2"
        />
        <path
          d={`M${SIZE - 14} 26 V8 m-4 5 l4 -6 l4 6`}
          fill="none"
          stroke="var(--quiet)"
          strokeWidth="1.5"
        />
        <text x={SIZE - 14} y={39} fontSize="11" textAnchor="middle" fill="var(--quiet)">
          N
        </text>
        <path d={`M10 ${SIZE - 8} h${unitFt * scale}`} stroke="var(--quiet)" strokeWidth="1.5" />
        <text x={10} y={SIZE - 13} fontSize="11" fill="var(--quiet)">
          {numberText(unitFt)} ft
        </text>
      </svg>
      <figcaption className="small quiet">
        Track over the ground, wind included. The ring marks where the turn began.
      </figcaption>
    </figure>
  );
}
