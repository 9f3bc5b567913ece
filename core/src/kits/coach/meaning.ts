/**
 * What a word of the coach asks for, apart from how it is put. A school may put it otherwise; what it asks for stays, and
 * by that it is kept silent where it would do harm.
 */
export const MEANINGS = [
  /** Pull, back pressure, nose up. */
  'PULL',
  /** Push, nose down. */
  'PUSH',
  'MORE POWER',
  'LESS POWER',
  /** Aileron, wings level. */
  'ROLL',
  /** Less bank, by whatever way. */
  'SHALLOW',
  /** More bank. */
  'STEEP',
  'RIGHT FOOT',
  'LEFT FOOT',
  /** Rudder, whichever. */
  'FEET',
  'FLAPS OUT',
  'FLAPS IN',
  /** Hold altitude; it sinks, it climbs. */
  'ALTITUDE',
  'HEADING',
  'TRIM',
  /** Any figure or instrument. */
  'FIGURE',
  /** Good, hold that. */
  'GOOD',
  'LOOK',
  'RECOVER',
  /** Wait, slowly, not yet. */
  'WAIT',
] as const;
export type Meaning = (typeof MEANINGS)[number];

/** What is not said: a meaning; a meaning where nothing else is asked for; or where it is asked for first. */
export type Never = Meaning | `${Meaning} alone` | `${Meaning} first`;

export const FEET: readonly Meaning[] = ['FEET', 'RIGHT FOOT', 'LEFT FOOT'];
export const POWER: readonly Meaning[] = ['MORE POWER', 'LESS POWER'];
/** Silence. */
export const ALL: readonly Meaning[] = MEANINGS;

const OPPOSITE: Partial<Record<Meaning, readonly Meaning[]>> = {
  PULL: ['PUSH'],
  PUSH: ['PULL'],
  'MORE POWER': ['LESS POWER'],
  'LESS POWER': ['MORE POWER'],
  STEEP: ['SHALLOW'],
  SHALLOW: ['STEEP'],
  'RIGHT FOOT': ['LEFT FOOT'],
  'LEFT FOOT': ['RIGHT FOOT'],
  'FLAPS OUT': ['FLAPS IN'],
  'FLAPS IN': ['FLAPS OUT'],
};

/** Whether the one asks for what undoes the other. */
export const opposes = (one: readonly Meaning[], other: readonly Meaning[]): boolean =>
  one.some((meaning) => OPPOSITE[meaning]?.some((undone) => other.includes(undone)));

/** Whether a word of these meanings, in the order in which they are said, may not be said. */
export const isForbidden = (means: readonly Meaning[], never: readonly Never[]): boolean =>
  never.some((one) => {
    if (one.endsWith(' alone')) return means.length === 1 && means[0] === one.slice(0, -6);
    if (one.endsWith(' first')) return means[0] === one.slice(0, -6);
    return means.includes(one as Meaning);
  });
