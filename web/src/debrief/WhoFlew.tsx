/** Who flew, and with how much help: one key each. */
import { type AttemptStatements, flownByWith, type Help } from '@keel/core';
import { SHORTCUTS } from '../frame/shortcuts.ts';
import type { AddStatement } from './use-statements.ts';

/** In the order of their keys. */
export const HELP_WORDS: { help: Help; name: string }[] = [
  { help: 'demonstration', name: 'demonstration' },
  { help: 'deliberate-error', name: 'deliberate error' },
  { help: 'talked-through', name: 'talked through' },
  { help: 'prompted', name: 'prompted' },
  { help: 'unaided', name: 'unaided' },
  { help: 'taken-over', name: 'taken over' },
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
      {HELP_WORDS.map(({ help, name }, nth) => (
        <button
          key={help}
          type="button"
          aria-pressed={statements.help === help}
          onClick={() => addHelp(addStatement, help)}
        >
          <kbd>{SHORTCUTS.whoFlew.keys[nth]}</kbd> {name}
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
