/** What is worked out once for a flight and asked for many times. */
import type { Track } from '../../recording/track/track.ts';
import type { ScoringContext } from './attempt.ts';

/** The same answer for the same track, whatever it is held against. */
export function perTrack<T>(make: (track: Track) => T) {
  const known = new WeakMap<Track, T>();
  return (track: Track): T => {
    const found = known.get(track) ?? make(track);
    known.set(track, found);
    return found;
  };
}

/**
 * The same answer for the same track and context. Both are the key: another airplane, ground or brief of the same
 * recording is another answer.
 */
export function perFlight<T>(make: (track: Track, context: ScoringContext) => T) {
  const known = perTrack(() => new WeakMap<ScoringContext, T>());
  return (track: Track, context: ScoringContext): T => {
    const ofTrack = known(track);
    const found = ofTrack.get(context) ?? make(track, context);
    ofTrack.set(context, found);
    return found;
  };
}
