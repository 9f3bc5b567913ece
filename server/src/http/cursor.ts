/** Where a page of a list ended: what it was sorted by, and the id that tells those alike apart. */
import { z } from '@hono/zod-openapi';

export interface Cursor {
  value: string;
  id: string;
}

const shape = z.tuple([z.string().max(300), z.uuid()]);

export const cursorOf = ({ value, id }: Cursor): string =>
  Buffer.from(JSON.stringify([value, id])).toString('base64url');

/** A query's `cursor`, as a list answered it. */
export const cursorSchema = z
  .string()
  .max(600)
  .optional()
  .transform((text, context): Cursor | undefined => {
    if (text === undefined) return undefined;
    try {
      const [value, id] = shape.parse(JSON.parse(Buffer.from(text, 'base64url').toString()));
      return { value, id };
    } catch {
      context.addIssue({ code: 'custom', message: 'this is no cursor of a list: begin with the first page' });
      return z.NEVER;
    }
  })
  .openapi({ type: 'string' });
