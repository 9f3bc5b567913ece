/** What tells a gliding turn. */
import { figures } from '../../units/figures.ts';

export const GLIDE_TURN_SIGNS = figures('gliding-turns', {
  idleShare: [0.12, '', 'share of the power below which it was taken off'],
});
