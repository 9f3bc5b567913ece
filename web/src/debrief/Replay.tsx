/** The attempt again, as it looked: the sight picture and the instruments at the cursor, running or by hand. */
import {
  type AttemptScore,
  attemptName,
  type FlightColumns,
  type Moment,
  momentAt,
  type RecordingView,
} from '@keel/core';
import { Button, SegmentedControl, Slider } from '@mantine/core';
import { useInViewport } from '@mantine/hooks';
import { IconPlayerPause, IconPlayerPlay } from '@tabler/icons-react';
import { type RefObject, useEffect, useMemo, useRef, useState } from 'react';
import { useAirplanes } from '../api/hooks.ts';
import { useFlight } from '../api/use-flight.ts';
import { useShortcuts } from '../frame/shortcuts.ts';
import { clock, numberText, speedIn } from '../parts/format.ts';
import { Failed, Loading } from '../parts/states.tsx';
import { Panel } from '../sight/Panel.tsx';
import { type Seen, Windscreen } from '../sight/Windscreen.tsx';
import { useCoachWords } from './use-coach-words.ts';
import { SPEEDS, usePlayback } from './use-playback.ts';
import './replay.css';

const BEFORE_S = 15;
const AFTER_S = 20;
const FALLBACK = { vne: 160, rpm: 2700 };

interface Props {
  recording: RecordingView;
  attempt: AttemptScore;
  cursorS: number;
  setCursorS: (atS: number) => void;
}

export function Replay(props: Props) {
  const flight = useFlight(props.recording.id, props.recording.scoredAt);
  const { ref, inViewport } = useInViewport<HTMLElement>();
  // Once seen it stays: the picture is costly to set up, not to keep.
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    if (inViewport) setSeen(true);
  }, [inViewport]);
  return (
    <section ref={ref} className="replay" aria-label="Replay">
      {flight.error && <Failed error={flight.error} retry={() => flight.mutate()} />}
      {!flight.data && !flight.error && <Loading what="the flight" />}
      {flight.data && seen && <Running {...props} flight={flight.data} />}
    </section>
  );
}

function Running({ recording, attempt, cursorS, setCursorS, flight }: Props & { flight: FlightColumns }) {
  const [whole, setWhole] = useState(false);
  const span = useMemo(() => spanOf(flight, attempt, whole), [flight, attempt, whole]);
  const playback = usePlayback(span, cursorS, setCursorS);
  useShortcuts({ run: playback.toggle });
  const moment = momentAt(flight, cursorS);
  const latest = useLatest(moment);
  const { data: airplanes } = useAirplanes();
  const airplane = airplanes?.find(({ id }) => id === recording.airplane.id);
  const { speedUnit } = recording.airplane;
  const demonstrated = useMemo(() => horizonsOf(flight, attempt), [flight, attempt]);
  const words = useCoachWords(recording, attempt, flight);
  const word = words.find(({ fromS, toS }) => cursorS >= fromS && cursorS <= toS + 0.05);
  const inAttempt = cursorS >= attempt.startS && cursorS <= attempt.endS;
  return (
    <>
      <div className="replay-picture">
        <Windscreen latest={latest} pictures={demonstrated}>
          <span className="replay-clock">
            {clock(cursorS - attempt.startS)}
            <small>{inAttempt ? attemptName(attempt) : 'outside the attempt'}</small>
          </span>
          {word && (
            <span className="replay-coach" data-level={word.level}>
              <small>the coach would have said</small>
              {word.says}
            </span>
          )}
          {moment.stall_warn > 0.5 && <span className="replay-warner">stall warning</span>}
        </Windscreen>
      </div>
      <div className="replay-transport">
        <Button
          onClick={playback.toggle}
          leftSection={
            playback.playing ? (
              <IconPlayerPause size={18} aria-hidden />
            ) : (
              <IconPlayerPlay size={18} aria-hidden />
            )
          }
          variant="default"
          className="replay-play"
        >
          {playback.playing ? 'Pause' : 'Play'}
        </Button>
        <Slider
          style={{ flex: 1 }}
          thumbLabel="Moment of the flight"
          min={span.fromS}
          max={span.toS}
          step={0.1}
          value={Math.min(span.toS, Math.max(span.fromS, cursorS))}
          onChange={setCursorS}
          label={null}
          size="md"
        />
        <SegmentedControl
          aria-label="Speed"
          size="xs"
          value={String(playback.speed)}
          onChange={(value) => playback.setSpeed(Number(value) as (typeof SPEEDS)[number])}
          data={SPEEDS.map((speed) => ({ value: String(speed), label: `${speed === 0.5 ? '½' : speed}×` }))}
        />
        <SegmentedControl
          aria-label="How much of the flight"
          size="xs"
          value={whole ? 'flight' : 'attempt'}
          onChange={(value) => setWhole(value === 'flight')}
          data={[
            { value: 'attempt', label: 'This attempt' },
            { value: 'flight', label: 'The flight' },
          ]}
        />
      </div>
      <Panel
        reading={moment}
        speedUnit={{ name: speedUnit, perKt: speedIn(1, speedUnit) }}
        fastestKias={airplane?.vneKias ?? FALLBACK.vne}
        mostRpm={airplane?.maxRpm ?? FALLBACK.rpm}
        {...bandsOf(attempt)}
      />
      <p className="small quiet">
        {Number.isNaN(moment.flaps_deg)
          ? 'Flaps were not recorded. '
          : `Flaps ${moment.flaps_deg < 0.5 ? 'up' : `${numberText(moment.flaps_deg)}°`}. `}
        {flight.notes.length > 0 && `Of this picture: ${flight.notes.join('; ')}. `}
        The terrain is drawn, not recorded.
      </p>
    </>
  );
}

/** The attempt with what led to it and followed, or everything. */
function spanOf({ columns, rows }: FlightColumns, { startS, endS }: AttemptScore, whole: boolean) {
  const [firstS, lastS] = [columns.time_s[0], columns.time_s[rows - 1]];
  return whole
    ? { fromS: firstS, toS: lastS }
    : { fromS: Math.max(firstS, startS - BEFORE_S), toS: Math.min(lastS, endS + AFTER_S) };
}

/** The moment as the picture wants it, in a place that its own frames can read. */
function useLatest(moment: Moment): RefObject<Seen | null> {
  const latest = useRef<Seen | null>(null);
  const level = (value: number) => (Number.isNaN(value) ? 0 : value);
  latest.current = {
    timeS: moment.timeS,
    northM: level(moment.north_m),
    eastM: level(moment.east_m),
    reading: {
      alt_ft: level(moment.alt_ft),
      hdg_deg: level(moment.hdg_deg),
      pitch_deg: level(moment.pitch_deg),
      bank_deg: level(moment.bank_deg),
    },
  };
  return latest;
}

/** Where the horizon lay at the entry: what the picture in the turn is compared with. */
function horizonsOf(flight: FlightColumns, { startS }: AttemptScore) {
  const { pitch_deg, bank_deg } = momentAt(flight, startS - 2);
  return Number.isNaN(pitch_deg + bank_deg)
    ? []
    : [{ label: 'horizon at the entry', pitchDeg: pitch_deg, bankDeg: bank_deg }];
}

/** The judged bands, on the rims of the dials. */
function bandsOf(attempt: AttemptScore) {
  const band = (name: string) => {
    const parameter = attempt.parameters.find((p) => p.parameter === name);
    if (!parameter || parameter.measured === 'not-measured' || parameter.target === null) return undefined;
    return { low: parameter.target + parameter.low, high: parameter.target + parameter.high };
  };
  return { airspeed: band('airspeed'), altitude: band('altitude') };
}
