/** What the recording itself has to say: the wind that was worked out from it, and what was odd in it. */
import type { Score } from '@keel/core';
import { heading, numberText } from '../parts/format.ts';

export const OfRecording = ({ recording: { wind, warnings } }: { recording: Score['recording'] }) => (
  <>
    {wind && <Wind wind={wind} />}
    {warnings.length > 0 && <p className="small quiet">Of the recording: {warnings.join('; ')}.</p>}
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
