/** A log that has ended goes to the school as the lesson's recording: packed, once, again after a broken connection. */
import type { Lesson } from '@keel/core';
import { mayPass, messageOf, upload } from '../../api/client.ts';
import { recordingForm } from '../../fly/attach/prepare.ts';
import { forgetPieces, keepSession, type LogSession, logText } from './log-store.ts';

/** The file, such as it would be sent. */
export async function logFile(session: LogSession): Promise<File> {
  const name = `tablet-${new Date(session.startedMs).toISOString().slice(0, 16).replace(/[-:]/g, '')}.csv`;
  const text = await logText(session.id);
  if (typeof CompressionStream === 'undefined') return new File([text], name, { type: 'text/csv' });
  const packed = await new Response(
    new Blob([text]).stream().pipeThrough(new CompressionStream('gzip')),
  ).arrayBuffer();
  return new File([packed], `${name}.gz`, { type: 'application/gzip' });
}

/** @returns the session as it is now; the same again where the server could not be asked. */
export async function sendLog(
  session: LogSession,
  lesson: Pick<Lesson, 'id' | 'student' | 'standard' | 'airplane' | 'conditions'>,
  onProgress: (fraction: number) => void,
): Promise<LogSession> {
  const file = await logFile(session);
  const peek = { format: 'sensors' as const, needsMapping: false };
  try {
    const { id } = await upload(recordingForm({ file, peek, table: null }, lesson, null), onProgress);
    const sent = { ...session, recordingId: id, refused: null };
    await keepSession(sent);
    await forgetPieces(session.id);
    return sent;
  } catch (error) {
    if (mayPass(error)) return session;
    const refused = { ...session, refused: messageOf(error) };
    await keepSession(refused);
    return refused;
  }
}
