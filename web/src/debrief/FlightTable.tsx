/** The whole flight in a table, a row a minute, for whoever reads rather than looks. */
import { type FlightColumns, type FlightScore, momentAt } from '@keel/core';
import { memo, useState } from 'react';
import { clock, numberText, partName, speedIn } from '../parts/format.ts';
import { PlainTable } from '../parts/PlainTable.tsx';

interface Props {
  flight: FlightColumns;
  parts: FlightScore['parts'];
  speedUnit: string;
  go: (atS: number) => void;
}

const EVERY_S = 60;

/** Kept as it is while the chart above it is panned. */
export const FlightTable = memo(function FlightTable({ flight, parts, speedUnit, go }: Props) {
  // Hundreds of rows are made when somebody asks for them.
  const [open, setOpen] = useState(false);
  const times = flight.columns.time_s;
  const [fromS, toS] = [times[0], times[times.length - 1]];
  const minutes = open
    ? Array.from({ length: Math.floor((toS - fromS) / EVERY_S) + 1 }, (_, i) => fromS + i * EVERY_S)
    : [];
  const text = (value: number | undefined, unit: string) =>
    value === undefined || Number.isNaN(value) ? 'not recorded' : `${numberText(value)}${unit}`;
  return (
    <details className="story-table" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>As a table</summary>
      {open && (
        <div style={{ overflow: 'auto', maxHeight: 420 }} data-scrolls>
          <PlainTable>
            <thead>
              <tr>
                {['Time', 'Part', 'Altitude', 'Airspeed', 'Bank'].map((name) => (
                  <th key={name}>{name}</th>
                ))}
              </tr>
            </thead>
            <tbody>
              {minutes.map((atS) => {
                const { alt_ft, ias_kt, bank_deg } = momentAt(flight, atS);
                const part = parts.find(({ startS, endS }) => atS >= startS && atS < endS);
                return (
                  <tr key={atS}>
                    <td>
                      <button type="button" className="gate-name" onClick={() => go(atS)}>
                        {clock(atS - fromS)}
                      </button>
                    </td>
                    <td>{part ? partName(part.name) : ''}</td>
                    <td>{text(alt_ft, ' ft')}</td>
                    <td>
                      {text(ias_kt === undefined ? undefined : speedIn(ias_kt, speedUnit), ` ${speedUnit}`)}
                    </td>
                    <td>{text(bank_deg, '°')}</td>
                  </tr>
                );
              })}
            </tbody>
          </PlainTable>
        </div>
      )}
    </details>
  );
});
