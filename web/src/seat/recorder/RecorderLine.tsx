/** What this device records, in a line, and the way to end it; nothing of it is shown while an attempt is flown. */
import { useState } from 'react';
import { Link } from 'react-router';
import { numberText } from '../../parts/format.ts';
import { DeviceLeft } from './DeviceLeft.tsx';
import { logFile } from './send-log.ts';
import { soundWords } from './sound-words.ts';
import type { LessonRecorder } from './use-recorder.ts';

/** A position older than this is said, s. */
const OLD_S = 5;

export function RecorderLine({ recorder }: { recorder: LessonRecorder }) {
  const { state, open, waiting, refused, sent, sending } = recorder;
  const [ending, setEnding] = useState(false);
  if (state) {
    const { fixAgeS, fixErrorM, motionHz, motion, lostS, sound, problem, session } = state;
    const about = [
      fixAgeS === null
        ? 'no position yet'
        : fixAgeS > OLD_S
          ? `last position ${numberText(fixAgeS)} s ago`
          : `position within ${numberText(fixErrorM ?? 0)} m`,
      session?.mount === 'fixed' &&
        (motion ? `motion ${motionHz} a second` : 'no motion is allowed here: positions alone'),
      soundWords(sound),
      lostS >= 1 && `${numberText(lostS)} s not recorded`,
    ].filter(Boolean);
    return (
      <section
        className="recorder-line"
        aria-label="This device records"
        data-problem={problem !== null || undefined}
      >
        <p>
          <strong>Recording on this tablet</strong> {about.join(' · ')}
          {problem && <span role="alert">{problem}</span>}
        </p>
        {session && <DeviceLeft mount={session.mount} />}
        {ending ? (
          <div className="seat-row">
            <button type="button" className="seat-button seat-primary" onClick={() => void recorder.end()}>
              Parked: end and send it
            </button>
            <button type="button" className="seat-button" onClick={() => setEnding(false)}>
              Go on
            </button>
          </div>
        ) : (
          <button type="button" className="seat-button" onClick={() => setEnding(true)}>
            End the recording …
          </button>
        )}
      </section>
    );
  }
  if (open)
    return (
      <section className="recorder-line" aria-label="This device records" data-problem>
        <p>
          <strong>A recording of this lesson was not ended.</strong> What was recorded is stored here.
        </p>
        <button type="button" className="seat-button seat-primary" onClick={() => void recorder.goOn(open)}>
          Go on recording
        </button>
      </section>
    );
  if (sending !== null)
    return (
      <p className="recorder-line" role="status">
        Sending the recording, {numberText(100 * sending)} %
      </p>
    );
  if (waiting)
    return (
      <section className="recorder-line" aria-label="This device records">
        <p>The recording is kept on this tablet and waits for the network.</p>
        <button type="button" className="seat-button" onClick={() => void recorder.send(waiting)}>
          Send it now
        </button>
      </section>
    );
  if (refused)
    return (
      <section className="recorder-line" aria-label="This device records" data-problem>
        <p role="alert">The school did not take the recording: {refused.refused}</p>
        <button
          type="button"
          className="seat-button"
          onClick={async () => {
            const file = await logFile(refused);
            const link = document.createElement('a');
            link.href = URL.createObjectURL(file);
            link.download = file.name;
            link.click();
            URL.revokeObjectURL(link.href);
          }}
        >
          Save its file
        </button>
        <button type="button" className="seat-button" onClick={() => void recorder.send(refused)}>
          Send it again
        </button>
      </section>
    );
  if (sent)
    return (
      <p className="recorder-line" role="status">
        The recording is at the school. <Link to={`/debrief/${sent.recordingId}`}>To Debrief</Link>
      </p>
    );
  return null;
}
