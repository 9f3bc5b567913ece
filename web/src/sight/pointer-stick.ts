/** How far a finger or a mouse holds the stick over: −1 to 1, right and nose up positive. */
export interface PointerStick {
  aileron: number;
  elevator: number;
}
