/** Who flew, and with how much help: one key each. */
import type { AttemptStatements, Help } from '@keel/core';
import type { AddStatement } from './use-statements.ts';

export const HELP_WORDS: { help: Help; key: string; name: string }[] = [
  { help: 'demonstration', key: 'd', name: 'demonstration' },
  { help: 'deliberate-error', key: 'e', name: 'deliberate error' },
  { help: 'talked-through', key: 't', name: 'talked through' },
  { help: 'prompted', key: 'p', name: 'prompted' },
  { help: 'unaided', key: 'u', name: 'unaided' },
  { help: 'taken-over', key: 'o', name: 'taken over' },
];

export const helpName = (help: Help): string => HELP_WORDS.find((one) => one.help === help)?.name ?? help;

/** A demonstration is the instructor's; everything else the student's. */
export const addHelp = (addStatement: AddStatement, help: Help) =>
  addStatement({
    kind: 'help',
    help,
    flownBy: help === 'demonstration' || help === 'deliberate-error' ? 'instructor' : 'student',
  });

export function WhoFlew({
  statements,
  addStatement,
}: {
  statements: AttemptStatements;
  addStatement: AddStatement;
}) {
  return (
    <fieldset className="who">
      <legend>
        Who flew
        {!statements.helpStated && <span className="quiet"> (taken as unaided until you say)</span>}
      </legend>
      {HELP_WORDS.map(({ help, key, name }) => (
        <button
          key={help}
          type="button"
          aria-pressed={statements.help === help}
          onClick={() => addHelp(addStatement, help)}
        >
          <kbd>{key}</kbd> {name}
        </button>
      ))}
    </fieldset>
  );
}
