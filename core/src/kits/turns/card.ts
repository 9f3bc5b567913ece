/** What the cards of turns share: the usual banks, and a stall in a turn. */
export const MEDIUM_BANK_DEG = 30;

export const CLIMBING_BANK_DEG = 20;

export const STALL_IN_A_TURN =
  'If the warning sounds in the turn, ease the pull first, then level the wings. Keep the ball in the middle: a skidding stall can become a spin.';
