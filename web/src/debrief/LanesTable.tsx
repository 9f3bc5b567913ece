/** Every lane in a table, for whoever reads rather than looks: at the events, or every ten seconds. */
import type { KeelTrace } from '@keel/core';
import { clock, PARAMETER_NAMES, signed } from '../parts/format.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { deviationText } from './keel-lanes.ts';
import { LANE_NAMES, textAt } from './story-lanes.ts';
import type { Lanes } from './which-lanes.ts';

interface Props {
  trace: KeelTrace;
  lanes: Lanes;
  /** Where the seconds of events are counted from. */
  zeroS: number;
  speedUnit: string;
  go: (atS: number) => void;
}

const EVERY_S = 10;

export function LanesTable({ trace, lanes, zeroS, speedUnit, go }: Props) {
  const { timeS, story } = trace;
  const events = story?.events ?? [];
  const moments =
    events.length > 0
      ? events
      : timeS
          .filter((atS, i) => i === 0 || Math.floor(atS / EVERY_S) !== Math.floor(timeS[i - 1] / EVERY_S))
          .map((atS) => ({ id: String(atS), name: clock(Math.max(0, atS - zeroS)), atS }));
  return (
    <details className="story-table">
      <summary>As a table</summary>
      <div style={{ overflowX: 'auto' }}>
        <PlainTable>
          <thead>
            <tr>
              <th>Moment</th>
              {events.length > 0 && <th>s</th>}
              {lanes.keel.map(({ parameter }) => (
                <th key={parameter}>{PARAMETER_NAMES[parameter]}, off</th>
              ))}
              {lanes.story.map(({ name }) => (
                <th key={name}>{LANE_NAMES[name]}</th>
              ))}
            </tr>
          </thead>
          <tbody>
            {moments.map(({ id, name, atS }) => (
              <tr key={id}>
                <td>
                  <button type="button" className="gate-name" onClick={() => go(atS)}>
                    {name}
                  </button>
                </td>
                {events.length > 0 && <td>{signed(atS - zeroS, 1)}</td>}
                {lanes.keel.map((lane) => (
                  <td key={lane.parameter}>{deviationText(trace, lane, atS, speedUnit)}</td>
                ))}
                {lanes.story.map((lane) => (
                  <td key={lane.name}>{textAt(lane, timeS, atS, speedUnit) || 'not recorded'}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </PlainTable>
      </div>
    </details>
  );
}
