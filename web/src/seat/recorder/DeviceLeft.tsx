/** Battery and room of this device, before the flight and between attempts. */
import { deviceWords, useDeviceState } from './device-state.ts';
import type { Mount } from './sensor-rows.ts';

export function DeviceLeft({ mount }: { mount: Mount }) {
  const state = useDeviceState();
  const said = state ? deviceWords(state, mount) : [];
  if (said.length === 0) return null;
  const warns = said.some((one) => one.warns);
  return (
    <p role={warns ? 'alert' : undefined}>
      This device: {said.map(({ text }) => text).join(' · ')}
      {warns && '. It may not last the flight.'}
    </p>
  );
}
