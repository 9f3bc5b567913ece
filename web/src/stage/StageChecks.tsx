/** A student's stage checks on the path; the chief designates the next. */
import { type Path, type StageCheck, stageStateName } from '@keel/core';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { useMe, useStageChecks } from '../api/hooks.ts';
import { day } from '../parts/format.ts';
import { Designate } from './Designate.tsx';
import './stage-list.css';

/** The last that is closed and not passed, where nothing follows it yet. */
const toShowAgain = (checks: readonly StageCheck[]): StageCheck | undefined => {
  const [last] = checks;
  return last?.closedAt && last.state !== 'passed' ? last : undefined;
};

interface StageChecksProps {
  student: { id: string; name: string };
  /** What a plan can be put together from. */
  skills: Path['skills'];
}

export function StageChecks({ student, skills }: StageChecksProps) {
  const checks = useStageChecks(student.id);
  const { data: me } = useMe();
  const [designating, setDesignating] = useState(false);
  const chief = me?.role === 'chief';
  if (!checks.data || (checks.data.length === 0 && !chief)) return null;
  const again = toShowAgain(checks.data);
  return (
    <section className="sheet stack" aria-label="Stage checks" style={{ gap: 8 }}>
      <h2>Stage checks</h2>
      {checks.data.length === 0 ? (
        <p className="quiet small">None yet.</p>
      ) : (
        <ul className="stage-list">
          {checks.data.map(({ id, plannedAt, state, checker }) => (
            <li key={id}>
              <Link to={`/stage-checks/${id}`}>
                {day(plannedAt)} <strong>{stageStateName(state)}</strong>
              </Link>
              <span className="small quiet">{checker.name}</span>
            </li>
          ))}
        </ul>
      )}
      {chief && (
        <Button variant="default" style={{ alignSelf: 'start' }} onClick={() => setDesignating(true)}>
          {again ? 'Show again what was not passed' : 'Designate a checker'}
        </Button>
      )}
      {designating && (
        <Designate
          student={student}
          skills={skills}
          retestOf={again?.id ?? null}
          close={() => setDesignating(false)}
        />
      )}
    </section>
  );
}
