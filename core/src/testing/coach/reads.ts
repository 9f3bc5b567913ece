/**
 * What a sentence asks of a pilot, read from its words alone: held against what the rules say that they mean. "Leave the
 * power" asks for nothing, and "ease the pull" is no pull.
 */
export type Asked =
  | 'PULL'
  | 'PUSH'
  | 'P+'
  | 'P-'
  | 'ROLL'
  | 'RUD'
  | 'STEEP'
  | 'SHALLOW'
  | 'FL+'
  | 'FL-'
  | 'ALT'
  | 'HDG'
  | 'TRIM'
  | 'NUM'
  | 'OK'
  | 'recover'
  | 'continue'
  | 'too slow'
  | 'too fast'
  | 'warning';

const NOTHING =
  /leave the power|trim when settled|flaps wait|is the power set[^?]*\?|clean up|hold the (bank|attitude|nose(?! up))/g;

const READS: readonly [Asked, RegExp][] = [
  ['P-', /less power|power (back|off|idle)|slow down|throttle back/],
  ['P+', /power/],
  ['PUSH', /nose down|lower the nose|\brelease\b|forward|\bpush|let (some of )?the pull go|ease the pull/],
  ['PULL', /\bpull\b|back pressure|nose up|raise the nose|ease the nose up|ease out|stretch/],
  ['ROLL', /aileron|level the wings|wings level|roll level|pick up the wing/],
  ['RUD', /rudder|\bfoot\b|\bfeet\b|ball/],
  ['SHALLOW', /ease the bank|less bank/],
  ['STEEP', /more bank|steepen/],
  ['FL-', /flaps (in|up)|first stage|flaps by stages/],
  ['FL+', /flaps out|flaps, each|flaps a stage/],
  [
    'ALT',
    /altitude|sinking|climbing(?!:)|stop (the )?(climb|descent)|level now|hold level(?!; let)|let it rise/,
  ],
  ['HDG', /to the point|heading/],
  ['TRIM', /\btrim/],
  ['NUM', /\d/],
  ['OK', /\bgood\b/],
  ['recover', /\brecover/],
  ['continue', /\bcontinue|carry on/],
  ['too slow', /too slow/],
  ['too fast', /too fast/],
  ['warning', /warn/],
];

/** In the order in which they are asked for. */
export function readsAs(sentence: string): Asked[] {
  let text = sentence.toLowerCase().replace(NOTHING, ' ');
  // A switch that is neutral is not moved.
  text = text.replace(/ailerons neutral|rudder neutral/g, ' ');
  const found: { asked: Asked; at: number }[] = [];
  for (const [asked, words] of READS) {
    const at = text.search(words);
    if (at < 0) continue;
    found.push({ asked, at });
    // Less power is not power.
    if (asked === 'P-') text = text.replace(new RegExp(words.source, 'g'), (hit) => ' '.repeat(hit.length));
    if (asked === 'PUSH') text = text.replace(new RegExp(words.source, 'g'), (hit) => ' '.repeat(hit.length));
  }
  return found.sort((a, b) => a.at - b.at).map(({ asked }) => asked);
}

/** `PULL`, `PULL alone`, `PULL first`. */
export type NeverAsked = Asked | `${Asked} alone` | `${Asked} first`;

export const breaks = (sentence: string, never: readonly NeverAsked[]): NeverAsked[] => {
  const asked = readsAs(sentence);
  return never.filter((one) => {
    const [what, how] = one.split(/ (?=alone$|first$)/) as [Asked, string?];
    if (how === 'alone') return asked.length === 1 && asked[0] === what;
    if (how === 'first') return asked[0] === what;
    return asked.includes(what);
  });
};
