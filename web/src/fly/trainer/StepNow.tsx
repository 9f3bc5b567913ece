/** Where in the maneuver it is: what to do now, large; what comes next beneath; and what remains. */
import type { CoachLook } from '@keel/core';
import { numberText, unitMark } from '../../parts/format.ts';

export function StepNow({ look, shown, pass }: { look: CoachLook; shown: boolean; pass: () => void }) {
  const { step, next, index, of, toGo, lost, unseen } = look;
  return (
    <div className="step-now">
      <div className="row spread">
        <span className="quiet small">
          step {index + 1} of {of}
        </span>
        {toGo && (
          <span className="quiet small">
            <strong>
              {numberText(toGo.value)}
              {unitMark(toGo.unit)}
            </strong>{' '}
            to go
          </span>
        )}
      </div>
      <p className="step-does">
        {lost ? 'Broken off. Settle, then start again' : shown ? step.name : step.does}
      </p>
      {next && <p className="quiet small">then: {shown ? next.name : next.does}</p>}
      {unseen && (
        <button type="button" className="step-pass" onClick={pass}>
          This step can’t be seen here: done
        </button>
      )}
    </div>
  );
}
