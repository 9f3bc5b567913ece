/** A recorded flight as the coach would have heard it: the same engine, row by row. */
import type { CoachRow } from '../kits/coach/quantities.ts';
import type { ChannelName } from '../recording/columns/channels.ts';
import type { Recording } from '../recording/columns/recording.ts';
import { type CoachLook, type CoachOptions, openCoach } from './coach.ts';

/** The rows of a recording, as the coach reads them; what is empty is left out. */
export function* coachRows({ timeS, channels }: Pick<Recording, 'timeS' | 'channels'>): Generator<CoachRow> {
  const columns = Object.entries(channels) as [ChannelName, Float64Array][];
  for (let i = 0; i < timeS.length; i++) {
    const row: CoachRow = { timeS: timeS[i] };
    for (const [name, values] of columns) if (!Number.isNaN(values[i])) row[name] = values[i];
    yield row;
  }
}

/** What was said when. @throws InputError for a maneuver that is not known. */
export function replayCoach(
  recording: Pick<Recording, 'timeS' | 'channels'>,
  options: CoachOptions,
  each?: (look: CoachLook) => void,
): { says: string; id: string; level: string; fromS: number; toS: number; step: string }[] {
  const coach = openCoach({ where: 'replay', ...options });
  const heard: ReturnType<typeof replayCoach> = [];
  for (const row of coachRows(recording)) {
    const look = coach.look(row);
    each?.(look);
    const { word, timeS, step } = look;
    if (!word) continue;
    const last = heard.at(-1);
    if (last?.id === word.id && last.fromS === word.fromS) last.toS = timeS;
    else
      heard.push({
        says: word.says,
        id: word.id,
        level: word.level,
        fromS: word.fromS,
        toS: timeS,
        step: step.id,
      });
  }
  return heard;
}
