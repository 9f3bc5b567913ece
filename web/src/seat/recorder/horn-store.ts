/** The stall warning of an airplane as this device’s microphone hears it: another device learns its own. */
import { type LearnedHorn, learnedHornSchema } from '@keel/core';

const name = (airplaneId: string): string => `keel.horn.${airplaneId}`;

export function hornOf(airplaneId: string): LearnedHorn | null {
  try {
    return learnedHornSchema.parse(JSON.parse(localStorage.getItem(name(airplaneId)) ?? ''));
  } catch {
    return null;
  }
}

export const keepHorn = (airplaneId: string, horn: LearnedHorn): void =>
  localStorage.setItem(name(airplaneId), JSON.stringify(horn));
