/** Who flew, and with how much help: one key each. */
import { type AttemptStatements, flownByWith, type Help } from '@keel/core';
import { useState } from 'react';
import { SHORTCUTS } from '../frame/shortcuts.ts';
import { addHelp, HELP_WORDS, helpName, isOfferedIn } from './help-words.ts';
import type { AddStatement } from './use-statements.ts';

export function WhoFlew({
  maneuver,
  statements,
  addStatement,
}: {
  maneuver: string;
  statements: AttemptStatements;
  addStatement: AddStatement;
}) {
  const [asked, setAsked] = useState(false);
  // Once said it takes a line, so that the verdict above keeps its room; its keys go on working.
  if (statements.helpStated && !statements.helpInBulk && !asked)
    return (
      <p className="small who-said">
        <span className="quiet">Who flew:</span> <strong>{helpName(statements.help)}</strong>{' '}
        <button type="button" className="gate-name" onClick={() => setAsked(true)}>
          change
        </button>
      </p>
    );
  return (
    <fieldset className="who">
      <legend>
        Who flew
        {statements.helpInBulk && <span className="quiet"> (chosen for the whole flight)</span>}
        {!statements.helpStated && <span className="quiet"> (does not count until you choose)</span>}
      </legend>
      {HELP_WORDS.filter(({ help }) => isOfferedIn(help, maneuver)).map(({ help, name }) => (
        <button
          key={help}
          type="button"
          aria-pressed={statements.help === help}
          onClick={() => {
            setAsked(false);
            addHelp(addStatement, help);
          }}
        >
          <kbd>{SHORTCUTS.whoFlew.keys[HELP_WORDS.findIndex((one) => one.help === help)]}</kbd> {name}
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
        All other attempts of this flight
        <span className="quiet">
          {' '}
          (chosen for all at once, it keeps a skill current but does not bring it to standard)
        </span>
      </legend>
      {HELP_WORDS.filter(({ help }) => flownByWith(help) === 'student' && help !== 'yoke-held').map(
        ({ help, name }) => (
          <button
            key={help}
            type="button"
            aria-pressed={said === help}
            onClick={() => addHelp(addStatement, help)}
          >
            {name}
          </button>
        ),
      )}
    </fieldset>
  );
}
