/** Starts the whole program as `npm start` does, on its own ports and data, and stops it again. */
export function startDemo(options: {
  data: string;
  port: number;
  pgPort: number;
  env?: Record<string, string>;
}): Promise<{ url: string; stop: () => Promise<void>; output: () => string }>;
