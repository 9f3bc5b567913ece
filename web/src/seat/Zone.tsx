/** A place to hit without looking. A palm is no finger, and a second finger at once is none either. */
import { type PointerEvent, useState } from 'react';

/** Wider than a finger in a glove, px. */
const PALM_PX = 90;
const SHOWN_MS = 700;

export function Zone({
  says,
  blank,
  hit,
  ...more
}: {
  says: string;
  blank: boolean;
  hit: () => void;
  className: string;
}) {
  const [shown, setShown] = useState(false);
  const press = (event: PointerEvent) => {
    if (!event.isPrimary || Math.max(event.width, event.height) > PALM_PX) return;
    hit();
    setShown(true);
    setTimeout(() => setShown(false), SHOWN_MS);
  };
  return (
    <button
      type="button"
      {...more}
      data-hit={shown || undefined}
      aria-label={says}
      onPointerDown={press}
      // A key is a finger as well.
      onKeyDown={({ key, repeat }) => !repeat && (key === 'Enter' || key === ' ') && hit()}
    >
      {blank ? '' : shown ? 'kept' : says}
    </button>
  );
}
