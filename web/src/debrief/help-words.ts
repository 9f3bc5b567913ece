/** Who flew and with how much help, in words, in the order of their keys. */
import { flownByWith, type Help } from '@keel/core';
import type { AddStatement } from './use-statements.ts';

export const HELP_WORDS: { help: Help; name: string }[] = [
  { help: 'demonstration', name: 'demonstration' },
  { help: 'deliberate-error', name: 'deliberate error' },
  { help: 'talked-through', name: 'talked through' },
  { help: 'prompted', name: 'prompted' },
  { help: 'unaided', name: 'unaided' },
  { help: 'taken-over', name: 'taken over' },
  { help: 'yoke-held', name: 'yoke held' },
];

export const helpName = (help: Help | 'unknown'): string =>
  help === 'unknown' ? 'who flew not said' : (HELP_WORDS.find((one) => one.help === help)?.name ?? help);

export const addHelp = (addStatement: AddStatement, help: Help) =>
  addStatement({ kind: 'help', help, flownBy: flownByWith(help) });
