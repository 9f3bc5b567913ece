/** A sight picture: where the horizon met the cowling at one attitude, marked so that it can be shown again. */
import { z } from 'zod';
import { radians } from '../units/angles.ts';

const sightPictureSchema = z.object({
  id: z.uuid(),
  maneuver: z.string().max(40),
  label: z.string().trim().min(1, 'give the sight picture a name').max(60),
  kias: z.number().min(0).max(400),
  pitchDeg: z.number().min(-90).max(90),
  bankDeg: z.number().min(-90).max(90),
});
export type SightPicture = z.infer<typeof sightPictureSchema>;

export const sightPicturesSchema = z.array(sightPictureSchema).max(12, 'at most 12 sight pictures a lesson');

/** A windscreen: how far below the fuselage's line the eye looks, and the focal length in units of the picture. */
export interface View {
  lookDownDeg: number;
  focal: number;
}

/**
 * Height of the horizon in the picture at a distance right of its middle, both from the middle, down and right
 * positive: the points of the picture whose direction is level. NaN where the horizon stands upright.
 */
export function horizonAt(
  view: View,
  attitude: { pitchDeg: number; bankDeg: number },
  right: number,
): number {
  const pitch = radians(attitude.pitchDeg);
  const bank = radians(attitude.bankDeg);
  const look = radians(view.lookDownDeg);
  const below = Math.sin(look) * Math.sin(pitch) + Math.cos(look) * Math.cos(pitch) * Math.cos(bank);
  const ahead = Math.cos(look) * Math.sin(pitch) - Math.sin(look) * Math.cos(pitch) * Math.cos(bank);
  if (Math.abs(below) < 1e-6) return Number.NaN;
  return (view.focal * ahead - right * Math.cos(pitch) * Math.sin(bank)) / below;
}
