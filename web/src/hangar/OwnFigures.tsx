/** What this very airplane's recordings say it does, beside its book; the chief takes it up for the Brief. */
import type { Airplane, OwnFigure } from '@keel/core';
import { Button } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import { api, messageOf, read } from '../api/client.ts';
import { useAirplanes, useOwnFigures } from '../api/hooks.ts';
import { numberText, signed, speedIn } from '../parts/format.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { Waiting } from '../parts/states.tsx';

type Versioned = Airplane & { version: number };

export function OwnFigures({ airplane, mayTake }: { airplane: Versioned; mayTake: boolean }) {
  const own = useOwnFigures(airplane.id);
  const airplanes = useAirplanes();
  const [busy, setBusy] = useState(false);
  if (!own.data) return <Waiting query={own} what="this airplane’s flights" />;
  const { flights, figures, taken } = own.data;

  const take = async (wanted: boolean) => {
    setBusy(true);
    try {
      const answer = await read(
        api.airplanes[':id']['own-figures'].$put({
          param: { id: airplane.id },
          json: { version: airplane.version, take: wanted },
        }),
      );
      await own.mutate(answer, { revalidate: false });
      await airplanes.mutate();
      notifications.show({
        message: wanted
          ? 'Cards made from now on show these beside the book.'
          : 'Cards made from now on show the book alone.',
      });
    } catch (error) {
      notifications.show({ color: 'red', title: 'Not changed', message: messageOf(error) });
    } finally {
      setBusy(false);
    }
  };

  if (figures.length === 0)
    return (
      <p className="quiet">
        {flights === 0
          ? 'No flight of this airplane has been scored yet. '
          : `${flights} flights are too few to tell. `}
        Three steady level stretches, three power-off stalls or three steep turns, recorded with airspeed and
        engine speed, are the least that shows how far the figures scatter.
      </p>
    );
  return (
    <div className="stack">
      <p>
        From {flights} scored {flights === 1 ? 'flight' : 'flights'} of this airplane, each reduced to maximum
        weight and the book’s air. ± is the 95 % interval of the mean.
      </p>
      <PlainTable aria-label="Own figures">
        <thead>
          <tr>
            <th>Figure</th>
            <th>This airplane</th>
            <th>The book</th>
            <th>Difference</th>
            <th>From</th>
          </tr>
        </thead>
        <tbody>
          {figures.map((figure) => (
            <FigureRow
              key={`${figure.kind} ${figure.label}`}
              figure={figure}
              speedUnit={airplane.speedUnit}
            />
          ))}
        </tbody>
      </PlainTable>
      <p className="small quiet">
        They are shown on the cards beside the book’s numbers and replace none: every limit stays the book’s,
        and a stall that came later than the book says is no reason to fly slower.
      </p>
      {mayTake && (
        <div className="row">
          <Button loading={busy} onClick={() => take(true)}>
            {taken.length > 0 ? 'Use these instead' : 'Show them on the cards'}
          </Button>
          {taken.length > 0 && (
            <Button variant="default" loading={busy} onClick={() => take(false)}>
              The book alone
            </Button>
          )}
        </div>
      )}
      {taken.length > 0 && (
        <p className="small">The cards show {taken.length} figures of this airplane’s own.</p>
      )}
    </div>
  );
}

function FigureRow({ figure, speedUnit }: { figure: OwnFigure; speedUnit: string }) {
  const { kind, label, value, uncertainty, count, flights, book } = figure;
  const speed = kind === 'stall-speed';
  const digits = speed ? 1 : 0;
  const unit = speed ? speedUnit : figure.unit;
  const shown = (one: number) => (speed ? speedIn(one, speedUnit) : one);
  const differs = book !== null && Math.abs(value - book) > uncertainty;
  return (
    <tr>
      <td>{label}</td>
      <td className="nowrap">
        <strong>{numberText(shown(value), digits)}</strong> ± {numberText(shown(uncertainty), digits)} {unit}
      </td>
      <td className="nowrap">{book === null ? 'not in it' : `${numberText(shown(book), digits)} ${unit}`}</td>
      <td className="nowrap">
        {book === null ? (
          ''
        ) : differs ? (
          <strong>{signed(shown(value) - shown(book), digits)}</strong>
        ) : (
          'as the book'
        )}
      </td>
      <td className="quiet small nowrap">
        {count} {count === 1 ? 'time' : 'times'} in {flights} {flights === 1 ? 'flight' : 'flights'}
      </td>
    </tr>
  );
}
