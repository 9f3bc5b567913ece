/** Times that a flight may have: what lies outside is a slip of the file's, and would be worked at for ever. */
import { InputError } from '../../errors.ts';
import type { Recording } from '../columns/recording.ts';

/** The longest that a recorder runs on, s. */
const LONGEST_S = 48 * 3600;
/** Seconds as a column may count them: since 1970 at the most, until 2100. */
const LATEST_S = 4.1e9;
/** Before there was a recorder that could write it, and after this program, ms since 1970. */
const EARLIEST_MS = Date.UTC(1980, 0, 1);
const LATEST_MS = Date.UTC(2100, 0, 1);

/** @throws InputError for seconds or a day that no flight has. @returns the very same recording */
export function checkTimes(recording: Recording): Recording {
  const { timeS, epochMs } = recording;
  if (timeS.length === 0) return recording;
  const [first, last] = [timeS[0], timeS[timeS.length - 1]];
  if (!(Math.abs(first) <= LATEST_S && Math.abs(last) <= LATEST_S))
    throw new InputError('times/seconds', { timeS: Math.abs(first) > LATEST_S ? first : last });
  if (last - first > LONGEST_S)
    throw new InputError('times/too-long', {
      hours: Math.round((last - first) / 3600),
      firstS: first,
      lastS: last,
    });
  if (epochMs === undefined) return recording;
  const beganMs = epochMs + first * 1000;
  if (!(beganMs >= EARLIEST_MS && beganMs <= LATEST_MS)) throw new InputError('times/year', {});
  return recording;
}
