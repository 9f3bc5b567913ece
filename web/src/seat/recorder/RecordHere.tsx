/** Before the engine is started: whether this device records the flight, and where it lies. */
import { DeviceLeft } from './DeviceLeft.tsx';
import { HearEngine } from './HearEngine.tsx';
import type { Mount } from './sensor-rows.ts';

export type Wish = Mount | 'no';

const WISHES: readonly { wish: Wish; says: string; means: string }[] = [
  { wish: 'no', says: 'Do not record', means: 'What you tap is kept' },
  { wish: 'knee', says: 'Record, on my knee', means: 'Positions: wind, turns, altitude; no attitude' },
  {
    wish: 'fixed',
    says: 'Record, fixed in a mount',
    means: 'Bank, pitch and load as well',
  },
];

interface RecordHereProps {
  airplaneId: string;
  wish: Wish;
  choose: (wish: Wish) => void;
  hears: boolean;
  chooseHears: (hears: boolean) => void;
}

export function RecordHere({ airplaneId, wish, choose, hears, chooseHears }: RecordHereProps) {
  return (
    <>
      <fieldset className="seat-row" aria-label="Record with this tablet">
        {WISHES.map((one) => (
          <button
            key={one.wish}
            type="button"
            className="seat-button"
            aria-pressed={wish === one.wish}
            onClick={() => choose(one.wish)}
          >
            <span>
              {one.says}
              <small>{one.means}</small>
            </span>
          </button>
        ))}
      </fieldset>
      {wish !== 'no' && <HearEngine airplaneId={airplaneId} on={hears} choose={chooseHears} />}
      {wish !== 'no' && <DeviceLeft mount={wish} />}
      {wish !== 'no' && (
        <ul>
          {wish === 'fixed' && (
            <>
              <li>
                Any way round, but it must not move: clear of controls, exits, view and compass. Stalls need a
                mount that locks
              </li>
              <li>Out of the sun: a tablet that is too hot switches itself off</li>
            </>
          )}
          <li>
            The page stays in sight: one that is hidden records nothing. A device that does nothing else is
            better
          </li>
          <li>
            Aeroplane mode on, location on. Airspeed near the stall, flaps and who flew are never inferred
          </li>
        </ul>
      )}
    </>
  );
}
