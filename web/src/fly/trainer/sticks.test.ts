import { nextFlaps, readSticks } from './sticks.ts';

const before = { aileron: 0, elevator: 0, rudder: 0, throttle: 0.7, trim: -0.2, flapsDeg: 0, brakes: 0 };
const pad = (axes: number[], pressed: Record<number, number> = {}) =>
  ({
    axes,
    buttons: Array.from({ length: 16 }, (_, i) => ({
      value: pressed[i] ?? 0,
      pressed: (pressed[i] ?? 0) > 0,
    })),
  }) as unknown as Gamepad;

test('held keys bring the stick to its stop, and let it spring back', () => {
  expect(readSticks(new Set(['arrowleft', 'arrowdown']), null, null, before, 0.03)).toEqual({
    aileron: -1,
    elevator: 1,
  });
  expect(readSticks(new Set(), null, null, { ...before, aileron: -1, elevator: 1 }, 0.03)).toEqual({
    aileron: 0,
    elevator: 0,
  });
  expect(readSticks(new Set(['arrowleft', 'arrowright']), null, null, before, 0.03)).toEqual({});
});

test('levers move on while their key is held, and stop at their ends', () => {
  expect(readSticks(new Set(['w']), null, null, before, 0.1).throttle).toBeCloseTo(0.735);
  expect(readSticks(new Set(['w']), null, null, { ...before, throttle: 1 }, 0.1)).toEqual({});
  expect(readSticks(new Set(['g']), null, null, before, 0.1).trim).toBeCloseTo(-0.22);
});

test('a pointer says how far, a gamepad too, with a dead zone', () => {
  expect(readSticks(new Set(), { aileron: 0.3, elevator: -0.2 }, null, before, 0.03)).toEqual({
    aileron: 0.3,
    elevator: -0.2,
  });
  expect(readSticks(new Set(), null, pad([0.04, -0.03, 0]), before, 0.03)).toEqual({});
  const moved = readSticks(new Set(), null, pad([0.5, 0, -1], { 7: 1 }), before, 0.1);
  expect(moved.aileron).toBeGreaterThan(0.3);
  expect(moved.rudder).toBe(-1);
  expect(moved.throttle).toBeCloseTo(0.74);
});

test('flaps go stage by stage', () => {
  const stages = [10, 20, 30];
  expect([nextFlaps(stages, 0, true), nextFlaps(stages, 20, true), nextFlaps(stages, 30, true)]).toEqual([
    10, 30, 30,
  ]);
  expect([nextFlaps(stages, 30, false), nextFlaps(stages, 10, false), nextFlaps(stages, 0, false)]).toEqual([
    20, 0, 0,
  ]);
});

test('pedals and brakes set on the screen stay until they are moved there', () => {
  const set = { ...before, rudder: 0.5, brakes: 1 };
  expect(readSticks(new Set(), null, null, set, 0.03, {})).toEqual({});
  expect(readSticks(new Set(), null, null, set, 0.03, { rudder: 0.5, brakes: 1 })).toEqual({
    rudder: 0,
    brakes: 0,
  });
  expect(readSticks(new Set(['b']), null, null, before, 0.03)).toEqual({ brakes: 1 });
});
