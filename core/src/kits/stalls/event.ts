/** One stall, or what was begun as one, by its moments. */
export interface StallEvent {
  /** When the warner began, or the speed passed where it would; when the nose or the airplane fell. */
  indicationS: number;
  breakS: number;
  /** When the wing was unloaded, and when the airplane stopped going down. */
  unloadS: number;
  /** Whether the stick or the wing itself told the unloading. */
  unloadSeen: boolean;
  lowestS: number;
  /** Altitude at the break, and lost from there to the lowest. */
  breakFt: number;
  lossFt: number;
  /** The nose began to rise toward it. */
  pitchUpS: number;
  /** A recorded warner sounded; and how far above the warning's speed it was at the slowest. */
  warned: boolean;
  leastAboveKt: number;
}
