/** How long ago the area was looked at last, as the heading tells; nothing where nothing is heard. */
import type { LiveState } from '../live/use-live-flight.ts';

const LOOKED_DEG = 80;
const STRAIGHT_DEG = 60;

const shortest = (from: number, to: number): number => ((to - from + 540) % 360) - 180;

/** Seconds since the heading had last gone round by so much. */
function clearedAgoS(samples: LiveState['samples']): number | null {
  let turned = 0;
  for (let i = samples.length - 1; i > 0; i--) {
    const [before, after] = [samples[i - 1].headingDeg, samples[i].headingDeg];
    if (before === null || after === null) return null;
    turned += shortest(after, before);
    if (Math.abs(turned) >= LOOKED_DEG) return samples[samples.length - 1].timeS - samples[i].timeS;
  }
  return Math.abs(turned) < STRAIGHT_DEG ? null : null;
}

export function Since({ live, fresh }: { live: LiveState; fresh: boolean }) {
  const agoS = fresh ? clearedAgoS(live.samples) : null;
  if (agoS === null) return null;
  return (
    <span>
      cleared{' '}
      <strong>
        {Math.floor(agoS / 60)}:{String(Math.floor(agoS % 60)).padStart(2, '0')}
      </strong>{' '}
      ago
    </span>
  );
}
