/** Who flew and with how much help, in words, in the order of their keys. */
import { findRoom, flownByWith, type Help } from '@keel/core';
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

/** The yoke is held for a student near the stall, and nowhere else. */
export const isOfferedIn = (help: Help, maneuver: string): boolean =>
  help !== 'yoke-held' || findRoom(maneuver)?.nearStall === true;

export const helpName = (help: Help | 'unknown'): string =>
  help === 'unknown' ? 'who flew not entered' : (HELP_WORDS.find((one) => one.help === help)?.name ?? help);

export const addHelp = (addStatement: AddStatement, help: Help) =>
  addStatement({ kind: 'help', help, flownBy: flownByWith(help) });
