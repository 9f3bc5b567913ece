/** Of the whole card, what is flown by at once: altitude and floor, speed, bank, where to roll out. */
import { type Lesson, USUAL_MANEUVER } from '@keel/core';
import { Link } from 'react-router';
import { Caution } from '../parts/caution.tsx';
import { Figure } from '../parts/Figure.tsx';
import { heading, numberText, speedIn } from '../parts/format.ts';
import { VSpeed } from '../parts/VSpeed.tsx';

export function WhatMatters({ lesson }: { lesson: Lesson }) {
  // The one that most is measured of, where the lesson has it.
  const card = lesson.cards.find(({ maneuver }) => maneuver === USUAL_MANEUVER) ?? lesson.cards[0];
  const unit = lesson.airplane.speedUnit;
  return (
    <section className="sheet stack" aria-label="What matters now">
      <h2>{card?.title ?? 'What matters now'}</h2>
      {card && (
        <div className="fly-figures">
          <Figure
            label="Altitude"
            value={numberText(card.entry.altitudeFt)}
            unit="ft"
            note={`floor ${numberText(card.entry.floorFt)}`}
          />
          <Figure
            label="Airspeed"
            value={
              card.entry.airspeedKias === null ? '—' : numberText(speedIn(card.entry.airspeedKias, unit))
            }
            unit={unit}
            note={
              <>
                <VSpeed of="A" /> {numberText(Math.floor(speedIn(card.vaKias, unit)))}
              </>
            }
          />
          <Figure label="Bank" value={card.bankDeg} unit="°" />
          <Figure
            label="Roll out"
            value={
              card.turn
                ? `${heading(card.turn.rollOutHeadingsDeg.left)} / ${heading(card.turn.rollOutHeadingsDeg.right)}`
                : '—'
            }
            unit="°"
            note="left / right"
          />
        </div>
      )}
      <Link to={`/brief/${lesson.id}`} className="touchable">
        The whole card
      </Link>
      <Caution>
        Nothing here is a flight instrument, and nothing here signs anyone off. The airplane’s handbook, local
        rules and your instructor come first. Do not look at a screen in a turn.
      </Caution>
    </section>
  );
}
