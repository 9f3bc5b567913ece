/** What the first page shows is asked for while its script is still on the way. */

type Paths = (id: string) => string[];
const aLesson: Paths = (id) => [`lessons/${id}`, 'students', 'airplanes', 'standards', 'technique'];
const BEGINS: readonly (readonly [address: RegExp, paths: Paths])[] = [
  [/^\/$/, () => ['today']],
  [/^\/brief\/([0-9a-f-]{36})$/, aLesson],
  [/^\/fly\/([0-9a-f-]{36})/, (id) => [`lessons/${id}`, 'airplanes']],
  [/^\/seat\/([0-9a-f-]{36})$/, (id) => [`lessons/${id}`]],
  [/^\/debrief\/([0-9a-f-]{36})$/, (id) => [`recordings/${id}`]],
  [/^\/path\/([0-9a-f-]{36})$/, (id) => [`students/${id}/path`]],
  [/^\/logbook\/([0-9a-f-]{36})$/, (id) => [`students/${id}/logbook`]],
  [/^\/hangar$/, () => ['airplanes']],
  [/^\/standards$/, () => ['standards']],
];
/** What waited longer for its page may be other by now. */
const EARLY_MS = 5000;

const early = new Map<string, { answer: Promise<Response>; askedMs: number }>();

/** What cannot be had is asked for again by the page, and told there. */
export function askEarly(address: string): void {
  const paths = BEGINS.flatMap(([of, paths]) => {
    const found = of.exec(address);
    return found ? paths(found[1]) : [];
  });
  for (const path of ['me', ...paths]) {
    const answer = fetch(`/api/${path}`);
    answer.catch(() => undefined);
    early.set(`/api/${path}`, { answer, askedMs: Date.now() });
  }
}

/**
 * The answer that is under way to a question, once; none where it was refused or is older than a page may be: nobody may
 * have been signed in then.
 */
export async function answerUnderWay(path: string): Promise<Response | null> {
  const known = early.get(path);
  early.delete(path);
  if (!known || Date.now() - known.askedMs > EARLY_MS) return null;
  const answer = await known.answer.catch(() => null);
  return answer?.ok ? answer : null;
}
