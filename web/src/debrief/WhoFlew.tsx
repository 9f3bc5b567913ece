/** Who flew, and with how much help: one key each. */
import { type AttemptStatements, flownByWith, type Help } from '@keel/core';
import type { AddStatement } from './use-statements.ts';

export const HELP_WORDS: { help: Help; key: string; name: string }[] = [
  { help: 'demonstration', key: 'd', name: 'demonstration' },
  { help: 'deliberate-error', key: 'e', name: 'deliberate error' },
  { help: 'talked-through', key: 't', name: 'talked through' },
  { help: 'prompted', key: 'p', name: 'prompted' },
  { help: 'unaided', key: 'u', name: 'unaided' },
  { help: 'taken-over', key: 'o', name: 'taken over' },
];

export const helpName = (help: Help | 'unknown'): string =>
  help === 'unknown' ? 'who flew not said' : (HELP_WORDS.find((one) => one.help === help)?.name ?? help);

export const addHelp = (addStatement: AddStatement, help: Help) =>
  addStatement({ kind: 'help', help, flownBy: flownByWith(help) });

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
        {statements.helpInBulk && <span className="quiet"> (said of the whole flight)</span>}
        {!statements.helpStated && <span className="quiet"> (counts for nothing until you say)</span>}
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

/** One tap for every attempt of which nothing was said yet. */
export function WhoFlewAll({ addStatement, said }: { addStatement: AddStatement; said: Help | null }) {
  return (
    <fieldset className="who">
      <legend>
        All the others of this flight
        <span className="quiet"> (said at once, it holds a skill and does not make it ready)</span>
      </legend>
      {HELP_WORDS.filter(({ help }) => flownByWith(help) === 'student').map(({ help, name }) => (
        <button
          key={help}
          type="button"
          aria-pressed={said === help}
          onClick={() => addHelp(addStatement, help)}
        >
          {name}
        </button>
      ))}
    </fieldset>
  );
}
