/** While it is flown: two zones, the card's next step, what remains. Near the ground and in a stall nothing at all is shown. */
import type { LiveCoach } from '@keel/core';
import { numberText, unitMark } from '../parts/format.ts';
import { Zone } from './Zone.tsx';

interface Props {
  coach: LiveCoach | null;
  say: (text: string) => void;
  between: () => void;
}

export function InAttempt({ coach, say, between }: Props) {
  const blank = coach?.blank ?? false;
  const word = coach?.word ?? null;
  return (
    <>
      <button
        type="button"
        className="seat-next"
        onClick={between}
        aria-label="The attempt is over"
        data-blank={blank || undefined}
      >
        {!blank && word !== null && (
          <span className="seat-safety">
            <small>for your eyes; the voice is yours</small>
            <strong>{word}</strong>
          </span>
        )}
        {!blank && word === null && (
          <>
            <span>
              <small>{coach ? 'next on the card' : 'end attempt: tap here'}</small>
              <strong>{coach ? (coach.next?.does ?? coach.step.does) : 'In an attempt'}</strong>
            </span>
            {coach?.toGo && (
              <span className="seat-togo">
                <small>to go</small>
                <strong>
                  {numberText(coach.toGo.value)}
                  {unitMark(coach.toGo.unit)}
                </strong>
              </span>
            )}
          </>
        )}
      </button>
      <Zone className="seat-zone" says="good" blank={blank} hit={() => say('good')} />
      <Zone className="seat-zone seat-zone-mark" says="mark" blank={blank} hit={() => say('mark')} />
    </>
  );
}
