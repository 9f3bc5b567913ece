/** What this device has left for a recording: battery and room, as far as the browser says. */
import useSWR from 'swr';
import type { Mount } from './sensor-rows.ts';

interface DeviceState {
  /** 0 to 1; null where the browser does not say. */
  battery: number | null;
  charging: boolean;
  freeBytes: number | null;
}

/** Not all browsers have it, and so no type of the platform does. */
interface BatteryGiver {
  getBattery?: () => Promise<{ level: number; charging: boolean }>;
}
const AGAIN_MS = 30_000;

async function stateNow(): Promise<DeviceState> {
  const { getBattery } = navigator as BatteryGiver;
  const [battery, room] = await Promise.all([
    getBattery?.call(navigator).catch(() => null),
    navigator.storage?.estimate().catch(() => null),
  ]);
  const { quota, usage } = room ?? {};
  return {
    battery: battery?.level ?? null,
    charging: battery?.charging ?? false,
    freeBytes: quota === undefined || usage === undefined ? null : quota - usage,
  };
}

/** Asked again now and then while it is looked at. */
export const useDeviceState = (): DeviceState | undefined =>
  useSWR('this device', stateNow, { refreshInterval: AGAIN_MS }).data;

/** An hour of motion sixty times a second, and one of positions, with room to spare: text of 45 characters a line, kept at two bytes. */
const BYTES_AN_HOUR: Readonly<Record<Mount, number>> = { fixed: 20e6, knee: 1e6 };
/** Below these it is a warning: a lesson with its ground time, twice. */
const LEAST = { battery: 0.4, hours: 3 };
const MANY_HOURS = 10;

/** @returns what to say of it, and whether that is a warning. */
export function deviceWords(
  { battery, charging, freeBytes }: DeviceState,
  mount: Mount,
): { text: string; warns: boolean }[] {
  const said: { text: string; warns: boolean }[] = [];
  if (battery !== null) {
    const percent = Math.round(100 * battery);
    said.push({
      text: `battery ${percent} %${charging ? ', charging' : ''}`,
      warns: battery < LEAST.battery && !charging,
    });
  }
  if (freeBytes !== null) {
    const hours = Math.floor(freeBytes / BYTES_AN_HOUR[mount]);
    said.push({
      text: hours >= MANY_HOURS ? `room for more than ${MANY_HOURS} h` : `room for ${hours} h`,
      warns: hours < LEAST.hours,
    });
  }
  return said;
}
