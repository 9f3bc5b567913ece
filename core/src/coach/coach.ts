/**
 * The coach: told the card and the flight so far, it says where in the maneuver the pilot is, what comes next, and at
 * most one thing to say now. One engine for the trainer, a flight under way and the replay of a recorded one.
 */
import type { Airplane } from '../airplane/schema.ts';
import type { TargetCard } from '../card/card.ts';
import type { Fault } from '../kits/attempt/fault.ts';
import { ALL, type Never } from '../kits/coach/meaning.ts';
import type { Aims, CoachPart, Step } from '../kits/coach/part.ts';
import { type CoachRow, type FieldRow, openGauge, type Quantities } from '../kits/coach/quantities.ts';
import { AROUND, SAFETY } from '../kits/coach/safety.ts';
import { requireRoom } from '../maneuvers/registry.ts';
import { type LiveColumns, openLiveColumns } from '../signals/live-columns.ts';
import type { ThresholdEdits } from '../units/figures.ts';
import { type CoachWords, wordsOf } from './coach-words.ts';
import { type FaultHeard, followFaults } from './follow-faults.ts';
import { followSteps, stepAfter } from './progress.ts';
import { openVoice, type Word } from './voice.ts';

export interface CoachOptions {
  card: TargetCard;
  airplane: Airplane;
  /** In the airplane the instructor's voice is the coach: the safety rows alone, and none of them low. */
  where?: 'trainer' | 'airplane' | 'replay';
  /** Below this nothing is said in the airplane, ft. */
  quietBelowFt?: number;
  /** The school's own words, by `maneuver/step/id` or `maneuver/id`. */
  words?: CoachWords;
  /** The school's own figures: they move what is warned of as they move what Debrief names. */
  thresholds?: ThresholdEdits;
  /** Whether the school clears the area before each maneuver. */
  clearsBeforeEach?: boolean;
  /** What is flown, where it is none of the rooms: the pattern. */
  part?: { coach: CoachPart; faults: readonly Fault[] };
  /** The flight's rows, where several coaches listen to one; whoever gives them pushes them. */
  columns?: LiveColumns;
}

export interface CoachLook {
  timeS: number;
  step: Pick<Step, 'id' | 'name' | 'does' | 'wrong'>;
  next: Pick<Step, 'id' | 'name' | 'does'> | null;
  /** When this step began, s. */
  stepS: number;
  /** From 0; the first waits for the maneuver to begin. */
  index: number;
  of: number;
  aims: Aims;
  /** Heading, feet or seconds that remain of this step, where they can be told. */
  toGo: { value: number; unit: 'deg' | 'ft' | 's' } | null;
  /** It was begun and is no longer recognised. */
  lost: boolean;
  /** The recording cannot show when this step is done. */
  unseen: boolean;
  word: Word | null;
  /** Faults that were named just now, spoken or not. */
  faults: readonly FaultHeard[];
  /** What may not be said at this moment. */
  never: readonly Never[];
  /** In the airplane nothing is shown just now: low, unless it stands, and from the first sign of a stall to the climb. */
  blank: boolean;
  /** How far off what is held is, in bands, all added up; NaN where nothing is held. */
  offBands: number;
  /** Since when the maneuver has been flown; null before it has begun. */
  beganS: number | null;
  /** It has just ended: by its last step, or given up since it was no longer recognised. */
  ended: { fromS: number; toS: number; givenUp: boolean } | null;
}

export interface Coach {
  steps: readonly Step[];
  /** @throws RangeError where time goes back. */
  look(row: CoachRow, field?: FieldRow): CoachLook;
  /** Who flies: while it is shown the steps are named, and that is all; null while it changes hands. */
  flownBy(who: 'student' | 'instructor' | null): void;
  /** This step is done: said by whoever saw it. */
  pass(): void;
  breakOff(): void;
}

/** Longer without a row than this, what is known is old. */
const STALE_S = 1;
/** A band of bank, and further off than so many bands is not further off. */
const BAND_DEG = 5;
const MOST_BANDS = 5;

/** What is no longer recognised is given up after this. */
const GIVES_UP_S = 10;

