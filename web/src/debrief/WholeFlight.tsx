/** The whole flight by time, fetched only when it is looked at: hours of columns. */
import type { RecordingView } from '@keel/core';
import { useFlight } from '../api/use-flight.ts';
import { Waiting } from '../parts/states.tsx';
import { FlightChart } from './FlightChart.tsx';

export function WholeFlight(props: {
  recording: RecordingView;
  selected: number;
  select: (attempt: number) => void;
  cursorS: number;
  setCursorS: (atS: number) => void;
}) {
  const { recording, ...rest } = props;
  const flight = useFlight(recording.id, recording.scoredAt);
  if (!flight.data) return <Waiting query={flight} what="the flight" />;
  return (
    <FlightChart
      flight={flight.data}
      attempts={recording.score?.attempts ?? []}
      parts={recording.score?.flight?.parts ?? []}
      speedUnit={recording.airplane.speedUnit}
      {...rest}
    />
  );
}
