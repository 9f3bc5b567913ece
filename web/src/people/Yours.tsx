/** One's own name, and what one has settled for one's own screens. */
import type { Me, OwnSettings } from '@keel/core';
import { Button, Checkbox, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { api, read } from '../api/client.ts';
import { useMe } from '../api/hooks.ts';
import { useOwnSettings } from '../frame/own-settings.ts';
import { sent } from '../parts/sent.ts';

const THEMES: { value: NonNullable<OwnSettings['theme']>; label: string }[] = [
  { value: 'auto', label: 'as the device says' },
  { value: 'light', label: 'light' },
  { value: 'dark', label: 'dark' },
];

export function Yours({ me }: { me: Me }) {
  const { mutate } = useMe();
  const [{ theme = 'auto', singleKeys = true, spoken = false }, change] = useOwnSettings();
  const [name, setName] = useState(me.name);
  const rename = async () => {
    const next = await sent(read(api.me.$patch({ json: { name } })));
    if (next) await mutate(next, { revalidate: false });
  };
  return (
    <section className="sheet stack" aria-labelledby="yours">
      <h2 id="yours">Yours, on every device</h2>
      <div className="school-fields">
        <div className="row" style={{ alignItems: 'flex-end', alignSelf: 'start' }}>
          <TextInput
            label="Your name"
            description="Shown wherever you are named"
            value={name}
            maxLength={120}
            onChange={(event) => setName(event.currentTarget.value)}
            style={{ flex: 1 }}
          />
          <Button variant="default" onClick={rename} disabled={name.trim() === '' || name.trim() === me.name}>
            Rename
          </Button>
        </div>
        <Select
          label="Theme"
          description="Dark or light"
          data={THEMES}
          value={theme}
          allowDeselect={false}
          onChange={(next) => next && change({ theme: next as OwnSettings['theme'] })}
        />
        <div className="stack">
          <Checkbox
            label="Single-key shortcuts"
            description="A question mark opens their list."
            checked={singleKeys}
            onChange={(event) => change({ singleKeys: event.currentTarget.checked })}
          />
          <Checkbox
            label="The trainer’s coach speaks"
            description="By the browser’s own voice."
            checked={spoken}
            onChange={(event) => change({ spoken: event.currentTarget.checked })}
          />
        </div>
      </div>
    </section>
  );
}
