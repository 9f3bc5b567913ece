/** Looking around by touch: held, the eyes are there; and how long ago each side was looked at. */
import { LOOKED_S, type LookName } from '@keel/core';
import type { LookAround } from './use-look.ts';

const SIDES: { look: LookName; name: string; key: string }[] = [
  { look: 'left', name: 'Left', key: 'j' },
  { look: 'back', name: 'Back', key: 'i' },
  { look: 'down', name: 'Down', key: 'k' },
  { look: 'right', name: 'Right', key: 'l' },
];

export function LookButtons({ around, timeS }: { around: LookAround; timeS: number }) {
  const ago = (look: LookName): string => {
    const atS = around.looked.current[look];
    if (atS === undefined || atS > timeS || timeS - atS > LOOKED_S) return 'not looked';
    return timeS - atS < 3 ? 'looked now' : `looked ${Math.round(timeS - atS)} s ago`;
  };
  return (
    <fieldset className="look-around" aria-label="Look around">
      {SIDES.map(({ look, name, key }) => (
        <button
          key={look}
          type="button"
          aria-pressed={around.look === look}
          onPointerDown={() => around.hold(look)}
          onPointerUp={() => around.hold(null)}
          onPointerLeave={() => around.hold(null)}
          onKeyDown={(event) => event.key === 'Enter' && around.hold(look)}
          onKeyUp={() => around.hold(null)}
          onBlur={() => around.hold(null)}
        >
          <strong>{name}</strong> <kbd>{key}</kbd>
          {(look === 'left' || look === 'right') && <span className="quiet">{ago(look)}</span>}
        </button>
      ))}
    </fieldset>
  );
}
