/** A flight's attempts as stems on a line: how much of the worst tolerance each used, above or below. */
import type { Stem } from '@keel/core';

const STEP = 12;
const HEIGHT = 46;
const HALF = 8;

const colourOf = (used: number): string =>
  Math.abs(used) <= 1 ? 'var(--ink)' : used > 0 ? 'var(--above)' : 'var(--below)';

export function Stems({ attempts }: { attempts: readonly Stem[] }) {
  const width = Math.max(34, attempts.length * STEP + 10);
  const middle = HEIGHT / 2;
  const counts = attempts.some(({ help }) => help === 'unaided');
  return (
    <svg width={width} height={HEIGHT} viewBox={`0 0 ${width} ${HEIGHT}`} aria-hidden="true">
      {counts && <rect x={0} y={middle - HALF} width={width} height={2 * HALF} fill="var(--band)" />}
      <line x1={0} x2={width} y1={middle} y2={middle} stroke="var(--ink)" />
      {attempts.map(({ recordingId, attempt, worst, help, verdict }, i) => {
        const used = Math.max(-2.1, Math.min(2.1, worst ?? 0));
        const failed = verdict === 'unsatisfactory';
        const x = (width - (attempts.length - 1) * STEP) / 2 + i * STEP;
        const y = middle - used * HALF;
        // A must that failed inside every band is not to be seen in the stem: it gets a cross.
        const colour = failed && Math.abs(used) <= 1 ? 'var(--below)' : colourOf(used);
        return (
          <g key={`${recordingId}-${attempt}`} stroke={colour} strokeWidth={1.6}>
            <line x1={x} x2={x} y1={middle} y2={y} />
            <circle cx={x} cy={y} r={3.8} fill={help === 'unaided' ? colour : 'var(--sheet)'} />
            {failed && Math.abs(used) <= 1 && (
              <path d={`M${x - 3} ${middle + 11}l6 6m0-6l-6 6`} fill="none" />
            )}
          </g>
        );
      })}
    </svg>
  );
}
