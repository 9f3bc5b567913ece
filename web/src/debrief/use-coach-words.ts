/** What the coach would have said in an attempt: the same engine as the trainer's, over the rows that were recorded. */
import {
  type AttemptScore,
  FLIGHT_COLUMNS,
  type FlightColumn,
  type FlightColumns,
  isChannel,
  overlapOf,
  type RecordingView,
  replayCoach,
  type TargetCard,
} from '@keel/core';
import { useMemo } from 'react';
import { useAirplanes, useLesson, useSchoolWords } from '../api/hooks.ts';

/** Before the start, so that the coach has seen it steady. */
const BEFORE_S = 25;
const AFTER_S = 20;
/** What the coach reads of the columns that cross the wire. */
const READ = FLIGHT_COLUMNS.filter(isChannel);

export interface Heard {
  says: string;
  level: string;
  fromS: number;
  toS: number;
}

const cardOf = (cards: readonly TargetCard[], { maneuver, variant }: AttemptScore): TargetCard | undefined =>
  cards.find((card) => card.maneuver === maneuver && card.variant === variant) ??
  cards.find((card) => card.maneuver === maneuver);

/** Whether it was said last that the instructor flew it: then nobody is coached. */
function wasShown({ statements }: RecordingView, attempt: AttemptScore): boolean {
  const said = statements.findLast(
    ({ body }) =>
      body.kind === 'help' && body.maneuver === attempt.maneuver && overlapOf(body, attempt) > 0.5,
  )?.body;
  return said?.kind === 'help' && said.flownBy === 'instructor';
}

/** Empty where the flight has no lesson, or the lesson no card of this maneuver. */
export function useCoachWords(
  recording: RecordingView,
  attempt: AttemptScore,
  flight: FlightColumns,
): readonly Heard[] {
  const lesson = useLesson(recording.lessonId ?? undefined);
  const airplanes = useAirplanes();
  const words = useSchoolWords().data?.words;
  return useMemo(() => {
    const card = lesson.data && cardOf(lesson.data.cards, attempt);
    const airplane = airplanes.data?.find(({ id }) => id === recording.airplane.id);
    if (!card || !airplane || wasShown(recording, attempt)) return [];
    const { time_s: times } = flight.columns;
    const from = times.findIndex((s) => s >= attempt.startS - BEFORE_S);
    const after = times.findIndex((s) => s > attempt.endS + AFTER_S);
    const to = after < 0 ? times.length : after;
    const slice = (name: FlightColumn) => Float64Array.from(flight.columns[name].subarray(from, to));
    const channels = Object.fromEntries(
      READ.map((name) => [name, slice(name)] as const).filter(([, values]) =>
        values.some((value) => !Number.isNaN(value)),
      ),
    );
    const side = attempt.variant === 'left' || attempt.variant === 'right' ? attempt.variant : card.variant;
    try {
      return replayCoach(
        { timeS: slice('time_s'), channels },
        { card: { ...card, variant: side }, airplane, words },
      );
    } catch {
      // Rows out of their order tell no story.
      return [];
    }
  }, [lesson.data, airplanes.data, words, recording, attempt, flight]);
}
