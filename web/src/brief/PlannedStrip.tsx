/** The flight strip, planned: the lesson as an altitude profile over the ground, with its floor. */
import type { TargetCard } from '@keel/core';
import { say } from '../parts/format.ts';

const W = 1200;
const H = 118;
const BASE = 100;

export function PlannedStrip({
  card,
  groundFt,
  fieldFt,
}: {
  card: TargetCard;
  groundFt: number;
  fieldFt: number;
}) {
  const { altitudeFt, floorFt } = card.entry;
  const top = altitudeFt + 700;
  const bottom = Math.min(fieldFt, groundFt) - 100;
  const y = (ft: number) => BASE - ((ft - bottom) / (top - bottom)) * (BASE - 8);
  const hills = `M0 ${BASE} L0 ${y(fieldFt)} L150 ${y(fieldFt + (groundFt - fieldFt) * 0.2)} L330 ${y(groundFt - (groundFt - fieldFt) * 0.15)} L560 ${y(groundFt)} L760 ${y(groundFt - (groundFt - fieldFt) * 0.35)} L1000 ${y(fieldFt + (groundFt - fieldFt) * 0.3)} L${W} ${y(fieldFt)} L${W} ${BASE} Z`;
  const level = y(altitudeFt);
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      role="img"
      aria-label={`Planned: up to ${say(altitudeFt)} feet, clear, steep turns, back down; the floor is ${say(floorFt)} feet.`}
      style={{ display: 'block', maxHeight: 130 }}
    >
      <path d={hills} fill="var(--hill)" />
      <polyline
        points={`20,${y(fieldFt)} 270,${level} 880,${level} 1140,${y(fieldFt)}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.4"
      />
      <line
        x1="200"
        x2="1010"
        y1={y(floorFt)}
        y2={y(floorFt)}
        stroke="var(--below)"
        strokeWidth="1.5"
        strokeDasharray="6 4"
      />
      <text x="1018" y={y(floorFt) + 4} fontSize="13" fontWeight="650" fill="var(--below)">
        floor {say(floorFt)}
      </text>
      <Block x={290} y={level} width={110} label="Clear" />
      <Block x={430} y={level} width={300} label={`Steep turns at ${say(altitudeFt)}`} here />
      <text x="20" y={H - 4} fontSize="12" fill="var(--quiet)">
        field {say(fieldFt)}
      </text>
      <text x="560" y={H - 4} fontSize="12" fill="var(--quiet)" textAnchor="middle">
        highest ground {say(groundFt)}
      </text>
    </svg>
  );
}

function Block(props: { x: number; y: number; width: number; label: string; here?: boolean }) {
  return (
    <g>
      <rect
        x={props.x}
        y={props.y - 13}
        width={props.width}
        height="26"
        rx="2"
        fill={props.here ? 'var(--spruce)' : 'var(--sheet)'}
        stroke={props.here ? 'var(--spruce)' : 'var(--ink)'}
      />
      <text
        x={props.x + props.width / 2}
        y={props.y + 4.5}
        textAnchor="middle"
        fontSize="13"
        fontWeight="680"
        fill={props.here ? 'var(--spruce-ink)' : 'var(--ink)'}
      >
        {props.label}
      </text>
    </g>
  );
}
