/** What the instructor saw and no recorder wrote down: a tap each, marked as seen. */
import { type AttemptSaid, findRoom, OBSERVATIONS, type ObservationItem } from '@keel/core';
import type { Say } from './use-say.ts';

const KINDS = { good: '+', fault: '−', fact: '·' } as const;

export const observationOf = (item: ObservationItem) => OBSERVATIONS.find((one) => one.item === item)!;

/** Items of a drill belong to what has one. */
const belongs = (item: ObservationItem, maneuver: string): boolean =>
  item.startsWith('drill') ? findRoom(maneuver)?.hasDrill === true : true;

export function SeenTaps({ said, say, maneuver }: { said: AttemptSaid; say: Say; maneuver: string }) {
  return (
    <fieldset className="seen">
      <legend>Seen, not recorded</legend>
      {OBSERVATIONS.filter(({ item }) => belongs(item, maneuver)).map(({ item, says, kind }) => {
        const seen = said.observed.includes(item);
        return (
          <button
            key={item}
            type="button"
            data-kind={kind}
            aria-pressed={seen}
            onClick={() => say({ kind: 'observed', item, seen: !seen })}
          >
            <b aria-hidden="true">{KINDS[kind]}</b> {says}
          </button>
        );
      })}
    </fieldset>
  );
}

/** The same as evidence, beside what was measured. */
export function SeenEvidence({ said }: { said: AttemptSaid }) {
  if (said.observed.length === 0) return null;
  const who = said.said.findLast(({ body }) => body.kind === 'observed')?.authorName;
  return (
    <ul className="seen-evidence" aria-label="Seen by instructor">
      {said.observed.map((item) => {
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
