/** The envelope with today's load in it: at the start, at the landing, and with empty tanks. */
import { type Airplane, cgLimitsIn, type LessonPlan } from '@keel/core';
import { numberText } from '../parts/format.ts';
import './cg-picture.css';

const W = 460;
const H = 290;
/** Start and landing lie close: one label above its point, one below. */
const LABEL_SHIFT = [-3, 14, 5];
const PAD = { left: 58, right: 16, top: 12, bottom: 34 };

export function CgPicture({ airplane, plan }: { airplane: Airplane; plan: LessonPlan }) {
  const envelope = airplane.cgEnvelope ?? [];
  const points = plan.balance;
  const xs = [...envelope.map(([cg]) => cg), ...points.map(({ cgIn }) => cgIn)];
  const ys = [...envelope.map(([, lb]) => lb), ...points.map(({ weightLb }) => weightLb)];
  const spread = (values: number[], margin: number): [number, number] => {
    const [low, high] = [Math.min(...values), Math.max(...values)];
    return [low - (high - low) * margin, high + (high - low) * margin];
  };
  const [x0, x1] = spread(xs, 0.08);
  const [y0, y1] = spread(ys, 0.1);
  const x = (cg: number) => PAD.left + ((cg - x0) / (x1 - x0)) * (W - PAD.left - PAD.right);
  const y = (lb: number) => H - PAD.bottom - ((lb - y0) / (y1 - y0)) * (H - PAD.top - PAD.bottom);
  const [start] = points;
  const inside = points.every((point) => point.inside);
  const limits = cgLimitsIn(envelope, start.weightLb);
  const step = (y1 - y0) / 4 > 150 ? 200 : 100;
  const weights = Array.from({ length: 12 }, (_, i) => (Math.ceil(y0 / step) + i) * step).filter(
    (lb) => lb < y1,
  );
  const arms = Array.from({ length: 20 }, (_, i) => (Math.ceil(x0 / 2) + i) * 2).filter((cg) => cg < x1);
  return (
    <figure className="cg">
      <figcaption>
        <strong>
          {numberText(start.weightLb)} lb, CG {numberText(start.cgIn, 1)} in:{' '}
          {inside ? 'inside the envelope all the way' : 'outside the envelope'}
        </strong>
        {limits && (
          <span className="quiet small">
            {' '}
            limits at the start {numberText(limits[0], 1)} to {numberText(limits[1], 1)} in
          </span>
        )}
      </figcaption>
      <svg
        viewBox={`0 0 ${W} ${H}`}
        width="100%"
        role="img"
        aria-label={points
          .map(
            ({ label, weightLb, cgIn, inside: ok }) =>
              `${label}: ${numberText(weightLb)} pounds at ${numberText(cgIn, 1)} inches, ${ok ? 'inside' : 'outside'}`,
          )
          .join('; ')}
      >
        {weights.map((lb) => (
          <g key={lb}>
            <line x1={PAD.left} x2={W - PAD.right} y1={y(lb)} y2={y(lb)} className="cg-rule" />
            <text x={PAD.left - 7} y={y(lb) + 4} textAnchor="end" className="cg-text">
              {numberText(lb)}
            </text>
          </g>
        ))}
        {arms.map((cg) => (
          <text key={cg} x={x(cg)} y={H - PAD.bottom + 18} textAnchor="middle" className="cg-text">
            {cg}
          </text>
        ))}
        <text x={W - PAD.right} y={H - 2} textAnchor="end" className="cg-text">
          inches aft of datum · lb
        </text>
        <polygon points={envelope.map(([cg, lb]) => `${x(cg)},${y(lb)}`).join(' ')} className="cg-envelope" />
        <polyline
          points={points.map(({ cgIn, weightLb }) => `${x(cgIn)},${y(weightLb)}`).join(' ')}
          className="cg-burn"
        />
        {points.map(({ label, cgIn, weightLb, inside: ok }, i) => (
          <g key={label} className={ok ? 'cg-point' : 'cg-point cg-outside'}>
            {ok ? (
              <circle cx={x(cgIn)} cy={y(weightLb)} r={i === 0 ? 7 : 4.5} />
            ) : (
              <path
                d={`M${x(cgIn) - 6} ${y(weightLb) - 6}l12 12m0 -12l-12 12`}
                strokeWidth="3"
                stroke="currentColor"
              />
            )}
            <text x={x(cgIn) + 12} y={y(weightLb) + LABEL_SHIFT[i]}>
              {label}
            </text>
          </g>
        ))}
      </svg>
    </figure>
  );
}
