/** A piece of the interface that could not be fetched: the server was away, or has a newer one. */
export class PieceMissing extends Error {}

/** @throws PieceMissing where a piece could not be fetched. */
export const piece = <T>(fetching: Promise<T>): Promise<T> =>
  fetching.catch((cause) => {
    throw new PieceMissing('', { cause });
  });
