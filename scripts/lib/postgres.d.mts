import type { ChildProcess } from 'node:child_process';

/** Starts PostgreSQL on loopback and waits until it answers. */
export function startPostgres(options: {
  folder: string;
  port: number;
  log?: (line: string) => void;
}): Promise<{ url: string; stop(): Promise<void>; child: ChildProcess }>;
