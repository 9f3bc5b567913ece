/** The flight strip, planned: the lesson as an altitude profile over its minutes, with ground, floor and ceiling. */
import type { LessonPlan, Segment, TargetCard } from '@keel/core';
import { useElementSize } from '@mantine/hooks';
import { numberText } from '../parts/format.ts';
import './lesson-strip.css';

/** Until its own width is known. */
const USUAL_W = 1200;
/** A block that is narrower holds its number, px. */
const NARROW = 56;
const H = 150;
const TOP = 14;
const BASE = 124;
const LEFT = 10;
const RIGHT = 10;

export function LessonStrip(props: {
  plan: LessonPlan;
  cards: Map<string, TargetCard[]>;
  fieldFt: number;
  groundFt: number;
  chosen: string | undefined;
  onChoose: (item: string) => void;
}) {
  const { plan, cards, fieldFt, groundFt, chosen } = props;
  const { ref, width } = useElementSize();
  const W = width || USUAL_W;
  const ladder = [...cards.values()][0]?.[0]?.ladder ?? null;
  const highest = Math.max(fieldFt + 1500, ...plan.segments.map(({ toFt }) => toFt));
  const ceiling = ladder?.ceilingFt ?? null;
  const top = Math.max(highest + 700, ceiling === null ? 0 : Math.min(ceiling + 300, highest + 2500));
  const bottom = Math.min(fieldFt, groundFt) - 100;
  const minutes = Math.max(plan.totalMin, plan.blockMin);
  const x = (min: number) => LEFT + (min / minutes) * (W - LEFT - RIGHT);
  const y = (ft: number) => BASE - ((ft - bottom) / (top - bottom)) * (BASE - TOP);
  const profile = plan.segments.flatMap(({ startMin, endMin, fromFt, toFt }) => [
    `${x(startMin)},${y(fromFt)}`,
    `${x(endMin)},${y(toFt)}`,
  ]);
  const rise = groundFt - fieldFt;
  const hill = [0, 0.05, 0.3, 0.75, 1, 0.6, 0.85, 0.5, 0.15, 0.05, 0].map(
    (share, i, all) => `${LEFT + (i / (all.length - 1)) * (W - LEFT - RIGHT)},${y(fieldFt + rise * share)}`,
  );
  const step = minutes > 100 || W < 500 ? 20 : 15;
  const ticks = Array.from({ length: Math.floor(minutes / step) + 1 }, (_, i) => i * step);
  return (
    // The cards beneath go on from one to the next as well.
    <div className="lesson-strip" ref={ref} data-equivalent>
      <svg
        viewBox={`0 0 ${W} ${H}`}
        width="100%"
        height={H}
        role="img"
        aria-label={`Planned: ${Math.round(plan.totalMin)} of ${plan.blockMin} minutes. ${plan.segments
          .filter(({ kind }) => kind === 'maneuver')
          .map(({ label, toFt }) => `${label} at ${numberText(toFt)} feet`)
          .join(', ')}.`}
      >
        <polygon points={`${LEFT},${BASE} ${hill.join(' ')} ${W - RIGHT},${BASE}`} fill="var(--hill)" />
        {ceiling !== null && y(ceiling) > 0 && (
          <>
            <rect
              x={LEFT}
              y={0}
              width={W - LEFT - RIGHT}
              height={Math.max(0, y(ceiling))}
              className="strip-sky"
            />
            <text x={W - RIGHT - 4} y={y(ceiling) + 14} className="strip-quiet" textAnchor="end">
              {W >= 500 && (ladder?.ceilingIs === 'cloud' ? 'cloud less its clearance · ' : 'airspace · ')}
              {numberText(ceiling)}
            </text>
          </>
        )}
        {ladder && (
          <>
            <line
              x1={x(4)}
              x2={x(minutes - 6)}
              y1={y(ladder.floorFt)}
              y2={y(ladder.floorFt)}
              className="strip-floor"
            />
            <text
              x={x(minutes - 6) - 4}
              y={y(ladder.floorFt) - 5}
              className="strip-floor-text"
              textAnchor="end"
            >
              floor {numberText(ladder.floorFt)}
            </text>
          </>
        )}
        <polyline points={profile.join(' ')} className="strip-path" />
        {plan.blockMin < plan.totalMin && (
          <line x1={x(plan.blockMin)} x2={x(plan.blockMin)} y1={TOP} y2={BASE} className="strip-block-end" />
        )}
        {plan.segments
          .filter(({ kind }) => kind === 'clear')
          .map((segment) => (
            <rect
              key={segment.startMin}
              x={x(segment.startMin)}
              y={y(segment.toFt) - 5}
              width={Math.max(2, x(segment.endMin) - x(segment.startMin))}
              height={10}
              className="strip-clear"
            >
              <title>Clear the area</title>
            </rect>
          ))}
        {ticks.map((min) => (
          <text
            key={min}
            x={x(min)}
            y={H - 6}
            className="strip-quiet"
            textAnchor={min === 0 ? 'start' : min > 0.96 * minutes ? 'end' : 'middle'}
          >
            {min} min
          </text>
        ))}
      </svg>
      {plan.segments
        .filter(({ kind, item }) => kind === 'maneuver' && item !== null)
        .map((segment, i) => (
          <Block
            key={segment.item}
            segment={segment}
            says={x(segment.endMin) - x(segment.startMin) < NARROW ? String(i + 1) : segment.label}
            left={x(segment.startMin) / W}
            width={(x(segment.endMin) - x(segment.startMin)) / W}
            top={y(segment.toFt) / H}
            here={segment.item === chosen}
            off={cards.get(segment.item ?? '')?.[0]?.offToday ?? false}
            onChoose={() => segment.item && props.onChoose(segment.item)}
          />
        ))}
    </div>
  );
}

function Block(props: {
  segment: Segment;
  /** Its name, or its number where there is no room for one. */
  says: string;
  left: number;
  width: number;
  top: number;
  here: boolean;
  off: boolean;
  onChoose: () => void;
}) {
  const { segment } = props;
  return (
    <button
      type="button"
      className="strip-item"
      aria-label={segment.label}
      aria-pressed={props.here}
      data-off={props.off || undefined}
      title={`${segment.label}, ${numberText(segment.toFt)} ft${props.off ? ', off today' : ''}`}
      style={{
        left: `${100 * props.left}%`,
        width: `${100 * props.width}%`,
        top: `${100 * props.top}%`,
      }}
      onClick={props.onChoose}
    >
      {props.says}
    </button>
  );
}
