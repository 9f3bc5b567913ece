/**
 * The altitude ladder: ground, floor, what may be lost, a cushion and the entry, and above it cloud and airspace.
 * The entry can be moved up by its mark or the arrow keys; never below what the maneuver needs.
 */
import { entryAt, entryRange, offTodayOf, type TargetCard } from '@keel/core';
import type { KeyboardEvent, PointerEvent } from 'react';
import { numberText } from '../parts/format.ts';
import './altitude-ladder.css';

const W = 560;
const H = 430;
const TOP = 16;
const BASE = 408;
const LEFT = 150;
const RIGHT = 400;
/** Two labels nearer than this would run into each other. */
const LABEL_GAP = 17;

export function AltitudeLadder(props: {
  card: TargetCard;
  onMove: (target: { altitudeFt: number }) => void;
}) {
  const { card, onMove } = props;
  const { ladder } = card;
  if (!ladder) return null;
  const { groundFt, floorFt, neededFt, entryFt, gainFt, lossFt, cushionFt, ceilingFt } = ladder;
  const roof = Math.max(
    entryFt + gainFt,
    neededFt + gainFt,
    ...(ceilingFt === null ? [] : [Math.min(ceilingFt, entryFt + 4000)]),
  );
  const top = roof + 500;
  const bottom = groundFt - 250;
  const y = (ft: number) => BASE - ((ft - bottom) / (top - bottom)) * (BASE - TOP);
  const [lowest, highest] = entryRange(ladder) ?? [entryFt, entryFt];

  const moveTo = (ft: number) => {
    const altitudeFt = entryAt(ladder, ft);
    if (altitudeFt !== null) onMove({ altitudeFt });
  };
  const drag = (event: PointerEvent<SVGElement>) => {
    const svg = event.currentTarget.ownerSVGElement;
    if (event.buttons === 0 || !svg) return;
    const box = svg.getBoundingClientRect();
    const at = ((event.clientY - box.top) / box.height) * H;
    moveTo(bottom + ((BASE - at) / (BASE - TOP)) * (top - bottom));
  };
  const key = (event: KeyboardEvent) => {
    const step = { ArrowUp: 500, ArrowDown: -500 }[event.key];
    if (!step) return;
    event.preventDefault();
    moveTo(entryFt + step);
  };
  const rungs = spaced(
    [
      { ft: groundFt, text: 'highest ground', value: numberText(groundFt) },
      {
        ft: floorFt,
        text: `floor, ${numberText(floorFt - groundFt)} above`,
        value: numberText(floorFt),
        kind: 'floor',
      },
      { ft: floorFt + lossFt, text: `may lose ${numberText(lossFt)}`, value: numberText(floorFt + lossFt) },
      { ft: entryFt, text: 'enter', value: numberText(entryFt), kind: 'entry' },
      ...(ceilingFt !== null && ceilingFt < top
        ? [
            {
              ft: ceilingFt,
              text: ladder.ceilingIs === 'cloud' ? 'cloud less clearance' : 'airspace base',
              value: numberText(ceilingFt),
            },
          ]
        : []),
    ],
    y,
  );
  return (
    <figure className="ladder-figure" aria-label={ladderWords(card)}>
      <svg viewBox={`0 0 ${W} ${H}`} width="100%" className="ladder">
        <title>Altitude ladder</title>
        <rect
          x={LEFT}
          y={y(groundFt)}
          width={RIGHT - LEFT}
          height={BASE - y(groundFt) + 10}
          className="ladder-ground"
        />
        <rect
          x={LEFT}
          y={y(floorFt + lossFt)}
          width={RIGHT - LEFT}
          height={y(floorFt) - y(floorFt + lossFt)}
          className="ladder-loss"
        />
        <rect
          x={LEFT}
          y={y(floorFt + lossFt + cushionFt)}
          width={RIGHT - LEFT}
          height={y(floorFt + lossFt) - y(floorFt + lossFt + cushionFt)}
          className="ladder-cushion"
        />
        <rect
          x={LEFT}
          y={y(entryFt + gainFt)}
          width={RIGHT - LEFT}
          height={y(entryFt) - y(entryFt + gainFt)}
          className="ladder-gain"
        />
        {ceilingFt !== null && y(ceilingFt) > 0 && (
          <rect x={LEFT} y={0} width={RIGHT - LEFT} height={y(ceilingFt)} className="ladder-sky" />
        )}
        <line x1={LEFT - 16} x2={RIGHT} y1={y(floorFt)} y2={y(floorFt)} className="ladder-floor" />
        <line x1={LEFT - 16} x2={RIGHT} y1={y(entryFt)} y2={y(entryFt)} className="ladder-entry" />
        {rungs.map(({ ft, at, text, value, kind }) => (
          <g key={text} className={kind ? `ladder-${kind}-text` : 'ladder-text'}>
            <text x={LEFT - 22} y={at + 5} textAnchor="end">
              {value} ft
            </text>
            <text x={RIGHT + 12} y={at + 5}>
              {text}
            </text>
            {Math.abs(at - y(ft)) > 2 && (
              <line x1={RIGHT + 1} x2={RIGHT + 9} y1={y(ft)} y2={at} className="ladder-lead" />
            )}
          </g>
        ))}
        <text
          x={(LEFT + RIGHT) / 2}
          y={y(floorFt + lossFt + cushionFt / 2) + 4}
          textAnchor="middle"
          className="ladder-inside"
        >
          cushion {numberText(cushionFt)}
        </text>
        {y(entryFt) - y(entryFt + gainFt) > 24 && (
          <text x={LEFT + 8} y={y(entryFt + gainFt) + 14} className="ladder-inside">
            may rise {numberText(gainFt)}
          </text>
        )}
        {!card.offToday && (
          <circle
            cx={(LEFT + RIGHT) / 2}
            cy={y(entryFt)}
            r={12}
            tabIndex={0}
            role="slider"
            aria-label="Entry altitude"
            aria-orientation="vertical"
            aria-valuemin={lowest}
            aria-valuemax={highest}
            aria-valuenow={entryFt}
            aria-valuetext={`${numberText(entryFt)} feet`}
            className="ladder-mark"
            onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
            onPointerMove={drag}
            onKeyDown={key}
          />
        )}
      </svg>
      {card.offToday && <p className="ladder-off">{offTodayOf(card)}</p>}
    </figure>
  );
}

const ladderWords = (card: TargetCard): string => {
  const { ladder } = card;
  return ladder
    ? `Ground ${ladder.groundFt} feet, floor ${ladder.floorFt}, may lose ${ladder.lossFt}, cushion ${ladder.cushionFt}, enter at ${ladder.entryFt}${ladder.ceilingFt === null ? '' : `, ceiling ${ladder.ceilingFt}`}. ${offTodayOf(card) ?? ''}`
    : '';
};

interface Rung {
  ft: number;
  text: string;
  value: string;
  kind?: string;
}

/** Labels at their heights, pushed apart where they would touch. */
function spaced(rungs: Rung[], y: (ft: number) => number): (Rung & { at: number })[] {
  const placed = rungs.map((rung) => ({ ...rung, at: y(rung.ft) })).sort((a, b) => b.at - a.at);
  for (let i = 1; i < placed.length; i++) placed[i].at = Math.min(placed[i].at, placed[i - 1].at - LABEL_GAP);
  return placed;
}
