/** ISO 8601 date and time to milliseconds since 1970; a time without a zone is UTC. `undefined` if it is none. */
const ISO_TIME = /^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}(:\d{2}([.,]\d+)?)?(Z|[-+]\d{2}(:?\d{2})?)?$/i;

export function parseUtcMs(text: string): number | undefined {
  const match = ISO_TIME.exec(text);
  if (!match) return undefined;
  const zoned = match[3] ? text : `${text}Z`;
  const ms = Date.parse(zoned.replace(' ', 'T').replace(',', '.'));
  return Number.isNaN(ms) ? undefined : ms;
}
