/** What the instructor saw and no recorder wrote down: a tap each, marked as seen. */
import { type AttemptStatements, findRoom, isOffered, OBSERVATIONS, type ObservationItem } from '@keel/core';
import type { AddStatement } from './use-statements.ts';

const KINDS = { good: '+', fault: '−', fact: '·' } as const;

const observationOf = (item: ObservationItem) => OBSERVATIONS.find((one) => one.item === item)!;

/** Items of a drill belong to what has one. */
const belongs = (item: ObservationItem, maneuver: string): boolean =>
  item.startsWith('drill') ? findRoom(maneuver)?.hasDrill === true : true;

export function SeenTaps({
  statements,
  addStatement,
  maneuver,
}: {
  statements: AttemptStatements;
  addStatement: AddStatement;
  maneuver: string;
}) {
  return (
    <fieldset className="seen">
      <legend>Instructor observations</legend>
      {OBSERVATIONS.filter(
        (one) => (isOffered(one) || statements.observed.includes(one.item)) && belongs(one.item, maneuver),
      ).map(({ item, says, kind }) => {
        const seen = statements.observed.includes(item);
        return (
          <button
            key={item}
            type="button"
            data-kind={kind}
            aria-pressed={seen}
            onClick={() => addStatement({ kind: 'observed', item, seen: !seen })}
          >
            <b aria-hidden="true">{KINDS[kind]}</b> {says}
          </button>
        );
      })}
    </fieldset>
  );
}

/** The same as evidence, beside what was measured. */
export function SeenEvidence({ statements }: { statements: AttemptStatements }) {
  if (statements.observed.length === 0) return null;
  const who = statements.all.findLast(({ body }) => body.kind === 'observed')?.authorName;
  return (
    <ul className="seen-evidence" aria-label="Seen by instructor">
      {statements.observed.map((item) => {
        const { says, kind } = observationOf(item);
        return (
          <li key={item}>
            <b aria-hidden="true">{KINDS[kind]}</b> {says} <span className="quiet small">seen by {who}</span>
          </li>
        );
      })}
    </ul>
  );
}
