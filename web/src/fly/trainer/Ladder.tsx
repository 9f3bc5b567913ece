/** A short ladder of practice from what recurs in this student's attempts: a rung a tap. */
import {
  findingSaid,
  type Lesson,
  type PracticeWay,
  practiceFor,
  type TargetCard,
  textOf,
  unitsFor,
} from '@keel/core';
import { usePath, useSkillAttempts } from '../../api/hooks.ts';

interface Props {
  lesson: Lesson;
  card: TargetCard;
  /** The way that it is flown now. */
  way: PracticeWay;
  choose: (way: PracticeWay) => void;
}

export function Ladder({ lesson, card, way, choose }: Props) {
  const path = usePath(lesson.student.id);
  const skill = path.data?.skills.find(({ maneuver }) => maneuver === card.maneuver)?.skill;
  return skill && path.data ? (
    <Rungs
      studentId={lesson.student.id}
      skill={skill}
      recurring={path.data.recurring}
      card={card}
      way={way}
      choose={choose}
    />
  ) : null;
}

function Rungs(props: {
  studentId: string;
  skill: string;
  recurring: Parameters<typeof practiceFor>[1];
  card: TargetCard;
  way: PracticeWay;
  choose: (way: PracticeWay) => void;
}) {
  const attempts = useSkillAttempts(props.studentId, props.skill);
  const practice = attempts.data && practiceFor(props.card.maneuver, props.recurring, attempts.data);
  if (!practice) return null;
  const { fault, rungs, at, tries, without } = practice;
  return (
    <section className="ladder-of-practice" aria-label="Practise">
      <h3 className="small">
        {textOf(findingSaid(fault, unitsFor(props.card)).what)}{' '}
        <span className="quiet">
          in {fault.count} of the last {fault.of}
        </span>
      </h3>
      <ol>
        {rungs.map(({ way, does }, i) => (
          <li key={way}>
            <button
              type="button"
              aria-pressed={props.way === way}
              aria-current={i === at ? 'step' : undefined}
              onClick={() => props.choose(way)}
            >
              {does}
            </button>
          </li>
        ))}
      </ol>
      {tries > 0 && (
        <p className="small quiet">
          In the trainer since: {tries === 1 ? 'one try' : `${tries} tries`}, {without} without it.
        </p>
      )}
    </section>
  );
}
