/** Whether a booking was refused for lying outside somebody's usual hours alone: they are asked, and it is sent again. */
import { OUTSIDE_HOURS } from '@keel/core';
import { ApiError } from '../api/client.ts';

/** @returns the refusal's words; null where it was made, or refused for another reason. */
export const outsideHours = (sending: Promise<unknown>): Promise<string | null> =>
  sending.then(
    () => null,
    (error) => (error instanceof ApiError && error.type === OUTSIDE_HOURS ? error.message : null),
  );
