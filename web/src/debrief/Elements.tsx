/** What the standard asks about the task beside flying it: a tick for each element that was talked through. */
import type { AttemptStatements, StandardElement } from '@keel/core';
import { useStandards } from '../api/hooks.ts';
import { Failed, Loading } from '../parts/states.tsx';
import type { AddStatement } from './use-statements.ts';

interface Props {
  maneuver: string;
  /** The id of the standard that the score was judged by. */
  standard: string | undefined;
  statements: AttemptStatements;
  addStatement: AddStatement;
}

const KINDS: Record<StandardElement['kind'], string> = { knowledge: 'Knowledge', risk: 'Risk' };

export function Elements({ maneuver, standard, statements, addStatement }: Props) {
  const { data, error } = useStandards();
  if (error) return <Failed error={error} />;
  if (!data) return <Loading what="the standard" />;
  const used = data.find(({ id }) => id === standard);
  const elements = used?.elements.filter((one) => one.maneuver === maneuver) ?? [];
  if (elements.length === 0)
    return <p className="small quiet">{used?.shortName ?? 'The standard'} lists none for this maneuver.</p>;
  return (
    <>
      {(['knowledge', 'risk'] as const).map((kind) => (
        <fieldset className="seen elements" key={kind}>
          <legend>{KINDS[kind]}: talked through</legend>
          {elements
            .filter((one) => one.kind === kind)
            .map(({ code, says }) => {
              const covered = statements.covered.includes(code);
              return (
                <button
                  key={code}
                  type="button"
                  aria-pressed={covered}
                  title={code}
                  onClick={() => void addStatement({ kind: 'element', code, covered: !covered })}
                >
                  {says}
                </button>
              );
            })}
        </fieldset>
      ))}
      <p className="small quiet">
        In our own words, from memory of {used!.document}. Ticks change no verdict and no grade.
      </p>
    </>
  );
}
