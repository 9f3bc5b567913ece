/**
 * While it is flown: the card's steps one tap after the other, its figures, two zones to hit without looking, and the end.
 * Near the stall nothing is shown but the zones: every eye belongs outside.
 */
import { cardSaid, findRoom } from '@keel/core';
import { useState } from 'react';
import type { Notes } from '../use-notes.ts';
import { Zone } from '../Zone.tsx';
import { Figures } from './Figures.tsx';
import { type Alone, type Running, seatName } from './use-alone.ts';

export function AloneInAttempt(props: { alone: Alone; running: Running; notes: Notes }) {
  const { alone, running, notes } = props;
  const [step, setStep] = useState(0);
  const { card } = alone;
  const outside = findRoom(running.maneuver)?.nearStall === true;
  const steps = card && !outside ? cardSaid(card).steps : [];
  const mark = (text: string) => notes.say({ kind: 'mark', text, attempt: running.attempt }, text);
  return (
    <>
      <div className="alone-flown">
        {outside || steps.length === 0 ? (
          <p className="alone-name">
            <small>Flown now</small>
            <strong>{seatName(running)}</strong>
          </p>
        ) : (
          <button
            type="button"
            className="alone-step"
            onClick={() => setStep((step + 1) % steps.length)}
            aria-label={`Step ${step + 1} of ${steps.length}: ${steps[step]}. Show the next`}
          >
            <small>
              {seatName(running)} · step {step + 1} of {steps.length}, tap for the next
            </small>
            <strong>{steps[step]}</strong>
          </button>
        )}
        {card && !outside && <Figures card={card} />}
      </div>
      <Zone className="seat-zone" says="good" blank={false} hit={() => mark('good')} />
      <Zone className="seat-zone seat-zone-mark" says="mark" blank={false} hit={() => mark('mark')} />
      <div className="alone-end">
        <button type="button" className="seat-button seat-primary" onClick={alone.end}>
          End the attempt
        </button>
        <button type="button" className="seat-button" onClick={alone.forget}>
          Not an attempt
        </button>
      </div>
    </>
  );
}
