/** The list of shortcuts, on `?`, and the switch for single keys. */
import { Checkbox, Kbd, Modal } from '@mantine/core';
import { useEffect } from 'react';
import { PlainTable } from '../parts/PlainTable.tsx';
import { SHORTCUTS, type Shortcut, useSingleKeys } from './shortcuts.ts';

const PLACES = ['Everywhere', 'Debrief', 'Trainer', 'Brief'] as const;
const ALL: readonly Shortcut[] = Object.values(SHORTCUTS);

export function Shortcuts({ opened, setOpened }: { opened: boolean; setOpened: (opened: boolean) => void }) {
  const [single, setSingle] = useSingleKeys();
  useEffect(() => {
    // Where the question mark lies differs from keyboard to keyboard: what counts is the character.
    const listen = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.closest('input, textarea, select');
      if (single && event.key === SHORTCUTS.help.keys[0] && !typing) setOpened(true);
    };
    document.addEventListener('keydown', listen);
    return () => document.removeEventListener('keydown', listen);
  }, [setOpened, single]);
  return (
    <Modal
      opened={opened}
      onClose={() => setOpened(false)}
      title={<strong>Keyboard shortcuts</strong>}
      size="lg"
    >
      <Checkbox
        label="Single-key shortcuts"
        description="Switch them off where you dictate, or where keys are pressed by accident. The trainer keeps its controls."
        checked={single}
        onChange={(event) => setSingle(event.currentTarget.checked)}
        mb="md"
      />
      {PLACES.map((place) => (
        <section key={place}>
          <h3>{place}</h3>
          <PlainTable>
            <tbody>
              {ALL.filter(({ where }) => where === place).map(({ keys, shown = keys, does }) => (
                <tr key={does}>
                  <td className="nowrap">
                    {shown.map((key) => (
                      <Kbd key={key} mr={4}>
                        {key}
                      </Kbd>
                    ))}
                  </td>
                  <td>{does}</td>
                </tr>
              ))}
            </tbody>
          </PlainTable>
        </section>
      ))}
    </Modal>
  );
}
