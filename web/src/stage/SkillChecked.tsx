/** What stage checks showed of one skill: a checker's word, beside what was flown. */

import { Link } from 'react-router';
import { useStageChecks } from '../api/hooks.ts';
import { day } from '../parts/format.ts';
import { shownIn } from './shown-in.ts';
import './stage-list.css';

export function SkillChecked({ studentId, skill }: { studentId: string; skill: string }) {
  const shown = shownIn(useStageChecks(studentId).data ?? [], skill);
  if (shown.length === 0) return null;
  return (
    <section className="sheet stack" aria-label="In stage checks" style={{ gap: 8 }}>
      <h2>In stage checks</h2>
      <ul className="stage-list">
        {shown.map(({ id, plannedAt, checker, passed, words }) => (
          <li key={id}>
            <Link to={`/stage-checks/${id}`}>
              {day(plannedAt)} <strong>{passed ? 'shown to standard' : 'not to standard'}</strong>
            </Link>
            <span className="small quiet">
              {checker}
              {words && `: “${words}”`}
            </span>
          </li>
        ))}
      </ul>
      <p className="small quiet">The checker’s own mark: it moves no estimate.</p>
    </section>
  );
}
