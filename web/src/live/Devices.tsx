/** The devices in the airplanes: each with a key of its own, shown once, ended at any time. */
import { Button, CopyButton, Select, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import useSWR from 'swr';
import { answered, api, messageOf, read } from '../api/client.ts';
import { useAirplanes } from '../api/hooks.ts';
import { day } from '../parts/format.ts';
import { PlainTable } from '../parts/PlainTable.tsx';

/** What starts the simulated one, whole. */
const commandOf = ({ airplaneId, key }: { airplaneId: string; key: string }): string =>
  `npm run recorder -- --to ${location.origin} --airplane ${airplaneId} --key ${key}`;

export function Devices() {
  const devices = useSWR('/devices', () => read(api.devices.$get()));
  const airplanes = useAirplanes();
  const [name, setName] = useState('');
  const [airplaneId, setAirplaneId] = useState<string | null>(null);
  const [made, setMade] = useState<{ name: string; key: string; airplaneId: string } | null>(null);
  const names = new Map(airplanes.data?.map((one) => [one.id, one.name]));

  const tell = (error: unknown) => notifications.show({ color: 'red', message: messageOf(error) });
  const add = async () => {
    if (!airplaneId || name.trim() === '') return;
    try {
      const { key } = await read(api.devices.$post({ json: { name, airplaneId } }));
      setMade({ name, key, airplaneId });
      setName('');
      await devices.mutate();
    } catch (error) {
      tell(error);
    }
  };
  const revoke = async (id: string) => {
    try {
      await answered(api.devices[':id'].$delete({ param: { id } }));
      await devices.mutate();
    } catch (error) {
      tell(error);
    }
  };

  return (
    <section className="sheet stack" aria-label="Devices">
      <h2>Devices</h2>
      <p className="quiet small">
        A device in an airplane sends its flight with a key of its own. The simulated one is started with{' '}
        <code>npm run recorder -- --to {location.origin} --airplane ID --key KEY</code>.
      </p>
      {made && (
        <div role="status" className="stack" style={{ gap: 6 }}>
          <p>
            The key of {made.name}, shown once: <strong className="device-key">{made.key}</strong>
          </p>
          <div className="row">
            <code style={{ flex: 1, overflowWrap: 'anywhere' }}>{commandOf(made)}</code>
            <CopyButton value={commandOf(made)}>
              {({ copied, copy }) => (
                <Button variant="default" onClick={copy}>
                  {copied ? 'Copied' : 'Copy the command'}
                </Button>
              )}
            </CopyButton>
          </div>
        </div>
      )}
      {devices.data && devices.data.length > 0 && (
        <PlainTable>
          <thead>
            <tr>
              <th>Device</th>
              <th>Airplane</th>
              <th>Since</th>
              <th aria-label="Revoke" />
            </tr>
          </thead>
          <tbody>
            {devices.data.map((one) => (
              <tr key={one.id}>
                <td>{one.name}</td>
                <td>{names.get(one.airplaneId) ?? one.airplaneId}</td>
                <td>{day(one.madeAt)}</td>
                <td>
                  <Button
                    size="xs"
                    variant="default"
                    onClick={() => revoke(one.id)}
                    aria-label={`Revoke ${one.name}`}
                  >
                    Revoke
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </PlainTable>
      )}
      <form
        className="row"
        style={{ alignItems: 'end', flexWrap: 'wrap' }}
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <TextInput
          label="Name of the device"
          value={name}
          onChange={({ currentTarget }) => setName(currentTarget.value)}
          maxLength={80}
          required
        />
        <Select
          label="Airplane"
          value={airplaneId}
          onChange={setAirplaneId}
          data={(airplanes.data ?? []).map((one) => ({ value: one.id, label: one.name }))}
          required
        />
        <Button type="submit" disabled={!airplaneId || name.trim() === ''}>
          Add a device
        </Button>
      </form>
    </section>
  );
}