/** @throws InputError for a maneuver that is not known. */
export function openCoach(options: CoachOptions): Coach {
  const {
    card,
    airplane,
    where = 'trainer',
    quietBelowFt,
    words,
    thresholds = {},
    clearsBeforeEach = false,
  } = options;
  const { coach, faults } = options.part ?? requireRoom(card.maneuver);
  const columns = options.columns ?? openLiveColumns();
  const follower = followFaults(columns, {
    card,
    airplane,
    faults,
    thresholds,
    clearsBeforeEach,
    startRow: coach.startRow,
  });
  const steps = coach.steps(card, airplane);
  const general = SAFETY.filter(({ id }) => !coach.without?.includes(id));
  const voice = openVoice(
    [...general, ...coach.situations(card, airplane), ...AROUND],
    wordsOf(words, card.maneuver),
  );
  const gauge = openGauge(card, airplane);
  const progress = followSteps(steps);
  let who: 'student' | 'instructor' | null = 'student';
  let beganS: number | null = null;
  let lastS = Number.NaN;
  let first = true;
  let lostS = Number.NaN;
  let gaveUp = false;

  let stepS = Number.NaN;
  let began = false;
  const enter = () => {
    stepS = lastS;
    gauge.step(steps[progress.now.index].aims);
  };

  function moved(timeS: number): CoachLook['ended'] {
    const { index, ended } = progress.now;
    let over: CoachLook['ended'] = null;
    if (index > 0 && beganS === null) {
      beganS = timeS;
      gauge.begin();
      began = true;
      voice.fresh();
    } else if (index === 0) {
      // Given up, it is over as well: what was flown of it is judged.
      if ((ended || gaveUp) && beganS !== null) over = { fromS: beganS, toS: timeS, givenUp: gaveUp };
      beganS = null;
      gaveUp = false;
      gauge.end();
    }
    enter();
    return over;
  }

  /** Near the ground nothing is begun. */
  function fallBack(): boolean {
    if (progress.now.index === 0) return false;
    progress.breakOff();
    return true;
  }

  /** Not recognised for so long, it is over. */
  function giveUp(timeS: number): boolean {
    if (!progress.now.lost) lostS = Number.NaN;
    else if (Number.isNaN(lostS)) lostS = timeS;
    gaveUp = timeS - lostS > GIVES_UP_S && fallBack();
    return gaveUp;
  }

  function look(row: CoachRow, field?: FieldRow): CoachLook {
    const { timeS } = row;
    const stale = timeS - lastS > STALE_S;
    lastS = timeS;
    const values = gauge.read(row, field);
    if (!options.columns) columns.push(row);
    const low =
      where === 'airplane' &&
      (row.alt_ft ?? row.gps_alt_ft ?? 0) < (quietBelowFt ?? Number.NEGATIVE_INFINITY);
    if (first) enter();
    const followed = low ? fallBack() : progress.follow(values, timeS);
    const givenUp = !low && !followed && giveUp(timeS);
    const stepChanged = followed || givenUp || first;
    first = false;
    const ended = stepChanged ? moved(timeS) : null;
    const step = steps[progress.now.index];
    const { index, lost, unseen } = progress.now;
    const named = follower.look(step, index === 0);
    if (began) follower.begin();
    began = false;
    const quiet = who === null || stale || low;
    if (quiet) voice.hush();
    const word = quiet
      ? null
      : voice.speak({
          timeS,
          values,
          faults: follower.beyond,
          step,
          // Given up, it may be flown on all the same: nobody is told to begin in the middle of it.
          stepChanged: stepChanged && !givenUp,
          lost,
          shown: who === 'instructor',
        });
    return {
      timeS,
      faults: named,
      never: quiet ? ALL : voice.never,
      blank: (low && !stands(row)) || step.blank === true,
      offBands: bandsOff(values, options.card),
      step,
      next: steps[stepAfter(steps, index)] ?? null,
      stepS,
      index,
      of: steps.length,
      aims: step.aims,
      toGo: toGoOf(step, values),
      lost,
      unseen,
      word: where === 'airplane' && word?.level !== 'safety' ? null : word,
      beganS,
      ended,
    };
  }

  return {
    steps,
    look,
    flownBy(next) {
      who = next;
      if (next === null) voice.hush();
    },
    pass() {
      progress.pass();
      moved(lastS);
    },
    breakOff() {
      progress.breakOff();
      moved(lastS);
    },
  };
}

/** Parked or stopped there is time to read. */
const STANDS_KT = 5;
const stands = ({ gs_kt, ias_kt }: CoachRow): boolean => (gs_kt ?? ias_kt ?? STANDS_KT) < STANDS_KT;

function toGoOf({ aims }: Step, { toGoDeg, altitudeOffFt }: Quantities): CoachLook['toGo'] {
  if (aims.turnDeg !== undefined && toGoDeg > 0) return { value: Math.round(toGoDeg), unit: 'deg' };
  if (aims.altitudeByFt !== undefined && Number.isFinite(altitudeOffFt))
    return { value: Math.round(Math.abs(altitudeOffFt)), unit: 'ft' };
  return null;
}

/** How far from what the card asks, all added up; of a turn the bank counts from its beginning, whatever step it is in. */
function bandsOff({ altitudeUsed, speedUsed, bankOffDeg, bankDeg }: Quantities, card: TargetCard): number {
  const bankOff = Number.isNaN(bankOffDeg) && card.turn ? bankDeg - card.bankDeg : bankOffDeg;
  const off = [altitudeUsed, speedUsed, bankOff / BAND_DEG]
    .filter((value) => !Number.isNaN(value))
    .map((value) => Math.min(MOST_BANDS, Math.abs(value)));
  return off.length === 0 ? Number.NaN : off.reduce((sum, value) => sum + value);
}
