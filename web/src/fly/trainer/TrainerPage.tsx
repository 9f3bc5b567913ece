/** The trainer: one picture, a plain panel, and the card reduced to what matters now. */
import {
  type Airplane,
  type CoachWords,
  type Lesson,
  type Me,
  type PracticeWay,
  type TargetCard,
  type TrainerOptions,
  type TrapKind,
  unitsFor,
} from '@keel/core';
import { Button, Select } from '@mantine/core';
import {
  IconArrowsMaximize,
  IconEye,
  IconHandFinger,
  IconPlayerPause,
  IconPlayerPlay,
} from '@tabler/icons-react';
import { useEffect, useMemo, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { useAirplanes, useLesson, useMe, useSchoolWords } from '../../api/hooks.ts';
import { useSetCurrent } from '../../frame/current.tsx';
import { heading, speedIn } from '../../parts/format.ts';
import { Failed, Loading, Waiting } from '../../parts/states.tsx';
import { Panel } from '../../sight/Panel.tsx';
import type { PointerStick } from '../../sight/pointer-stick.ts';
import { Windscreen } from '../../sight/Windscreen.tsx';
import { ChooseCard } from './ChooseCard.tsx';
import { Ladder } from './Ladder.tsx';
import { LandingNow } from './LandingNow.tsx';
import { LiveCard } from './LiveCard.tsx';
import { LookButtons } from './LookButtons.tsx';
import { PatternMap } from './PatternMap.tsx';
import { isPattern, isTrap, type PatternDay, type PatternKind, patternDay } from './pattern-day.ts';
import { SoundMenu, useSound } from './SoundMenu.tsx';
import { StateRow } from './StateRow.tsx';
import { nextFlaps } from './sticks.ts';
import { type Company, Together } from './Together.tsx';
import { TouchLevers } from './TouchLevers.tsx';
import { TrapCard } from './TrapCard.tsx';
import { useHandIn } from './use-hand-in.ts';
import { useLook } from './use-look.ts';
import { useSightMarks } from './use-sight-marks.ts';
import { useSticks } from './use-sticks.ts';
import { useTrainer } from './use-trainer.ts';
import './trainer.css';

export function TrainerPage() {
  const { lessonId } = useParams();
  const lesson = useLesson(lessonId);
  const airplanes = useAirplanes();
  useSetCurrent({ lessonId, studentId: lesson.data?.student.id });
  const words = useSchoolWords();
  const me = useMe();
  if (!lesson.data) return <Waiting query={lesson} what="the lesson" />;
  if (!words.data) return <Waiting query={words} what="what the coach says" />;
  if (!airplanes.data) return <Waiting query={airplanes} what="the airplane" />;
  if (!me.data) return <Waiting query={me} what="the field" />;
  const airplane = airplanes.data.find(({ id }) => id === lesson.data?.airplane.id);
  if (!airplane) return <Loading what="the airplane" />;
  return <WithCard lesson={lesson.data} airplane={airplane} words={words.data.words} me={me.data} />;
}

function WithCard(props: { lesson: Lesson; airplane: Airplane; words: CoachWords; me: Me }) {
  const { lesson, airplane, words, me } = props;
  const [search, setSearch] = useSearchParams();
  // A link names the maneuver; whoever chooses here, the card.
  const asked = lesson.cards.findIndex(({ maneuver }) => maneuver === search.get('maneuver'));
  const chosen = Number(search.get('card') ?? Math.max(0, asked)) || 0;
  const index = Math.min(Math.max(0, chosen), lesson.cards.length - 1);
  const side = search.get('side');
  const listed = lesson.cards[index];
  // A turn is flown either way from the same card.
  const card = useMemo<TargetCard>(() => {
    const turns = listed.variant === 'left' || listed.variant === 'right';
    if (!turns || (side !== 'left' && side !== 'right')) return listed;
    const turn = listed.turn && { ...listed.turn, rollOutHeadingDeg: listed.turn.rollOutHeadingsDeg[side] };
    return { ...listed, variant: side, turn };
  }, [listed, side]);
  const pattern = search.get('pattern');
  const trapped = search.get('trap');
  const kind = isPattern(pattern) ? pattern : isTrap(trapped) ? trapped : null;
  const day = useMemo(() => (isPattern(kind) ? patternDay(lesson, me, kind) : null), [lesson, me, kind]);
  const options = useMemo<TrainerOptions>(
    () => ({
      airplane,
      card,
      groundFt: lesson.conditions.groundFt ?? 0,
      words,
      ...day?.options,
      ...(isTrap(kind) && { trap: kind }),
    }),
    [airplane, card, lesson.conditions.groundFt, words, day, kind],
  );
  const choose = (next: Record<string, string>) =>
    setSearch(
      (before) => {
        const { pattern: _pattern, trap: _trap, ...rest } = Object.fromEntries(before);
        return { ...rest, ...next };
      },
      { replace: true },
    );
  return (
    <Flying
      key={`${card.maneuver} ${card.variant} ${index} ${kind}`}
      lesson={lesson}
      options={options}
      day={day}
      kind={kind}
      index={index}
      choose={choose}
    />
  );
}

const BEGINS: Record<PatternKind | TrapKind, string> = {
  skid: 'A glide, high above the ground',
  'over-the-top': 'A glide, high above the ground',
  pull: 'A glide, high above the ground',
  runway: 'Lined up on the runway',
  final: 'On final, a mile and a half out',
};

const PACE_NAMES: Record<number, string> = { 2: '2×', 1: '1×', 0.5: '½×', 0.25: '¼×' };

function fieldLine({ runway, assumed, options }: PatternDay): string {
  const { windFromDeg, windKt } = options;
  const wind =
    windFromDeg === undefined || windKt === undefined
      ? 'no wind entered: still air'
      : `wind ${heading(windFromDeg)}° ${windKt} kt`;
  return `Runway ${runway}${assumed ? ', assumed' : ''} · ${wind}`;
}

/** Fingers have no arrow keys. */
const hasFingers = () => matchMedia('(pointer: coarse)').matches;

/** Airplane seconds for a second of the clock. */
const PACES = [1, 0.5, 0.25] as const;
/** The long legs of a pattern may go by faster. */
const PATTERN_PACES = [1, 2, 0.5, 0.25] as const;

function Flying(props: {
  lesson: Lesson;
  options: TrainerOptions;
  day: PatternDay | null;
  kind: PatternKind | TrapKind | null;
  index: number;
  choose: (next: Record<string, string>) => void;
}) {
  const { lesson, options, day, kind } = props;
  const { airplane } = options;
  const trainer = useTrainer(options);
  const { ready, snapshot, send } = trainer;
  // The pattern has a card of its own.
  const card = ready?.card ?? options.card;
  const { data: me } = useMe();
  const [paused, setPaused] = useState(true);
  const [begun, setBegun] = useState(false);
  useEffect(() => {
    if (!paused) setBegun(true);
  }, [paused]);
  const [pace, setPace] = useState<number>(1);
  const [levers, setLevers] = useState(hasFingers);
  const [company, setCompany] = useState<Company>('coached');
  const [pointer, setPointer] = useState<PointerStick | null>(null);
  const instructor = me !== undefined && me.role !== 'student';
  const speedUnit = { name: airplane.speedUnit, perKt: speedIn(1, airplane.speedUnit) };
  const sound = useSound(trainer, paused);
  const { pictures, pictured, setPictured, mark } = useSightMarks(trainer, options, lesson);
  const { handing, handIn } = useHandIn(trainer, kind ? 'pattern' : options.card.maneuver, lesson);
  const runway = useMemo(
    () =>
      day && {
        fieldFt: day.options.pattern.fieldFt,
        runwayDeg: day.options.pattern.runwayDeg,
        lengthFt: day.lengthFt,
      },
    [day],
  );

  useEffect(() => send({ kind: 'pace', pace: paused || !ready ? 0 : pace }), [send, paused, pace, ready]);
  useEffect(() => {
    if (!ready) return;
    send({ kind: 'alone', is: company === 'alone' });
    send({ kind: 'share', axis: company === 'alone' || company === 'coached' ? null : company });
  }, [send, ready, company]);
  // Nobody flies a tab that nobody sees.
  useEffect(() => {
    const hide = () => document.hidden && setPaused(true);
    document.addEventListener('visibilitychange', hide);
    return () => document.removeEventListener('visibilitychange', hide);
  }, []);

  const paces: readonly number[] = day ? PATTERN_PACES : PACES;
  const slower = (before: number) => paces[(paces.indexOf(before) + 1) % paces.length];
  const around = useLook(() => trainer.latest.current?.timeS);
  const shown = snapshot?.holder === 'instructor';
  const practise = (way: PracticeWay) => {
    if (way === 'show') send({ kind: 'show' });
    else setCompany(way);
  };
  const flapStages = airplane.flaps.map(({ deg }) => deg);
  const flaps = (out: boolean) => {
    const deg = trainer.latest.current?.input.flapsDeg;
    if (deg !== undefined) send({ kind: 'input', input: { flapsDeg: nextFlaps(flapStages, deg, out) } });
  };
  useSticks(trainer, {
    pointer,
    paused,
    act: {
      ' ': () => setPaused((before) => !before),
      r: () => send({ kind: 'reset' }),
      x: () => send({ kind: 'exchange' }),
      h: () => send({ kind: 'show' }),
      m: () => void (instructor && mark()),
      o: () => setPace(slower),
      f: () => flaps(true),
      v: () => flaps(false),
    },
  });

  if (trainer.failed) {
    return (
      <div className="page">
        <Failed error={new Error(trainer.failed)} retry={() => location.reload()} />
      </div>
    );
  }
  if (!ready || !snapshot) {
    return (
      <div className="page">
        <Loading what={day ? 'the airplane at the field' : 'the airplane, trimmed at the entry'} />
      </div>
    );
  }
  const { reading, input, exchange, coach } = snapshot;
  const band = (parameter: string) => {
    const aimed = coach.aims.kias;
    // In the pattern each leg has a speed of its own.
    if (kind && parameter === 'airspeed')
      return aimed === undefined ? undefined : { low: aimed - 5, high: aimed + 10 };
    const lane = ready.lanes.find((one) => one.parameter === parameter);
    return lane && { low: lane.target + lane.low, high: lane.target + lane.high };
  };
  const word = paused
    ? null
    : exchange
      ? {
          says: `${exchange.by === 'student' ? 'You' : 'Instructor'}: “${exchange.says}”${exchange.awaitsStudent ? ` Answer with ${levers ? '“Exchange controls”' : 'x'}.` : ''}`,
          level: 'said',
        }
      : snapshot.down
        ? {
            says: `${day ? 'Touchdown too hard for the airplane. Begin again' : 'You hit the ground. Back to the entry'}${levers ? '.' : ': r.'}`,
            level: 'safety',
          }
        : sound.shown
          ? coach.word
          : null;
  return (
    <div className="trainer">
      <div className="trainer-flight">
        <Windscreen
          latest={trainer.latest}
          pictures={kind ? [] : pictures}
          stick={setPointer}
          look={around.look}
          wing={airplane.wing?.mounted}
          runway={runway ?? undefined}
        >
          <p className="spoken" role="status" data-level={word?.level}>
            {word?.says}
          </p>
          {paused && (
            <div className="paused">
              <strong>{begun ? 'Paused' : kind ? BEGINS[kind] : 'Trimmed at the entry'}</strong>
              <p>
                {levers
                  ? 'The pad is the stick: down is back. The sliders are throttle and rudder.'
                  : `Arrow keys are the stick: down is back. W and S the throttle.${day ? ' F and V the flaps, B the brakes; on the ground left and right steer.' : ''}`}{' '}
                Practice on the ground, not a flight instrument.
              </p>
              <Button size="md" leftSection={<IconPlayerPlay size={18} />} onClick={() => setPaused(false)}>
                {levers ? 'Fly' : 'Fly (space)'}
              </Button>
            </div>
          )}
        </Windscreen>
        <div className="sheet trainer-panel">
          <Panel
            reading={reading}
            speedUnit={speedUnit}
            airspeed={band('airspeed')}
            altitude={band('altitude')}
            fastestKias={airplane.vneKias ?? 1.5 * airplane.vaKiasAtMax}
            mostRpm={airplane.maxRpm ?? 2700}
          />
          <StateRow snapshot={snapshot} send={send} />
          <LookButtons around={around} timeS={snapshot.timeS} />
          {levers && (
            <TouchLevers
              input={input}
              set={(part) => send({ kind: 'input', input: part })}
              stick={setPointer}
              flaps={flaps}
              brakes={day !== null}
            />
          )}
          <div className="trainer-row">
            {levers && (
              <span className="row" style={{ flexWrap: 'wrap' }}>
                <Button variant="default" onClick={() => send({ kind: 'exchange' })}>
                  Exchange controls
                </Button>
                <Button variant="default" onClick={() => send({ kind: 'reset' })}>
                  {kind ? 'Begin again' : 'Back to the entry'}
                </Button>
              </span>
            )}
            <p className="trainer-keys small" hidden={levers}>
              <kbd>space</kbd> pause <kbd>r</kbd> {kind ? 'begin again' : 'back to entry'} <kbd>x</kbd>{' '}
              exchange controls <kbd>h</kbd> show me{' '}
              {instructor && (
                <>
                  <kbd>m</kbd> mark the picture{' '}
                </>
              )}
              <kbd>?</kbd> all keys
            </p>
            <span className="trainer-tools">
              <button
                type="button"
                aria-label={paused ? 'Go on' : 'Pause'}
                onClick={() => setPaused(!paused)}
              >
                {paused ? <IconPlayerPlay size={18} /> : <IconPlayerPause size={18} />}
              </button>
              <button type="button" aria-label="Pace" onClick={() => setPace(slower)}>
                {PACE_NAMES[pace]}
              </button>
              <button
                type="button"
                aria-label="Touch controls"
                aria-pressed={levers}
                onClick={() => setLevers(!levers)}
              >
                <IconHandFinger size={18} />
              </button>
              <SoundMenu sound={sound} />
              <button
                type="button"
                aria-label="Full screen"
                onClick={() => document.documentElement.requestFullscreen?.()}
              >
                <IconArrowsMaximize size={18} />
              </button>
            </span>
          </div>
        </div>
      </div>
      <aside className="sheet trainer-card" aria-label="What matters now">
        <ChooseCard
          lesson={lesson}
          index={props.index}
          kind={kind}
          variant={card.variant}
          choose={props.choose}
        />
        {day && <p className="quiet small">{fieldLine(day)}</p>}
        <LiveCard
          card={card}
          lanes={ready.lanes}
          demonstration={ready.demonstration}
          snapshot={snapshot}
          speedUnit={speedUnit}
          alone={company === 'alone'}
          passStep={() => send({ kind: 'passStep' })}
        />
        {isTrap(kind) && <TrapCard kind={kind} />}
        {ready.pattern && snapshot.field && day && (
          <PatternMap
            pattern={ready.pattern}
            lengthFt={day.lengthFt}
            at={snapshot.field}
            timeS={snapshot.timeS}
          />
        )}
        {snapshot.landing && <LandingNow landing={snapshot.landing} units={unitsFor(airplane)} />}
        <Together company={company} choose={setCompany} />
        <Ladder lesson={lesson} card={card} way={shown ? 'show' : company} choose={practise} />
        {!kind && (
          <Select
            size="xs"
            label="Horizon drawn over the view"
            leftSection={<IconEye size={15} />}
            value={pictured ?? 'none'}
            onChange={(value) => setPictured(value === 'none' ? null : value)}
            data={[
              { value: 'none', label: 'None' },
              { value: 'demonstration', label: 'As in the demonstration' },
              ...lesson.sightPictures.map(({ id, label }) => ({ value: id, label })),
            ]}
          />
        )}
        <p className="quiet small">
          {kind ? '' : 'Dashed: the demonstration. '}The trainer can’t teach the feel of rudder or load,
          completes no solo requirement and never enters the logbook.
        </p>
        <div className="trainer-actions">
          <Button variant="default" onClick={() => send({ kind: 'show' })}>
            Show me
          </Button>
          <Button
            loading={handing}
            disabled={snapshot.timeS < 5}
            onClick={() => {
              setPaused(true);
              void handIn();
            }}
          >
            Open the debrief
          </Button>
        </div>
      </aside>
    </div>
  );
}
