/** What one has settled for one's own screens: shown at once, kept at the server, there on the next device. */
import type { OwnSettings } from '@keel/core';
import { api, read } from '../api/client.ts';
import { useMe } from '../api/hooks.ts';
import { sent } from '../parts/sent.ts';

export function useOwnSettings(): [OwnSettings, (part: OwnSettings) => Promise<void>] {
  const { data: me, mutate } = useMe();
  const change = async (part: OwnSettings) => {
    if (!me) return;
    await mutate({ ...me, settings: { ...me.settings, ...part } }, { revalidate: false });
    await sent(read(api.me.$patch({ json: { settings: part } })));
  };
  return [me?.settings ?? {}, change];
}
