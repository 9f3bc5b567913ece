/** What the recording itself has to say: the wind that was worked out from it, and what was odd in it. */
import { noticesText, type Score, type Units } from '@keel/core';
import { heading, numberText } from '../parts/format.ts';

export const OfRecording = ({
  recording: { wind, notices },
  units,
}: {
  recording: Score['recording'];
  units: Units;
}) => (
  <>
    {wind && <Wind wind={wind} />}
    {notices.length > 0 && <p className="small quiet">About the recording: {noticesText(notices, units)}</p>}
  </>
);

const Wind = ({ wind }: { wind: NonNullable<Score['recording']['wind']> }) => (
  <p className="small">
    <strong>
      Wind from {heading(wind.fromDeg)}° at {numberText(wind.speedKt)} kt,
    </strong>{' '}
    ± {numberText(wind.standardErrorKt, 1)} kt, worked out from the turns; airspeed and heading follow from
    it.
  </p>
);
