/** What a person has settled for their own screens: it goes with them to any device. Nothing here hides a safety limit. */
import { z } from 'zod';

export const ownSettingsSchema = z.object({
  /** Dark or light sheets; left out, as the device says. */
  theme: z.enum(['light', 'dark', 'auto']).optional(),
  /** Whether a single letter is a command. */
  singleKeys: z.boolean().optional(),
  /** Whether the trainer's coach speaks, once its sound is on. */
  spoken: z.boolean().optional(),
  /** An instructor's own, to be written into the next endorsement. */
  certificate: z.object({ number: z.string().max(40), holdsUntil: z.iso.date() }).optional(),
});
export type OwnSettings = z.infer<typeof ownSettingsSchema>;
