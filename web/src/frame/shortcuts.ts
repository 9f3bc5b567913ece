/**
 * Every shortcut there is, in one table: what is bound is what the help lists. The trainer's flight controls are held
 * rather than pressed, and stand here to be listed.
 */
import { type HotkeyItem, useHotkeys } from '@mantine/hooks';
import { belongsToField } from './keyboard.ts';
import { useOwnSettings } from './own-settings.ts';

export interface Shortcut {
  /** As `useHotkeys` reads them. */
  keys: readonly string[];
  /** As they are printed; the keys themselves where left out. */
  shown?: readonly string[];
  where: 'Everywhere' | 'Debrief' | 'Trainer' | 'Brief';
  does: string;
}

const table = <T extends Record<string, Shortcut>>(shortcuts: T) => shortcuts;

export const SHORTCUTS = table({
  help: { keys: ['?'], where: 'Everywhere', does: 'this list' },
  attemptBefore: { keys: ['['], where: 'Debrief', does: 'previous attempt' },
  attemptAfter: { keys: [']'], where: 'Debrief', does: 'next attempt' },
  excursionAfter: { keys: ['n'], where: 'Debrief', does: 'next deviation' },
  excursionBefore: { keys: ['shift+n'], shown: ['N'], where: 'Debrief', does: 'previous deviation' },
  findingAfter: { keys: ['f'], where: 'Debrief', does: 'next finding' },
  findingBefore: { keys: ['shift+f'], shown: ['F'], where: 'Debrief', does: 'previous finding' },
  picture: { keys: ['i'], where: 'Debrief', does: 'the picture with the flight' },
  replay: { keys: ['r'], where: 'Debrief', does: 'replay' },
  compare: { keys: ['c'], where: 'Debrief', does: 'compare' },
  above: { keys: ['a'], where: 'Debrief', does: 'ground track' },
  video: { keys: ['v'], where: 'Debrief', does: 'video' },
  run: { keys: ['space'], where: 'Debrief', does: 'in the replay: play, pause' },
  wholeFlight: { keys: ['w'], where: 'Debrief', does: 'the whole flight by time' },
  lesson: { keys: ['l'], where: 'Debrief', does: 'the lesson as a whole' },
  cursor: {
    keys: ['ArrowLeft', 'ArrowRight'],
    shown: ['←', '→'],
    where: 'Debrief',
    does: 'in the keel chart: move the cursor',
  },
  grade: { keys: ['1', '2', '3', '4'], where: 'Debrief', does: 'your grade' },
  whoFlew: {
    keys: ['d', 'e', 't', 'p', 'u', 'o', 'y'],
    where: 'Debrief',
    does: 'demonstration, deliberate error, talked through, prompted, unaided, taken over, yoke held',
  },
  mark: { keys: ['m'], where: 'Debrief', does: 'mark this moment' },
  stick: {
    keys: [],
    shown: ['←', '→', '↑', '↓'],
    where: 'Trainer',
    does: 'the stick; ↓ is back, nose up',
  },
  throttle: { keys: [], shown: ['w', 's'], where: 'Trainer', does: 'throttle up, down' },
  trim: { keys: [], shown: ['t', 'g'], where: 'Trainer', does: 'trim nose up, down' },
  flaps: { keys: [], shown: ['f', 'v'], where: 'Trainer', does: 'flaps out a stage, in a stage' },
  rudder: {
    keys: [],
    shown: ['q', 'e'],
    where: 'Trainer',
    does: 'left and right rudder, where it is not helped',
  },
  brakes: { keys: [], shown: ['b'], where: 'Trainer', does: 'brakes, on the ground' },
  pause: {
    keys: [],
    shown: ['space', 'r', 'o'],
    where: 'Trainer',
    does: 'pause, back to the entry, slow motion',
  },
  look: {
    keys: [],
    shown: ['j', 'l', 'i', 'k'],
    where: 'Trainer',
    does: 'look left, right, back, down, as long as it is held',
  },
  exchange: { keys: [], shown: ['x', 'h'], where: 'Trainer', does: 'exchange the controls, show me' },
  sight: { keys: [], shown: ['m'], where: 'Trainer', does: 'mark the sight picture (instructor)' },
  window: {
    keys: [],
    shown: ['←', '→', '↑', '↓'],
    where: 'Brief',
    does: 'on the mark of the speed window: bank and speed',
  },
});
type ShortcutId = keyof typeof SHORTCUTS;

/** One letter, figure or sign: who dictates, or has a hand that wanders, may not want those. */
const isSingle = (key: string) => key.length === 1;

/** Whether single keys do anything, and how to change it. */
export function useSingleKeys(): [boolean, (on: boolean) => Promise<void>] {
  const [{ singleKeys = true }, change] = useOwnSettings();
  return [singleKeys, (on) => change({ singleKeys: on })];
}

/** Binds shortcuts of the table; the work is given which of the keys it was, from 0. */
export function useShortcuts(work: Partial<Record<ShortcutId, (nth: number) => void>>): void {
  const [single] = useSingleKeys();
  const heard = (event: KeyboardEvent, act: () => void) => {
    if (belongsToField(event)) return;
    event.preventDefault();
    act();
  };
  useHotkeys(
    Object.entries(work).flatMap(([id, act]) =>
      SHORTCUTS[id as ShortcutId].keys
        .map(
          (key, nth): HotkeyItem => [
            key,
            (event) => heard(event, () => act?.(nth)),
            { preventDefault: false },
          ],
        )
        .filter(([key]) => single || !isSingle(key.replace(/^shift\+/, ''))),
    ),
    // Which fields keep their keys is said above: of a choice that has the keyboard only those that choose.
    [],
  );
}
