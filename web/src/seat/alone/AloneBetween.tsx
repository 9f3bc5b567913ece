/** Between attempts: which maneuver next, what was just flown, who flew it, the grade, what was seen. */
import {
  cardSaid,
  findRoom,
  flownByWith,
  type Lesson,
  type ManeuverId,
  rooms,
  type SeatAttempt,
  variantWords,
} from '@keel/core';
import { useState } from 'react';
import { useSchool } from '../../api/hooks.ts';
import { clockTime } from '../../parts/format.ts';
import { useGrades } from '../../parts/use-grades.ts';
import { CheckerForm } from '../CheckerForm.tsx';
import { ItemList } from '../ItemList.tsx';
import { OwnWords } from '../OwnWords.tsx';
import { keptText, type Notes } from '../use-notes.ts';
import { Figures } from './Figures.tsx';
import { SEAT_HELPS, SEAT_MARKS } from './seat-words.ts';
import { type Alone, seatName } from './use-alone.ts';

interface Props {
  lesson: Lesson;
  alone: Alone;
  notes: Notes;
  over: () => void;
}

export function AloneBetween({ lesson, alone, notes, over }: Props) {
  const [list, setList] = useState<'checks' | 'drill' | null>(null);
  const { about, card, chosen } = alone;
  const mark = (text: string) => notes.say({ kind: 'mark', text, ...(about && { attempt: about.id }) }, text);
  const hasDrill = findRoom(chosen.maneuver)?.hasDrill === true;
  if (list && card)
    return (
      <ItemList
        title={list === 'checks' ? 'Checks' : 'Engine drill: touch it, say it'}
        items={list === 'checks' ? cardSaid(card).checks : cardSaid(card).steps}
        done={() => mark(`${list} done`)}
        close={() => setList(null)}
      />
    );
  return (
    <div className="seat-between">
      <Picker lesson={lesson} alone={alone} />
      {card && <Figures card={card} />}
      {about ? (
        <JustFlown about={about} alone={alone} notes={notes} />
      ) : (
        <p className="seat-last">Begin an attempt as it begins; end it, then say who flew and how it was.</p>
      )}
      <Marks about={about} notes={notes} mark={mark} />
      <div className="seat-row">
        <button type="button" className="seat-button" disabled={!card} onClick={() => setList('checks')}>
          Checks
        </button>
        {hasDrill && (
          <button type="button" className="seat-button" onClick={() => setList('drill')}>
            Engine drill
          </button>
        )}
        <CheckerForm lesson={lesson} />
        <button type="button" className="seat-button" onClick={alone.afterwards}>
          Flown without a tap
        </button>
        <button type="button" className="seat-button" disabled={alone.attempts.length === 0} onClick={over}>
          Lesson over …
        </button>
      </div>
      <div className="alone-begin">
        <button type="button" className="seat-button seat-primary" onClick={alone.begin}>
          Begin: {seatName(chosen)}, attempt {alone.numberOf(chosen)}
        </button>
      </div>
    </div>
  );
}

/** The lesson's maneuvers, each with how often it was flown; any other by its name. */
function Picker({ lesson, alone }: { lesson: Lesson; alone: Alone }) {
  const [others, setOthers] = useState(false);
  const { attempts, chosen } = alone;
  const ofLesson = [...new Set(lesson.cards.map(({ maneuver }) => maneuver as ManeuverId))];
  const shown = ofLesson.includes(chosen.maneuver) ? ofLesson : [...ofLesson, chosen.maneuver];
  const ways = findRoom(chosen.maneuver)?.variants ?? [];
  const count = (maneuver: string) => attempts.filter((one) => one.maneuver === maneuver).length;
  const button = (maneuver: ManeuverId) => (
    <button
      key={maneuver}
      type="button"
      className="seat-button"
      aria-pressed={maneuver === chosen.maneuver}
      onClick={() => {
        alone.choose(maneuver);
        setOthers(false);
      }}
    >
      <span>
        {findRoom(maneuver)?.title}
        {count(maneuver) > 0 && <small>{count(maneuver)} flown</small>}
      </span>
    </button>
  );
  return (
    <>
      <fieldset className="seat-row" aria-label="Which maneuver">
        {shown.map(button)}
        <button
          type="button"
          className="seat-button"
          aria-expanded={others}
          onClick={() => setOthers(!others)}
        >
          Other …
        </button>
      </fieldset>
      {others && (
        <fieldset className="seat-row" aria-label="Another maneuver">
          {rooms.filter(({ id }) => !shown.includes(id)).map(({ id }) => button(id))}
        </fieldset>
      )}
      {ways.length > 1 && (
        <fieldset className="seat-row" aria-label="Which way">
          {ways.map((way) => (
            <button
              key={way}
              type="button"
              className="seat-button"
              aria-pressed={way === chosen.variant}
              onClick={() => alone.turn(way)}
            >
              {variantWords(way)}
            </button>
          ))}
        </fieldset>
      )}
    </>
  );
}

