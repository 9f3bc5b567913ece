/** A recording as it lies in storage: stretches of columns, `time_s` first, put together again. */
import { type ChannelName, isChannel } from '../columns/channels.ts';
import type { Recording, RecordingHeader } from '../columns/recording.ts';

interface StoredChunk {
  rows: number;
  channels: readonly string[];
  /** The columns one after the other, NaN where nothing was measured. */
  data: Float64Array;
}

/** Chunks in their order; each has the same columns. */
export function recordingFromChunks(
  chunks: readonly StoredChunk[],
  header: RecordingHeader,
  epochMs?: number,
): Recording {
  const rows = chunks.reduce((sum, chunk) => sum + chunk.rows, 0);
  const names = chunks[0]?.channels ?? ['time_s'];
  const columns = new Map(names.map((name) => [name, new Float64Array(rows)]));
  let begin = 0;
  for (const chunk of chunks) {
    chunk.channels.forEach((name, c) => {
      columns.get(name)?.set(chunk.data.subarray(c * chunk.rows, (c + 1) * chunk.rows), begin);
    });
    begin += chunk.rows;
  }
  const channels: Recording['channels'] = {};
  for (const [name, values] of columns) if (isChannel(name)) channels[name as ChannelName] = values;
  return { header, timeS: columns.get('time_s') ?? new Float64Array(0), channels, epochMs, warnings: [] };
}
