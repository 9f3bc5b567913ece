/** The gate: two posts and a dot. Between them is within, beyond a post is out. */

const WIDTH = 116;
const HEIGHT = 18;
const POST_LEFT = 32;
const POST_RIGHT = 84;
const MIDDLE = (POST_LEFT + POST_RIGHT) / 2;
const HALF = (POST_RIGHT - POST_LEFT) / 2;

/** @param used signed tolerance used: 0 the centre, ±1 the posts; null when not measured. */
export function Gate({ used, out }: { used: number | null; out: boolean }) {
  const reach = used === null ? 0 : Math.max(-2.1, Math.min(2.1, used));
  const x = MIDDLE + reach * HALF;
  const colour = !out || used === null ? 'var(--ink)' : used > 0 ? 'var(--above)' : 'var(--below)';
  return (
    <svg width={WIDTH} height={HEIGHT} viewBox={`0 0 ${WIDTH} ${HEIGHT}`} aria-hidden="true">
      <rect x={POST_LEFT} y={5} width={POST_RIGHT - POST_LEFT} height={8} fill="var(--rule)" />
      <line x1={MIDDLE} x2={x} y1={9} y2={9} stroke={colour} strokeWidth={2.5} />
      <line x1={POST_LEFT} x2={POST_LEFT} y1={2} y2={16} stroke="var(--ink)" strokeWidth={2} />
      <line x1={POST_RIGHT} x2={POST_RIGHT} y1={2} y2={16} stroke="var(--ink)" strokeWidth={2} />
      {used !== null && <circle cx={x} cy={9} r={out ? 5 : 4} fill={colour} />}
    </svg>
  );
}

/** The gate as a small mark beside a verdict. */
export function VerdictMark({ verdict }: { verdict: 'satisfactory' | 'unsatisfactory' | 'not-scored' }) {
  const out = verdict === 'unsatisfactory';
  return (
    <svg width={26} height={20} viewBox="0 0 26 20" aria-hidden="true">
      <line x1={4} x2={4} y1={1} y2={19} stroke="var(--ink)" strokeWidth={2.5} />
      <line x1={17} x2={17} y1={1} y2={19} stroke="var(--ink)" strokeWidth={2.5} />
      {verdict === 'not-scored' ? (
        <circle cx={10.5} cy={10} r={3.5} fill="none" stroke="var(--quiet)" strokeWidth={1.5} />
      ) : (
        <circle cx={out ? 22 : 10.5} cy={10} r={3.8} fill={out ? 'var(--below)' : 'var(--spruce)'} />
      )}
    </svg>
  );
}
