/** What there is to say, before any words: a code of the catalogue and what it is filled with. Words are made at the edge. */
import { z } from 'zod';

/** Figures by name, each with its unit in the name (`lostFt`, `limitKt`); choices as texts of the code's own, flags. */
export const paramsSchema = z.record(z.string(), z.union([z.number(), z.string(), z.boolean()]));
export type Params = z.infer<typeof paramsSchema>;

/** A figure among them; NaN where there is none. */
export const figureOf = (params: Params, name: string): number => Number(params[name] ?? Number.NaN);

export const codedSchema = z.object({ code: z.string(), params: paramsSchema.optional() });
export type Coded = z.infer<typeof codedSchema>;

/** For codes that need no parameters. */
export type None = Record<never, never>;

/** The parameters of a code as the last argument; left out where the code has none. */
export type ParamsOf<P, Code extends keyof P> = None extends P[Code] ? [params?: P[Code]] : [params: P[Code]];

/** A sentence as an older version wrote it: it is shown, and nothing is read from it. */
export const AS_WRITTEN = 'as-written';
export const asWritten = (text: string): Coded => ({ code: AS_WRITTEN, params: { text } });

/** Makes coded things of one list of codes, so that a misspelt code or a missing figure is refused by the types. */
export const codesOf =
  <P>() =>
  <Code extends keyof P & string>(code: Code, ...[params]: ParamsOf<P, Code>): Coded =>
    params === undefined ? { code } : { code, params: params as Params };
