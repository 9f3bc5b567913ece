/** Run-up and takeoffs of a flight, as they were measured. */
import { type FlightScore, fieldRowSaid, runUpLines, takeoffLines, type Units } from '@keel/core';
import { clock } from '../parts/format.ts';

export function Departures({ flight, units }: { flight: FlightScore; units: Units }) {
  const { takeoffList, runUps } = flight;
  if (takeoffList.length + runUps.length === 0) return null;
  return (
    <section className="sheet stack" aria-label="Run-up and takeoffs">
      <h2>Run-up and takeoffs</h2>
      <table className="approach-rows">
        <tbody>
          {runUps.map((one) => (
            <tr key={one.startS}>
              <th scope="row">Run-up, {clock(one.startS)}</th>
              <td className="departure-said">{runUpLines(one, units).join('; ')}</td>
            </tr>
          ))}
          {takeoffList.map((one, i) => (
            <tr key={one.atS}>
              <th scope="row">
                Takeoff {i + 1}, {clock(one.atS)}
              </th>
              <td className="departure-said">
                {takeoffLines(one, units).join('; ')}
                {one.rows.map((row) => (
                  <div key={row.row} className={row.held ? undefined : 'approach-out'}>
                    {fieldRowSaid(row, units)}
                  </div>
                ))}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
