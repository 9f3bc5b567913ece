/** A port on loopback that nobody uses now. */
export function freePort(): Promise<number>;
