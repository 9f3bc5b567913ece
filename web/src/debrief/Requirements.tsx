/** What is asked of a maneuver before any band: held, failed, or not seen, each with its evidence. */
import type { AttemptScore, Configuration, RequirementScore } from '@keel/core';
import { CONFIGURATIONS, evidenceSaid, requirementName, textOf, type Units } from '@keel/core';
import { Checkbox } from '@mantine/core';
import { useState } from 'react';
import type { AddStatement } from './use-statements.ts';
import './requirements.css';

/** Other attempts of the flight at the same maneuver, of which something is not known either. */
interface Alike {
  count: number;
  tell: AddStatement;
}
export type AlikeIn = (isUnknown: (attempt: AttemptScore) => boolean) => Alike;

const flapsUnknown = ({ configuration, variantUnknown }: AttemptScore): boolean =>
  configuration === null || variantUnknown !== undefined;

const HELD_WORDS = new Map<RequirementScore['held'], string>([
  [true, 'met'],
  [false, 'not met'],
  [null, 'not seen'],
  ['not applicable', 'not required here'],
]);

export function Requirements({
  attempt,
  units,
  show,
  tell,
  alike,
}: {
  attempt: AttemptScore;
  units: Units;
  show: (atS: number) => void;
  tell?: AddStatement;
  alike?: AlikeIn;
}) {
  const [all, setAll] = useState(false);
  const asked = attempt.requirements.filter(({ held }) => held !== 'not applicable');
  if (asked.length === 0) return null;
  // What went wrong or was not seen comes first; what was right is told in one line until it is asked for.
  const open = asked.filter(({ held }) => held !== true);
  const right = asked.filter((one) => !open.includes(one));
  return (
    <div className="requirements">
      <h3>Pass/fail items</h3>
      <ul>
        {open.map((one) => (
          <Row
            key={one.id}
            one={one}
            units={units}
            show={show}
            tell={tell}
            alike={alike?.((other) => isUnseenIn(other, one))}
          />
        ))}
        {all && right.map((one) => <Row key={one.id} one={one} units={units} show={show} />)}
      </ul>
      {right.length > 0 && (
        <button type="button" className="requirements-right" aria-expanded={all} onClick={() => setAll(!all)}>
          <Mark held />
          <span className={all ? undefined : 'requirements-names'}>
            <strong>{right.length} met</strong>{' '}
            <span className="quiet">
              {all
                ? 'show less'
                : right.map(({ id, asWritten }) => requirementName(id, asWritten).toLowerCase()).join(', ')}
            </span>
          </span>
        </button>
      )}
      {tell && flapsUnknown(attempt) && <FlapTaps tell={tell} alike={alike?.(flapsUnknown)} />}
    </div>
  );
}

const isUnseenIn = ({ requirements }: AttemptScore, { id }: RequirementScore): boolean =>
  requirements.some((other) => other.id === id && other.held === null);

function Row({
  one,
  units,
  show,
  tell,
  alike,
}: {
  one: RequirementScore;
  units: Units;
  show: (atS: number) => void;
  tell?: AddStatement;
  alike?: Alike;
}) {
  const [inAll, setInAll] = useState(false);
  const say = async (held: boolean) => {
    const seen = { kind: 'seen', requirement: name, held } as const;
    await tell?.(seen);
    if (inAll) await alike?.tell(seen);
  };
  const { held, atS, must } = one;
  const name = one.id.split('/')[1];
  return (
    <li data-held={String(held)}>
      <Mark held={held} />
      <div>
        <button
          type="button"
          className="requirement"
          disabled={atS === undefined}
          title={`${one.source}${one.fromMemory ? ' (from memory)' : ''}`}
          onClick={() => atS !== undefined && show(atS)}
        >
          <strong>{requirementName(one.id, one.asWritten)}</strong>{' '}
          <span className="hidden">{HELD_WORDS.get(held)}: </span>
          <span>{textOf(evidenceSaid(one, units))}</span>
          {!must && <span className="quiet"> for information</span>}
        </button>
        {held === null && tell && (
          <span className="requirement-taps">
            <button type="button" onClick={() => say(true)}>
              I saw it: met
            </button>
            <button type="button" onClick={() => say(false)}>
              not met
            </button>
            <InOthers alike={alike} checked={inAll} change={setInAll} />
          </span>
        )}
      </div>
    </li>
  );
}

/** Two posts: between them it was held, outside it failed, an open ring where nobody saw. */
function Mark({ held }: { held: RequirementScore['held'] }) {
  return (
    <svg width={24} height={16} viewBox="0 0 24 16" aria-hidden="true">
      <line x1={3} x2={3} y1={1} y2={15} stroke="var(--ink)" strokeWidth={2} />
      <line x1={16} x2={16} y1={1} y2={15} stroke="var(--ink)" strokeWidth={2} />
      {held === null ? (
        <circle cx={9.5} cy={8} r={3.2} fill="none" stroke="var(--quiet)" strokeWidth={1.5} />
      ) : (
        <circle cx={held ? 9.5 : 20} cy={8} r={3.6} fill={held ? 'var(--spruce)' : 'var(--below)'} />
      )}
    </svg>
  );
}

const FLAP_WORDS: Record<Configuration, string> = { clean: 'up', takeoff: 'takeoff', landing: 'landing' };

/** How the flaps stood, where no column says it. */
function FlapTaps({ tell, alike }: { tell: AddStatement; alike?: Alike }) {
  const [inAll, setInAll] = useState(false);
  const say = async (configuration: Configuration) => {
    await tell({ kind: 'configured', configuration });
    if (inAll) await alike?.tell({ kind: 'configured', configuration });
  };
  return (
    <fieldset className="flap-taps">
      <legend>Flaps were not recorded. They stood at</legend>
      {CONFIGURATIONS.map((configuration) => (
        <button key={configuration} type="button" onClick={() => say(configuration)}>
          {FLAP_WORDS[configuration]}
        </button>
      ))}
      <InOthers alike={alike} checked={inAll} change={setInAll} />
    </fieldset>
  );
}

/** What is said of one attempt may be so of the others of the flight as well. */
function InOthers({
  alike,
  checked,
  change,
}: {
  alike?: Alike;
  checked: boolean;
  change: (checked: boolean) => void;
}) {
  if (!alike || alike.count === 0) return null;
  return (
    <Checkbox
      size="xs"
      label={
        alike.count === 1
          ? 'and in the other one of this flight'
          : `and in the other ${alike.count} of this flight`
      }
      checked={checked}
      onChange={(event) => change(event.currentTarget.checked)}
    />
  );
}
