/** The same in a table, for whoever reads rather than looks. */
import type { Story } from '@keel/core';
import { clock, signed } from '../parts/format.ts';
import { LANE_NAMES, textAt } from './story-lanes.ts';

interface Props {
  story: Story;
  timeS: readonly number[];
  zeroS: number;
  speedUnit: string;
}

const EVERY_S = 10;

export function StoryTable({ story, timeS, zeroS, speedUnit }: Props) {
  const moments =
    story.events.length > 0
      ? story.events.map(({ id, name, atS }) => ({ id, name, atS }))
      : timeS
          .filter((atS, i) => i === 0 || Math.floor(atS / EVERY_S) !== Math.floor(timeS[i - 1] / EVERY_S))
          .map((atS) => ({ id: String(atS), name: clock(Math.max(0, atS - zeroS)), atS }));
  return (
    <details className="story-table">
      <summary>As a table</summary>
      <div style={{ overflowX: 'auto' }}>
        <table className="plain">
          <thead>
            <tr>
              <th>Moment</th>
              {story.events.length > 0 && <th>s</th>}
              {story.lanes.map(({ name }) => (
                <th key={name}>{LANE_NAMES[name]}</th>
              ))}
            </tr>
          </thead>
          <tbody>
            {moments.map(({ id, name, atS }) => (
              <tr key={id}>
                <td>{name}</td>
                {story.events.length > 0 && <td>{signed(atS - zeroS, 1)}</td>}
                {story.lanes.map((lane) => (
                  <td key={lane.name}>{textAt(lane, timeS, atS, speedUnit) || 'not recorded'}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </details>
  );
}
