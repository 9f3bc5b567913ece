/**
 * What is asked before a booking is made: whether the small hours are meant, and, where the server refused it for lying
 * outside somebody's usual hours alone, whether they agreed; then it is sent again.
 */
import { type Booking, inSmallHours, OUTSIDE_HOURS } from '@keel/core';
import { ApiError } from '../api/client.ts';

/** @returns the refusal's words; null where it was made, or refused for another reason. */
export const outsideHours = (sending: Promise<unknown>): Promise<string | null> =>
  sending.then(
    () => null,
    (error) => (error instanceof ApiError && error.type === OUTSIDE_HOURS ? error.message : null),
  );

/** @returns the question to ask of a flight in the night; null where there is none. */
export function nightQuestion(
  booking: Pick<Booking, 'kind' | 'from' | 'until'>,
  zone: string,
): string | null {
  const flown = booking.kind === 'lesson' || booking.kind === 'solo';
  const words = flown ? inSmallHours(booking, zone) : null;
  return words && `${words}: is that meant?`;
}
