/** Where a figure came from: read in the book, fitted to the book's points, or estimated from general rules. */
import { z } from 'zod';

export const provenanceSchema = z.enum(['book', 'fitted', 'estimated']);
export type Provenance = z.infer<typeof provenanceSchema>;

/** The weaker of two: a figure is no better than what it leans on. */
export const weaker = (a: Provenance, b: Provenance): Provenance => {
  const order: Provenance[] = ['book', 'fitted', 'estimated'];
  return order[Math.max(order.indexOf(a), order.indexOf(b))];
};
