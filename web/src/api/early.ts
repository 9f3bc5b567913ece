/** What the first page shows is asked for while its script is still on the way. */
import { type Ask, askNow, asks } from './hooks.ts';

type Asks = (id: string) => Ask<unknown>[];
const aLesson: Asks = (id) => [
  asks.lesson(id),
  asks.students(),
  asks.airplanes(),
  asks.standards(),
  asks.technique(),
];
const BEGINS: readonly (readonly [address: RegExp, asks: Asks])[] = [
  [/^\/$/, () => [asks.today()]],
  [/^\/brief\/([0-9a-f-]{36})$/, aLesson],
  [/^\/fly\/([0-9a-f-]{36})/, (id) => [asks.lesson(id), asks.airplanes()]],
  [/^\/seat\/([0-9a-f-]{36})$/, (id) => [asks.lesson(id)]],
  [/^\/debrief\/([0-9a-f-]{36})$/, (id) => [asks.recording(id)]],
  [/^\/path\/([0-9a-f-]{36})$/, (id) => [asks.path(id)]],
  [/^\/logbook\/([0-9a-f-]{36})$/, (id) => [asks.logbook(id)]],
  [/^\/hangar$/, () => [asks.airplanes()]],
  [/^\/standards$/, () => [asks.standards()]],
];
/** For whoever is not signed in yet. */
const DOORS = /^\/(sign-in|change|setup|invitation|reset)(\/|$)/;

/** What cannot be had is asked for again by the page, and told there. */
export function askEarly(address: string): void {
  if (DOORS.test(address)) return;
  const page = BEGINS.flatMap(([of, asks]) => {
    const found = of.exec(address);
    return found ? asks(found[1]) : [];
  });
  for (const ask of [asks.me(), ...page]) askNow(ask);
}
