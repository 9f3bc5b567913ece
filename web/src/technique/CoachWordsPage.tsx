/** What the coach says, maneuver by maneuver: the program's sentence, what it asks for, and the school's own words. */
import {
  type CoachSentence,
  type CoachWords,
  coachSentences,
  coachWordsSchema,
  type ManeuverId,
  rooms,
  USUAL_MANEUVER,
} from '@keel/core';
import { Button, Checkbox, Select, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { ApiError, api, messageOf, read } from '../api/client.ts';
import { useMe, useSchoolWords } from '../api/hooks.ts';
import { AskBeforeLeaving } from '../frame/AskBeforeLeaving.tsx';
import { TitleBar } from '../frame/TitleBar.tsx';
import { useAddress } from '../frame/use-address.ts';
import { Caution } from '../parts/caution.tsx';
import { PlainTable } from '../parts/PlainTable.tsx';
import { Waiting } from '../parts/states.tsx';

/** What is wrong with a sentence; null where nothing is, or where it is left to the program. */
function faultOf(key: string, text: string): string | null {
  if (text.trim() === '') return null;
  const checked = coachWordsSchema.safeParse({ [key]: text });
  return checked.success ? null : checked.error.issues[0].message;
}

export function CoachWordsPage() {
  const kept = useSchoolWords();
  const { data: me } = useMe();
  const [maneuver, setManeuver] = useAddress('maneuver', USUAL_MANEUVER);
  const [changes, setChanges] = useState<Record<string, string>>({});
  const [inSeat, setInSeat] = useState<boolean | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const room = rooms.find(({ id }) => id === maneuver) ?? rooms[0];
  const sentences = useMemo(() => coachSentences(room.id as ManeuverId), [room]);
  if (!kept.data || !me) return <Waiting query={kept} what="what the coach says" />;
  const { version, words } = kept.data;
  const safetyInSeat = inSeat ?? kept.data.safetyInSeat;
  const unsaved = Object.keys(changes).length > 0 || safetyInSeat !== kept.data.safetyInSeat;
  const now: CoachWords = { ...words, ...changes };
  const readOnly = me.role !== 'chief';
  const faults = Object.entries(changes).some(([key, text]) => faultOf(key, text) !== null);
  const save = async () => {
    setProblem(null);
    const own = Object.fromEntries(Object.entries(now).filter(([, text]) => text.trim() !== ''));
    try {
      await kept.mutate(read(api['coach-words'].$put({ json: { version, words: own, safetyInSeat } })), {
        revalidate: false,
      });
      setChanges({});
      setInSeat(null);
      notifications.show({ message: 'Saved. Used from the next flight on.' });
    } catch (error) {
      setProblem(messageOf(error));
      if (error instanceof ApiError && error.status === 409) await kept.mutate();
    }
  };
  return (
    <>
      <AskBeforeLeaving unsaved={unsaved} what="What the coach says" />
      <TitleBar
        title="What the coach says"
        about="In the trainer and in the replay. Eight words at most; an empty field leaves the program’s."
      >
        <Button component={Link} to="/technique" variant="default">
          Technique
        </Button>
        {!readOnly && (
          <Button onClick={save} disabled={!unsaved || faults}>
            Save words
          </Button>
        )}
      </TitleBar>
      <div className="page">
        {problem && (
          <div className="sheet" role="alert">
            {problem}
          </div>
        )}
        <section className="sheet stack" aria-label="Sentences">
          <Select
            label="Maneuver"
            data={rooms.map(({ id, title }) => ({ value: id, label: title }))}
            value={room.id}
            onChange={(value) => value && setManeuver(value)}
            allowDeselect={false}
            style={{ maxWidth: 320 }}
          />
          {readOnly && <p className="quiet">Only the chief instructor can edit these.</p>}
          <Sentences
            title="Steps, in order"
            of={sentences.filter(({ kind }) => kind === 'step')}
            now={now}
            readOnly={readOnly}
            put={(key, text) => setChanges((before) => ({ ...before, [key]: text }))}
          />
          <Sentences
            title="Corrections"
            of={sentences.filter(({ kind }) => kind === 'situation')}
            now={now}
            readOnly={readOnly}
            put={(key, text) => setChanges((before) => ({ ...before, [key]: text }))}
          />
          <Checkbox
            label="Show what is said for safety in the right-seat view"
            description="For the instructor’s eyes, in the strip above the two zones; never below 1,000 ft above the ground, never from the first sign of a stall to the climb, and never spoken. Everything else is silent in the airplane."
            checked={safetyInSeat}
            disabled={readOnly}
            onChange={(event) => setInSeat(event.currentTarget.checked)}
          />
          <Caution>
            Change the wording, but ask for the same action: what must not be said at a given moment is
            decided by the action, not by the words. Safety calls, and sentences with the day’s figures,
            cannot be changed.
          </Caution>
        </section>
      </div>
    </>
  );
}

function Sentences(props: {
  title: string;
  of: readonly CoachSentence[];
  now: CoachWords;
  readOnly: boolean;
  put: (key: string, text: string) => void;
}) {
  if (props.of.length === 0) return null;
  return (
    <div style={{ overflowX: 'auto' }} data-scrolls>
      <PlainTable className="coach-words">
        <thead>
          <tr>
            <th>{props.title}</th>
            <th>It asks for</th>
            <th>The school’s words</th>
          </tr>
        </thead>
        <tbody>
          {props.of.map(({ key, says, means, about }) => {
            const text = props.now[key] ?? '';
            return (
              <tr key={key}>
                <td>
                  {says}
                  <br />
                  <span className="small quiet">{about}</span>
                </td>
                <td className="small quiet">{means.join(', ').toLowerCase() || 'nothing'}</td>
                <td>
                  <TextInput
                    aria-label={`In the school’s words: ${says}`}
                    placeholder={says}
                    value={text}
                    disabled={props.readOnly}
                    error={faultOf(key, text)}
                    onChange={(event) => props.put(key, event.currentTarget.value)}
                  />
                </td>
              </tr>
            );
          })}
        </tbody>
      </PlainTable>
    </div>
  );
}
