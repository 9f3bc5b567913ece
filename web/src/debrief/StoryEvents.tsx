/** The events of an attempt on one line, and the seconds between them; a tap goes to the moment. */
import type { Story } from '@keel/core';
import { numberText } from '../parts/format.ts';
import type { Scale } from './story-lanes.ts';

const ROW = 17;
/** More of them would push the lanes off the screen. */
const MOST_ROWS = 6;
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
  const ends: number[] = [];
  return events.map(({ name, atS }) => {
    const half = 3.6 * name.length + 6;
    const free = ends.findIndex((end) => end < x(atS) - half);
    const row = Math.min(MOST_ROWS - 1, free < 0 ? ends.length : free);
    ends[row] = x(atS) + half;
    return row;
  });
}

/** What was asked for within a time of something before it, and how long it took. */
function askedOf(events: Story['events'], { atS, asked }: Story['events'][number]) {
  const from = asked && events.find(({ id }) => id === asked.from);
  if (!from || !asked || atS < from.atS) return null;
  const tookS = atS - from.atS;
  const late = tookS > asked.withinS;
  return {
    fromS: from.atS,
    late,
    text: `${numberText(tookS, 1)} of ${numberText(asked.withinS, asked.withinS % 1 === 0 ? 0 : 1)} s`,
  };
}

export function StoryEvents({ events, centre, x, width, go }: Props) {
  const rows = rowsOf(events, x);
  const lineY = ROW * (1 + Math.max(...rows)) + 12;
  const taken = events.map((event) => askedOf(events, event));
  return (
    <svg
      className="story-events"
      width={width}
      height={lineY + (taken.some((one) => one !== null) ? 42 : 26)}
      aria-label="Events"
    >
      <line
        className="story-event-line"
        x1={x(events[0].atS)}
        x2={x(events[events.length - 1].atS)}
        y1={lineY}
        y2={lineY}
      />
      {events.map(({ id, name, atS }, i) => {
        const next = events[i + 1];
        const asked = taken[i];
        // The second of two beside each other stands to the right of the first.
        const askedBefore = taken.slice(0, i).some((one) => one !== null);
        const wide = next && x(next.atS) - x(atS) > LEAST_GAP;
        const y = lineY - 12 - rows[i] * ROW;
        return (
          <g key={id} className="story-event" data-centre={id === centre || undefined}>
            <line x1={x(atS)} x2={x(atS)} y1={y + 4} y2={lineY} />
            <circle cx={x(atS)} cy={lineY} r={id === centre ? 6 : 4} />
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
              <text className="story-gap" x={(x(atS) + x(next.atS)) / 2} y={lineY + 18} textAnchor="middle">
                {numberText(next.atS - atS, 1)} s
              </text>
            )}
            {asked && (
              <text
                className="story-asked"
                data-late={asked.late || undefined}
                x={(x(atS) + x(asked.fromS)) / 2}
                y={lineY + 34}
                textAnchor={askedBefore ? 'start' : 'end'}
              >
                {name} {asked.text}
                {asked.late && ', late'}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
