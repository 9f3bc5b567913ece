/** Of the whole lesson: its focus, the one thing for next time, what is parked for another day, and words. */
import {
  findingName,
  LESSON,
  type LessonStatements,
  latest,
  type RecordingView,
  type StatementBody,
} from '@keel/core';
import { Button, TextInput } from '@mantine/core';
import { useState } from 'react';
import { CommentForm } from './CommentForm.tsx';
import type { NewStatement } from './use-statements.ts';
import { WhoFlewAll } from './WhoFlew.tsx';
import { Words } from './Words.tsx';

type AddLessonStatement = (body: NewStatement) => Promise<boolean>;

/** Says something of the lesson as a whole. */
export const ofLesson =
  (addStatement: (body: StatementBody) => Promise<boolean>, recording: RecordingView): AddLessonStatement =>
  (body) =>
    addStatement({
      ...body,
      maneuver: LESSON,
      startS: 0,
      endS: recording.score?.recording.durationS ?? 0,
    } as StatementBody);

export function LessonSheet(props: {
  recording: RecordingView;
  lesson: LessonStatements;
  addStatement: AddLessonStatement;
  isStudent: boolean;
}) {
  const { recording, lesson, addStatement, isStudent } = props;
  const [nextTime, setNextTime] = useState(lesson.nextTime ?? '');
  const [question, setQuestion] = useState(lesson.question?.text ?? '');
  return (
    <section className="sheet lesson-sheet" aria-label="The lesson">
      <div className="stack" style={{ gap: 8 }}>
        <h3>The lesson</h3>
        {recording.focus && (
          <p>
            <span className="quiet">Focus</span> <strong>{recording.focus}</strong>
          </p>
        )}
        {isStudent ? (
          lesson.nextTime && (
            <p>
              <span className="quiet">Main point for the next lesson</span> <strong>{lesson.nextTime}</strong>
            </p>
          )
        ) : (
          <TextInput
            label="Main point for the next lesson"
            value={nextTime}
            onChange={(event) => setNextTime(event.currentTarget.value)}
            onBlur={() =>
              nextTime.trim() !== (lesson.nextTime ?? '') &&
              addStatement({ kind: 'next-time', text: nextTime })
            }
            placeholder="Look out first, then roll."
          />
        )}
      </div>
      {!isStudent && (
        <div className="stack" style={{ gap: 8 }}>
          <h3>Who flew</h3>
          <WhoFlewAll addStatement={addStatement} said={latest(lesson.all, 'help')?.help ?? null} />
        </div>
      )}
      <div className="stack" style={{ gap: 8 }}>
        <h3>Parked for another day</h3>
        {lesson.parked.length === 0 ? (
          <p className="small quiet">Nothing is parked. Critical faults cannot be.</p>
        ) : (
          <ul className="words">
            {lesson.parked.map((finding) => (
              <li key={finding}>
                {findingName(finding)}{' '}
                {!isStudent && (
                  <Button
                    variant="subtle"
                    size="compact-sm"
                    onClick={() => addStatement({ kind: 'park', finding, parked: false })}
                  >
                    Unpark
                  </Button>
                )}
              </li>
            ))}
          </ul>
        )}
      </div>
      <div className="stack" style={{ gap: 8 }}>
        <h3>The lesson as a whole</h3>
        {isStudent ? (
          <TextInput
            label="Your question for next time"
            placeholder="When do I begin the roll-out to the right?"
            maxLength={300}
            value={question}
            onChange={(event) => setQuestion(event.currentTarget.value)}
            onBlur={() =>
              question.trim() !== (lesson.question?.text ?? '') &&
              addStatement({ kind: 'question', text: question })
            }
          />
        ) : (
          lesson.question && (
            <p>
              <span className="quiet">{lesson.question.authorName} asks</span>{' '}
              <strong>{lesson.question.text}</strong>
            </p>
          )
        )}
        {/* Above what was said, which grows while one types: a button that moves under a finger is missed. */}
        <CommentForm
          label="Comment on the lesson"
          action="Add"
          keep={(text) => addStatement({ kind: 'comment', text })}
        />
        <Words statements={lesson} addStatement={isStudent ? undefined : addStatement} />
      </div>
    </section>
  );
}
