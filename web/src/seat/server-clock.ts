/** The server’s clock as it is known here: asked when it can be, and remembered for when it cannot. */
import { api, read } from '../api/client.ts';

const NAME = 'keel.server-clock';
const TRIES = 3;

const remembered = (): number => Number(localStorage.getItem(NAME) ?? 0) || 0;
let offsetMs = remembered();

/** Of a few answers the quickest tells most. */
export async function askServerClock(): Promise<void> {
  let best = Number.POSITIVE_INFINITY;
  for (let i = 0; i < TRIES; i++) {
    const asked = performance.now();
    const { serverMs } = await read(api.clock.$get());
    const took = performance.now() - asked;
    if (took >= best) continue;
    best = took;
    offsetMs = serverMs + took / 2 - Date.now();
  }
  localStorage.setItem(NAME, String(offsetMs));
}

export const serverNow = (): number => Math.round(Date.now() + offsetMs);
