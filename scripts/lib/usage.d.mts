import type { ParseArgsConfig, parseArgs } from 'node:util';

export function answerUsage<T extends NonNullable<ParseArgsConfig['options']>>(
  usage: string,
  more?: { options?: T; allowPositionals?: boolean },
): ReturnType<typeof parseArgs<{ options: T; allowPositionals: true }>>;
