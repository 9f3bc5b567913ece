/** Stick and levers for fingers and mouse. */
import type { StudentInput } from '@keel/core';
import { Button, Slider } from '@mantine/core';
import { type PointerEvent, useRef, useState } from 'react';
import type { PointerStick } from '../../sight/pointer-stick.ts';

interface Props {
  input: StudentInput;
  set: (part: Partial<StudentInput>) => void;
  stick: (stick: PointerStick | null) => void;
  flaps: (out: boolean) => void;
  /** At a field there is a runway to stop on. */
  brakes: boolean;
}

const TRIM_STEP = 0.03;

export function TouchLevers({ input, set, stick, flaps, brakes }: Props) {
  const trim = (step: number) => set({ trim: Math.max(-1, Math.min(1, input.trim + step)) });
  return (
    <div className="touch">
      <StickPad stick={stick} />
      <div className="touch-levers">
        <span className="small">Throttle</span>
        <Slider
          aria-label="Throttle"
          value={Math.round(input.throttle * 100)}
          onChange={(value) => set({ throttle: value / 100 })}
          label={null}
          size="xl"
        />
        <span className="small">Rudder</span>
        <Slider
          aria-label="Rudder"
          min={-100}
          max={100}
          value={Math.round(input.rudder * 100)}
          onChange={(value) => set({ rudder: value / 100 })}
          onChangeEnd={() => set({ rudder: 0 })}
          label={null}
          size="xl"
        />
      </div>
      <div className="touch-buttons">
        <Button variant="default" onClick={() => trim(TRIM_STEP)}>
          Trim up
        </Button>
        <Button variant="default" onClick={() => trim(-TRIM_STEP)}>
          Trim down
        </Button>
        <Button variant="default" onClick={() => flaps(true)}>
          Flaps out
        </Button>
        <Button variant="default" onClick={() => flaps(false)}>
          Flaps in
        </Button>
        {brakes && (
          <Button
            variant={input.brakes > 0 ? 'filled' : 'default'}
            aria-pressed={input.brakes > 0}
            onClick={() => set({ brakes: input.brakes > 0 ? 0 : 1 })}
          >
            Brakes
          </Button>
        )}
      </div>
    </div>
  );
}

function StickPad({ stick }: { stick: Props['stick'] }) {
  const pressed = useRef(false);
  const [at, setAt] = useState({ x: 0, y: 0 });
  const move = (event: PointerEvent<HTMLDivElement>) => {
    if (!pressed.current) return;
    const { left, top, width, height } = event.currentTarget.getBoundingClientRect();
    const part = (value: number) => Math.max(-1, Math.min(1, value));
    const [x, y] = [
      part(((event.clientX - left) / width - 0.5) * 2),
      part(((event.clientY - top) / height - 0.5) * 2),
    ];
    setAt({ x, y });
    stick({ aileron: x, elevator: y });
  };
  const release = () => {
    pressed.current = false;
    setAt({ x: 0, y: 0 });
    stick(null);
  };
  return (
    <div
      className="stick-pad"
      onPointerDown={(event) => {
        pressed.current = true;
        event.currentTarget.setPointerCapture(event.pointerId);
        move(event);
      }}
      onPointerMove={move}
      onPointerUp={release}
      onPointerCancel={release}
    >
      <i style={{ left: `${50 + 42 * at.x}%`, top: `${50 + 42 * at.y}%` }} />
      <span className="small">stick</span>
    </div>
  );
}
