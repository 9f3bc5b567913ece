/** Flights under way, and the devices that send them. */
import type { LiveFlightView } from '@keel/core';
import { Button } from '@mantine/core';
import { Link } from 'react-router';
import { useMe } from '../api/hooks.ts';
import { TitleBar } from '../frame/TitleBar.tsx';
import { clockTime, numberText } from '../parts/format.ts';
import { Failed, Loading } from '../parts/states.tsx';
import { Devices } from './Devices.tsx';
import { GiveFlight, WhoseIsIt } from './GiveFlight.tsx';
import { useLiveFlights } from './use-live-flight.ts';
import { Watch } from './Watch.tsx';
import './live.css';

export function LivePage() {
  const flights = useLiveFlights();
  const { data: me } = useMe();
  return (
    <>
      <TitleBar title="Live flights" about="What the airplanes’ devices send, as it comes">
        {null}
      </TitleBar>
      <div className="page stack">
        {flights.error && <Failed error={flights.error} retry={() => flights.mutate()} />}
        {!flights.data && !flights.error && <Loading what="the flights under way" />}
        {flights.data?.length === 0 && (
          <section className="sheet stack">
            <h2>Nothing is in the air</h2>
            <p className="quiet">
              A flight appears here as soon as its device sends data. Without a device the right-seat view
              keeps marks only; attach the recording as a file afterwards.
            </p>
          </section>
        )}
        {flights.data?.map((flight) => (
          <Flight key={flight.id} flight={flight} seat={me?.role !== 'student'} />
        ))}
        {me && me.role !== 'student' && <WhoseIsIt ended />}
        {me?.role === 'chief' && <Devices />}
      </div>
    </>
  );
}

function Flight({ flight, seat }: { flight: LiveFlightView; seat: boolean }) {
  const { airplane, student, lessonId, begunAt, clockOffsetMs } = flight;
  const off = clockOffsetMs === null ? null : clockOffsetMs / 1000;
  return (
    <section className="sheet" aria-label={`${airplane.name} in the air`}>
      <div className="row spread">
        <div>
          <h2>{student ? student.name : 'Matches no lesson'}</h2>
          <p className="quiet small">
            {airplane.name}, since {clockTime(begunAt)}
            {off !== null && Math.abs(off) > 1
              ? `; its clock is ${numberText(Math.abs(off), 1)} s ${off > 0 ? 'behind' : 'ahead'}; times are corrected`
              : ''}
          </p>
        </div>
        {seat && lessonId && (
          <Button component={Link} to={`/seat/${lessonId}`}>
            Right-seat view
          </Button>
        )}
      </div>
      {seat && !lessonId && <GiveFlight flight={flight} />}
      <Watch flightId={flight.id} speedUnit={airplane.speedUnit} />
    </section>
  );
}
