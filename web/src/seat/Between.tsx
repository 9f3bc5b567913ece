/** Between attempts: what was flown, what is left of height and speed, marks with a name, and who flew. */
import {
  type Airplane,
  cardSaid,
  DISCONTINUED_REASONS,
  type Help,
  type Lesson,
  requireRoom,
  type TargetCard,
} from '@keel/core';
import { useState } from 'react';
import type { LiveState } from '../live/use-live-flight.ts';
import { numberText, speedIn } from '../parts/format.ts';
import { useGrades } from '../parts/use-grades.ts';
import { CheckerForm } from './CheckerForm.tsx';
import { ItemList } from './ItemList.tsx';
import { OwnWords } from './OwnWords.tsx';
import { SeatLanes } from './SeatLanes.tsx';
import { Since } from './Since.tsx';
import { useDemonstration } from './use-demonstration.ts';
import { keptText, type Notes } from './use-notes.ts';
import { VerdictOnTap } from './VerdictOnTap.tsx';

const NAMED = ['late', 'rudder', 'eyes inside'] as const;

const HELPS: readonly { help: Help; says: string }[] = [
  { help: 'demonstration', says: 'shown' },
  { help: 'unaided', says: 'unaided' },
  { help: 'prompted', says: 'prompted' },
  { help: 'taken-over', says: 'taken over' },
];

interface Props {
  card: TargetCard | undefined;
  lesson: Lesson;
  live: LiveState;
  fresh: boolean;
  airplane: Airplane | undefined;
  notes: Notes;
  begin: () => void;
  /** Lets the recorder say again when an attempt is flown; null where it does. */
  follow: (() => void) | null;
}

export function Between({ card, lesson, live, fresh, airplane, notes, begin, follow }: Props) {
  const grades = useGrades();
  const demonstration = useDemonstration(airplane, card);
  const [list, setList] = useState<'checks' | 'drill' | 'broken' | null>(null);
  const mark = (text: string) => notes.say({ kind: 'mark', text }, text);
  const verdict = live.verdicts.at(-1) ?? null;
  const usual = usualHelp(live, verdict?.maneuver ?? card?.maneuver);
  const hasDrill = card ? (requireRoom(card.maneuver).hasDrill ?? false) : false;
  const sayHelp = (help: Help, says: string) => {
    if (!verdict) return mark(says);
    const { startS, endS, maneuver } = verdict;
    notes.say({ kind: 'help', help, startS, endS, maneuver }, says);
  };
  if (list === 'checks' && card)
    return (
      <ItemList
        title="Checks"
        items={cardSaid(card).checks}
        done={() => mark('checks done')}
        close={() => setList(null)}
      />
    );
  if (list === 'drill' && card)
    return (
      <ItemList
        title="Engine drill: touch it, say it"
        items={cardSaid(card).steps}
        done={() => mark('drill done')}
        close={() => setList(null)}
      />
    );
  return (
    <div className="seat-between">
      {card && (
        <SeatLanes
          card={card}
          live={live}
          fresh={fresh}
          attempt={verdict}
          demonstration={demonstration}
          speedUnit={airplane?.speedUnit ?? 'kt'}
        />
      )}
      <p className="seat-figures">
        {card && (
          <>
            <span>
              floor <strong>{numberText(card.entry.floorFt)}</strong>
            </span>
            <span>
              V<sub>A</sub> <strong>{numberText(Math.floor(speedIn(card.vaKias, card.speedUnit)))}</strong>
            </span>
          </>
        )}
        <Since live={live} fresh={fresh} />
      </p>
      <div className="seat-row">
        {NAMED.map((text) => (
          <button key={text} type="button" className="seat-button" onClick={() => mark(text)}>
            {text}
          </button>
        ))}
        <OwnWords mark={mark} speak={notes.speak} />
        <CheckerForm lesson={lesson} />
        <button
          type="button"
          className="seat-button"
          disabled={notes.tapped.length === 0}
          onClick={notes.undo}
        >
          undo
        </button>
      </div>
      <p className="seat-last" role="status">
        {notes.tapped.length === 0
          ? 'who flew, with how much help (does not count until you choose)'
          : keptText(notes)}
      </p>
      <div className="seat-row">
        {HELPS.map(({ help, says }) => (
          <button
            key={help}
            type="button"
            className="seat-button"
            data-usual={help === usual || undefined}
            onClick={() => sayHelp(help, says)}
          >
            {says}
          </button>
        ))}
      </div>
      {verdict && (
        <fieldset className="seat-row" aria-label={`Your grade of ${verdict.title}`}>
          {grades.map(({ grade, name }) => (
            <button
              key={grade}
              type="button"
              className="seat-button"
              onClick={() => {
                const { startS, endS, maneuver } = verdict;
                notes.say({ kind: 'grade', grade, startS, endS, maneuver }, `${grade} ${name}`);
              }}
            >
              {grade} {name}
            </button>
          ))}
        </fieldset>
      )}
      {list === 'broken' ? (
        <div className="seat-row">
          {DISCONTINUED_REASONS.map((reason) => (
            <button
              key={reason}
              type="button"
              className="seat-button"
              onClick={() => {
                mark(`broken off: ${reason}`);
                setList(null);
              }}
            >
              {reason}
            </button>
          ))}
        </div>
      ) : (
        <div className="seat-row">
          <button type="button" className="seat-button" disabled={!card} onClick={() => setList('checks')}>
            Checks
          </button>
          {hasDrill && (
            <button type="button" className="seat-button" onClick={() => setList('drill')}>
              Engine drill
            </button>
          )}
          <button type="button" className="seat-button" onClick={() => setList('broken')}>
            Broken off …
          </button>
        </div>
      )}
      <VerdictOnTap
        // A new attempt: one’s own word first.
        key={verdict ? `${verdict.maneuver} ${verdict.startS}` : 'none'}
        verdict={verdict}
        recordingId={live.recordingId}
        lessonId={lesson.id}
      />
      <div className="seat-row">
        <button type="button" className="seat-button seat-primary" onClick={begin}>
          Start an attempt
        </button>
        {follow && (
          <button type="button" className="seat-button" onClick={follow}>
            Use what the recorder shows
          </button>
        )}
      </div>
    </div>
  );
}

/** The lesson's rhythm: shown first, then flown alone. Offered, never taken for said. */
function usualHelp({ verdicts }: LiveState, maneuver: string | undefined): Help {
  return verdicts.filter((one) => one.maneuver === maneuver).length <= 1 ? 'demonstration' : 'unaided';
}
