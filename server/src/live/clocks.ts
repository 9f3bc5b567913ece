/**
 * Where in a flight a moment lies that somebody marked by another clock. A device says its clock with every batch, and sends
 * what it has as soon as it can: the batch that came soonest after its last row tells what the clock was at the beginning.
 * What waited for a network came later than it was flown, and tells nothing.
 */
export interface Sent {
  lastTime: number;
  /** The device’s clock as it sent, ms; null where it did not say. */
  clockMs: number | null;
  receivedMs: number;
}

interface Clocks {
  /** The server’s clock less the device’s, ms. */
  offsetMs: number;
  /** The device’s clock at the flight’s nought, ms. */
  zeroMs: number;
  /** Seconds of the flight in a second of the clock: one, but for a flight that is played faster. */
  pace: number;
}

/** Played faster than it was flown beyond this. */
const PLAYED = 1.5;
const LEAST_BATCHES = 4;

/** @returns null before anything came. */
export function clocksOf(sent: readonly Sent[]): Clocks | null {
  if (sent.length === 0) return null;
  const clockOf = ({ clockMs, receivedMs }: Sent): number => clockMs ?? receivedMs;
  const offsetMs = Math.min(...sent.map((one) => one.receivedMs - clockOf(one)));
  const pace = paceOf(sent, clockOf);
  const zeroMs = Math.min(...sent.map((one) => clockOf(one) - (1000 * one.lastTime) / pace));
  return { offsetMs, zeroMs, pace };
}

function paceOf(sent: readonly Sent[], clockOf: (one: Sent) => number): number {
  if (sent.length < LEAST_BATCHES) return 1;
  const [first, last] = [sent[0], sent[sent.length - 1]];
  const clockS = (clockOf(last) - clockOf(first)) / 1000;
  const pace = clockS > 0 ? (last.lastTime - first.lastTime) / clockS : 1;
  return pace > PLAYED ? pace : 1;
}

/** Seconds of the flight at a moment of the server’s clock. */
export const flightTimeAt = ({ offsetMs, zeroMs, pace }: Clocks, serverMs: number): number =>
  ((serverMs - offsetMs - zeroMs) / 1000) * pace;
