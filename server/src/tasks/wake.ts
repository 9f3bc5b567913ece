/** Hears what the database tells, of tasks where nothing else is said, and listens again after the connection was lost. */
import { Client } from 'pg';
import { CHANNEL } from './list.ts';

const AGAIN_MS = 1000;

export interface Ear {
  close(): Promise<void>;
}

/** @param hear what was told, and `null` each time that listening began anew, since something may have been missed. */
export async function listen(
  url: string,
  hear: (told: string | null) => void,
  channel: string = CHANNEL,
): Promise<Ear> {
  let client: Client | undefined;
  let closed = false;
  let again: NodeJS.Timeout | undefined;

  const begin = async () => {
    const mine = new Client({ connectionString: url, keepAlive: true });
    client = mine;
    mine.on('error', () => {});
    mine.on('end', () => {
      if (closed || client !== mine) return;
      // The end of a connection that was not made brings the next try.
      again = setTimeout(() => begin().catch(() => undefined), AGAIN_MS);
    });
    mine.on('notification', ({ payload }) => hear(payload ?? null));
    await mine.connect();
    await mine.query(`LISTEN ${channel}`);
    hear(null);
  };
  await begin();
  return {
    async close() {
      closed = true;
      clearTimeout(again);
      // What is closed already is closed.
      await client?.end().catch(() => undefined);
    },
  };
}
