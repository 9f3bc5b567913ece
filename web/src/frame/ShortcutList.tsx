/** The list of shortcuts, and the switch for single keys; fetched when somebody asks for it. */
import { Checkbox, Kbd } from '@mantine/core';
import { Dialog } from '../parts/Dialog.tsx';
import { PlainTable } from '../parts/PlainTable.tsx';
import { SHORTCUTS, type Shortcut, useSingleKeys } from './shortcuts.ts';

const PLACES = ['Everywhere', 'Debrief', 'Trainer', 'Brief'] as const;
const ALL: readonly Shortcut[] = Object.values(SHORTCUTS);

export function ShortcutList({ close }: { close: () => void }) {
  const [single, setSingle] = useSingleKeys();
  return (
    <Dialog onClose={close} title={<strong>Keyboard shortcuts</strong>} size="lg">
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
    </Dialog>
  );
}
