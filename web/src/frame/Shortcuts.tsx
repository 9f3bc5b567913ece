/** The list of shortcuts, on `?`. */
import { Kbd, Modal } from '@mantine/core';
import { useEffect } from 'react';

const SHORTCUTS: [string[], string][] = [
  [['?'], 'This list'],
  [['[', ']'], 'Debrief: attempt before, attempt after'],
  [['n', 'N'], 'Debrief: next excursion, the one before'],
  [['f', 'F'], 'Debrief: next finding, the one before'],
  [['r', 'c', 'a'], 'Debrief: replay, compare, from above'],
  [['space'], 'Debrief, in the replay: run, hold'],
  [['w'], 'Debrief: the whole flight by time'],
  [['←', '→'], 'Debrief, in the keel chart: move the cursor'],
  [['1', '2', '3', '4'], 'Debrief: your grade'],
  [
    ['d', 'e', 't', 'p', 'u', 'o'],
    'Debrief: demonstration, deliberate error, talked through, prompted, unaided, taken over',
  ],
  [['m'], 'Debrief: mark this moment'],
  [['←', '→', '↑', '↓'], 'Trainer: the stick; ↓ is back, nose up'],
  [['w', 's'], 'Trainer: throttle up, down'],
  [['t', 'g'], 'Trainer: trim nose up, down'],
  [['f', 'v'], 'Trainer: flaps out a stage, in a stage'],
  [['q', 'e'], 'Trainer: left and right rudder, where it is not helped'],
  [['space', 'r', 'o'], 'Trainer: pause, back to the entry, slow motion'],
  [['x', 'h'], 'Trainer: exchange the controls, show me'],
  [['m'], 'Trainer: mark the sight picture (instructor)'],
  [['←', '→', '↑', '↓'], 'Brief, on the mark of the speed window: bank and speed'],
];

export function Shortcuts({ opened, setOpened }: { opened: boolean; setOpened: (opened: boolean) => void }) {
  useEffect(() => {
    // Where the question mark lies differs from keyboard to keyboard: what counts is the character.
    const listen = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.closest('input, textarea, select');
      if (event.key === '?' && !typing) setOpened(true);
    };
    document.addEventListener('keydown', listen);
    return () => document.removeEventListener('keydown', listen);
  }, [setOpened]);
  return (
    <Modal
      opened={opened}
      onClose={() => setOpened(false)}
      title={<strong>Keyboard shortcuts</strong>}
      size="lg"
    >
      <table className="plain">
        <tbody>
          {SHORTCUTS.map(([keys, does]) => (
            <tr key={does}>
              <td className="nowrap">
                {keys.map((key) => (
                  <Kbd key={key} mr={4}>
                    {key}
                  </Kbd>
                ))}
              </td>
              <td>{does}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Modal>
  );
}
