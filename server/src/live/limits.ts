/** What a flight under way may be, and where it is told of. */

/** Of a whole flight. */
export const MOST_BYTES = 50 * 1024 * 1024;
/** The flight’s id for something that came; with `/end` after it where that was all. */
export const LIVE_CHANNEL = 'keel_live';
