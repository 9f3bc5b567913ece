/** Stick, pedals and levers from keyboard, gamepad and pointer, as one set of positions. */

import type { StudentInput } from '@keel/core';
import type { PointerStick } from '../../sight/pointer-stick.ts';

/** Keys that are held down, by the character or name that the browser gives them. */
const HELD: Record<string, [keyof StudentInput, number]> = {
  arrowleft: ['aileron', -1],
  arrowright: ['aileron', 1],
  arrowup: ['elevator', -1],
  arrowdown: ['elevator', 1],
  q: ['rudder', -1],
  e: ['rudder', 1],
  b: ['brakes', 1],
};
/** Levers move on for as long as their key is held: a second for so much. */
const LEVERS: Record<string, [keyof StudentInput, number]> = {
  w: ['throttle', 0.35],
  s: ['throttle', -0.35],
  t: ['trim', 0.2],
  g: ['trim', -0.2],
};

export const isStickKey = (key: string): boolean => key in HELD || key in LEVERS;

const clamp = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value));

/** Below this a stick at rest is at rest. */
const DEAD_ZONE = 0.08;
const softened = (value: number) => (Math.abs(value) < DEAD_ZONE ? 0 : value * Math.abs(value) ** 0.5);

/**
 * Where everything is now. Keys bring stick and pedals to their stops and let them spring back; a pointer or a
 * gamepad says how far.
 * @returns only what differs from `before`, so that the levers that the instructor moved stay where they are.
 */
export function readSticks(
  keys: ReadonlySet<string>,
  pointer: PointerStick | null,
  pad: Gamepad | null,
  before: StudentInput,
  seconds: number,
  /** What keys and gamepad moved last: what fingers set on the screen stays where they left it. */
  ours: Partial<StudentInput> = before,
): Partial<StudentInput> {
  const now: Partial<StudentInput> = {
    aileron: 0,
    elevator: 0,
    ...(ours.rudder && { rudder: 0 }),
    ...(ours.brakes && { brakes: 0 }),
  };
  for (const key of keys) {
    const stick = HELD[key];
    if (stick) now[stick[0]] = clamp((now[stick[0]] ?? 0) + stick[1], -1, 1);
    const lever = LEVERS[key];
    if (lever) now[lever[0]] = clamp(before[lever[0]] + lever[1] * seconds, lever[0] === 'trim' ? -1 : 0, 1);
  }
  if (pointer) Object.assign(now, pointer);
  if (pad) {
    const [x = 0, y = 0, twist = 0] = pad.axes;
    if (softened(x) !== 0 || softened(y) !== 0) {
      now.aileron = softened(x);
      now.elevator = softened(y);
    }
    if (softened(twist) !== 0) now.rudder = softened(twist);
    // Triggers are the throttle's two directions, the pad's cross the trim.
    const pull = (pad.buttons[7]?.value ?? 0) - (pad.buttons[6]?.value ?? 0);
    if (Math.abs(pull) > DEAD_ZONE) now.throttle = clamp(before.throttle + 0.4 * pull * seconds, 0, 1);
    const trim = Number(pad.buttons[13]?.pressed ?? false) - Number(pad.buttons[12]?.pressed ?? false);
    if (trim !== 0) now.trim = clamp(before.trim + 0.2 * trim * seconds, -1, 1);
  }
  return Object.fromEntries(
    Object.entries(now).filter(([name, value]) => value !== before[name as keyof StudentInput]),
  );
}

/** The next flap position out or in. */
export function nextFlaps(stages: readonly number[], deg: number, out: boolean): number {
  const all = [0, ...stages];
  return (out ? all.find((stage) => stage > deg) : all.findLast((stage) => stage < deg)) ?? deg;
}
