/** A video of the flight from this device beside the lanes: aligned by one tap, then the two go together. */
import type { RecordingView } from '@keel/core';
import { Button, FileButton } from '@mantine/core';
import { useRef, useState } from 'react';
import { clock } from '../../parts/format.ts';
import { FINE_S, keepOffset, offsetOf } from './alignment.ts';
import { closeVideo, openVideo, useVideo } from './open-videos.ts';
import { useTogether } from './use-together.ts';
import './flight-video.css';

interface FlightVideoProps {
  recording: Pick<RecordingView, 'id' | 'score'>;
  cursorS: number;
  setCursorS: (atS: number) => void;
}

export function FlightVideo(props: FlightVideoProps) {
  const { id } = props.recording;
  const video = useVideo(id);
  if (video) return <Beside key={video.url} {...props} video={video} />;
  return (
    <div className="stack">
      <p>A video of this flight, from this device. It stays here: nothing of it is uploaded or copied.</p>
      <FileButton accept="video/*" onChange={(file) => file && openVideo(id, file)}>
        {(button) => (
          <Button {...button} variant="default" style={{ alignSelf: 'flex-start' }}>
            Open a video
          </Button>
        )}
      </FileButton>
    </div>
  );
}

function Beside(props: FlightVideoProps & { video: NonNullable<ReturnType<typeof useVideo>> }) {
  const { recording, cursorS, setCursorS, video } = props;
  const shown = useRef<HTMLVideoElement>(null);
  const [offsetS, setOffsetS] = useState(() => offsetOf(video));
  const [aligning, setAligning] = useState(offsetS === null);
  const [failed, setFailed] = useState(false);
  useTogether(shown, aligning ? null : offsetS, cursorS, setCursorS);
  const align = (to: number) => {
    setOffsetS(to);
    keepOffset(video, to);
  };
  const showsNow = (flightS: number) => {
    align((shown.current?.currentTime ?? 0) - flightS);
    setAligning(false);
    setCursorS(flightS);
  };
  const liftOff = recording.score?.flight?.takeoffList[0]?.atS;
  return (
    <section className="stack" aria-label="Video">
      {failed && (
        <p role="alert">This browser cannot play {video.name}. MP4 with H.264, or WebM, is read by most.</p>
      )}
      {/* biome-ignore lint/a11y/useMediaCaption: whoever opens it made it; there are no captions of a cabin */}
      <video
        ref={shown}
        className="flight-video"
        src={video.url}
        controls
        playsInline
        preload="auto"
        onError={() => setFailed(true)}
      />
      {aligning ? (
        <div className="stack">
          <p>
            Pause the video where it shows {liftOff === undefined ? 'this moment' : 'one of these moments'},
            then press it:
          </p>
          <div className="row" style={{ flexWrap: 'wrap' }}>
            {liftOff !== undefined && (
              <Button onClick={() => showsNow(liftOff)}>Lift-off, {clock(liftOff)}</Button>
            )}
            <Button variant={liftOff === undefined ? 'filled' : 'default'} onClick={() => showsNow(cursorS)}>
              The cursor’s moment, {clock(cursorS)}
            </Button>
            {offsetS !== null && (
              <Button variant="subtle" onClick={() => setAligning(false)}>
                Keep the alignment as it is
              </Button>
            )}
          </div>
        </div>
      ) : (
        <div className="row" style={{ flexWrap: 'wrap' }}>
          <span className="small quiet">The video and the cursor move together.</span>
          {[-FINE_S, FINE_S].map((byS) => (
            <Button
              key={byS}
              size="compact-md"
              variant="default"
              onClick={() => offsetS !== null && align(offsetS + byS)}
            >
              Video {byS < 0 ? '−' : '+'}0.1 s
            </Button>
          ))}
          <Button size="compact-md" variant="subtle" onClick={() => setAligning(true)}>
            Align again
          </Button>
          <Button size="compact-md" variant="subtle" onClick={() => closeVideo(recording.id)}>
            Close the video
          </Button>
        </div>
      )}
    </section>
  );
}
