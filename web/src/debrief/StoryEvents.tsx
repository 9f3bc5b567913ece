/** The events of an attempt on one line, and the seconds between them; a tap goes to the moment. */
import type { Story } from '@keel/core';
import { numberText } from '../parts/format.ts';
import type { Scale } from './story-lanes.ts';

const ROW = 17;
const ROWS = 3;
const LINE_Y = ROWS * ROW + 12;
/** Between two events nearer than this the seconds find no room, px. */
const LEAST_GAP = 30;

interface Props {
  events: Story['events'];
  centre: string | undefined;
  x: Scale;
  width: number;
  go: (atS: number) => void;
}

/** Names that would run into each other stand in rows above each other. */
function rowsOf(events: Story['events'], x: Scale): number[] {
  const ends = Array.from({ length: ROWS }, () => Number.NEGATIVE_INFINITY);
  return events.map(({ name, atS }) => {
    const half = 4 * name.length + 6;
    const free = ends.findIndex((end) => end < x(atS) - half);
    const row = free < 0 ? ROWS - 1 : free;
    ends[row] = x(atS) + half;
    return row;
  });
}

export function StoryEvents({ events, centre, x, width, go }: Props) {
  const rows = rowsOf(events, x);
  return (
    <svg className="story-events" width={width} height={LINE_Y + 26} aria-label="Events">
      <line
        className="story-event-line"
        x1={x(events[0].atS)}
        x2={x(events[events.length - 1].atS)}
        y1={LINE_Y}
        y2={LINE_Y}
      />
      {events.map(({ id, name, atS }, i) => {
        const next = events[i + 1];
        const wide = next && x(next.atS) - x(atS) > LEAST_GAP;
        const y = LINE_Y - 12 - rows[i] * ROW;
        return (
          <g key={id} className="story-event" data-centre={id === centre || undefined}>
            <line x1={x(atS)} x2={x(atS)} y1={y + 4} y2={LINE_Y} />
            <circle cx={x(atS)} cy={LINE_Y} r={id === centre ? 6 : 4} />
            {/* biome-ignore lint/a11y/useSemanticElements: a name in a drawing cannot be a button. */}
            <text
              x={x(atS)}
              y={y}
              textAnchor="middle"
              role="button"
              tabIndex={0}
              onClick={() => go(atS)}
              onKeyDown={({ key }) => key === 'Enter' && go(atS)}
            >
              {name}
            </text>
            {wide && (
              <text className="story-gap" x={(x(atS) + x(next.atS)) / 2} y={LINE_Y + 18} textAnchor="middle">
                {numberText(next.atS - atS, 1)} s
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