function JustFlown(props: { about: SeatAttempt; alone: Alone; notes: Notes }) {
  const { about, alone, notes } = props;
  const grades = useGrades();
  const isLast = about.id === alone.attempts.at(-1)?.id;
  return (
    <section className="alone-about" aria-label="Just flown">
      <div className="alone-title">
        <div>
          <small>
            {isLast ? 'Just flown' : 'Flown'}, {clockTime(new Date(about.endedMs).toISOString())}
          </small>
          <h2>
            {seatName(about)} · attempt {alone.numberOf(about)}
          </h2>
        </div>
        <button
          type="button"
          className="seat-button"
          disabled={notes.tapped.length === 0}
          onClick={notes.undo}
        >
          Undo
        </button>
      </div>
      <p className="alone-asks">Who flew it?</p>
      <fieldset className="seat-row" aria-label="Who flew it">
        {SEAT_HELPS.map(({ help, says, note }) => (
          <button
            key={help}
            type="button"
            className="seat-button"
            aria-pressed={about.help === help}
            onClick={() => notes.say({ kind: 'attempt-help', attempt: about.id, help }, says)}
          >
            <span>
              {says}
              {note && <small>{note}</small>}
            </span>
          </button>
        ))}
      </fieldset>
      {about.help !== null && flownByWith(about.help) === 'instructor' ? (
        <p className="seat-last">What you flew is seen, and asks for no grade.</p>
      ) : (
        <>
          <p className="alone-asks">Your grade</p>
          <fieldset className="seat-row" aria-label="Your grade">
            {grades.map(({ grade, name }) => (
              <button
                key={grade}
                type="button"
                className="seat-button"
                aria-pressed={about.grade === grade}
                onClick={() =>
                  notes.say({ kind: 'attempt-grade', attempt: about.id, grade }, `${grade} ${name}`)
                }
              >
                <span>
                  {grade}
                  <small>{name}</small>
                </span>
              </button>
            ))}
          </fieldset>
        </>
      )}
    </section>
  );
}

/** What was seen, in a tap: of the attempt just flown, or of the moment where there is none yet. */
function Marks(props: { about: SeatAttempt | null; notes: Notes; mark: (text: string) => void }) {
  const { about, notes, mark } = props;
  const own = useSchool().data?.settings.seatMarks ?? [];
  const said = (text: string) => about?.marks.filter((one) => one.text === text).length ?? 0;
  return (
    <>
      <p className="alone-asks">What you saw</p>
      <p className="seat-last" role="status">
        {notes.tapped.length > 0 && keptText(notes)}
      </p>
      <fieldset className="seat-row alone-marks" aria-label="What you saw">
        {[...SEAT_MARKS, ...own].map((text) => (
          <button
            key={text}
            type="button"
            className="seat-button"
            aria-pressed={said(text) > 0}
            onClick={() => mark(text)}
          >
            {text}
            {said(text) > 1 && ` ×${said(text)}`}
          </button>
        ))}
        <OwnWords mark={mark} speak={notes.speak} />
      </fieldset>
    </>
  );
}
