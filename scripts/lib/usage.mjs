/** What every script answers alike: `--help` with its usage, an option that there is not with one line. */
import { parseArgs } from 'node:util';

/**
 * Ends the process for `--help` (0) and for an unknown option (2).
 * @returns the options and positionals of the call.
 */
export function answerUsage(usage, { options = {}, allowPositionals = false } = {}) {
  let parsed;
  try {
    parsed = parseArgs({
      options: { ...options, help: { type: 'boolean', default: false } },
      allowPositionals,
    });
  } catch (error) {
    console.error(`${error.message.split(/\n|\. /)[0]} (--help says what there is)`);
    process.exit(2);
  }
  if (!parsed.values.help) return parsed;
  console.log(usage);
  process.exit(0);
}
