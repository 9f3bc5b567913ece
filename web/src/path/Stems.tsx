/** Attempts as stems on a line: how much of the worst tolerance was used, above or below. */
import type { PathAttempt } from '@keel/core';

const STEP = 13;
const HEIGHT = 56;
const HALF = 11;

export function Stems({ attempts, most = 16 }: { attempts: PathAttempt[]; most?: number }) {
  const shown = attempts.slice(-most);
  const width = shown.length * STEP + 12;
  return (
    <svg width={width} height={HEIGHT} viewBox={`0 0 ${width} ${HEIGHT}`} aria-hidden="true">
      <rect x={0} y={HEIGHT / 2 - HALF} width={width} height={2 * HALF} fill="var(--band)" />
      <line x1={0} x2={width} y1={HEIGHT / 2} y2={HEIGHT / 2} stroke="var(--ink)" />
      {shown.map((attempt, i) => {
        const used = Math.max(-2.1, Math.min(2.1, attempt.worst?.used ?? 0));
        const x = 10 + i * STEP;
        const y = HEIGHT / 2 - used * HALF;
        const colour = Math.abs(used) <= 1 ? 'var(--ink)' : used > 0 ? 'var(--above)' : 'var(--below)';
        const filled = attempt.help === 'unaided';
        return (
          <g key={`${attempt.recordingId}-${attempt.attempt}`}>
            <line x1={x} x2={x} y1={HEIGHT / 2} y2={y} stroke={colour} strokeWidth={1.6} />
            <circle
              cx={x}
              cy={y}
              r={4}
              fill={filled ? colour : 'var(--sheet)'}
              stroke={colour}
              strokeWidth={1.6}
            />
          </g>
        );
      })}
    </svg>
  );
}
