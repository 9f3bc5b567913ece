import 'fake-indexeddb/auto';
import { endOfLog, forgetPieces, keepPiece, keepSession, logText, sessionsOf } from './log-store.ts';

const session = (id: string, lessonId: string, by = 'idris') => ({
  id,
  by,
  lessonId,
  startedMs: 1,
  mount: 'knee' as const,
  listening: null,
  endedMs: null,
  recordingId: null,
  refused: null,
});

test('pieces come back whole and in order, each session its own; forgotten they are gone and the session stands', async () => {
  await keepSession(session('a', 'lesson'));
  await keepSession(session('b', 'lesson', 'another'));
  await keepPiece('a', 0, 'header\n');
  await keepPiece('b', 0, 'not mine\n');
  for (let seq = 1; seq <= 12; seq++) await keepPiece('a', seq, `${seq}\n`);
  expect(await endOfLog('a')).toEqual({ pieces: 13, lastMs: 12 });
  expect(await endOfLog('c')).toEqual({ pieces: 0, lastMs: -1 });
  expect(await logText('a')).toBe(`header\n${Array.from({ length: 12 }, (_, i) => `${i + 1}\n`).join('')}`);
  expect((await sessionsOf('idris', 'lesson')).map(({ id }) => id)).toEqual(['a']);
  await forgetPieces('a');
  expect(await logText('a')).toBe('');
  expect(await logText('b')).toBe('not mine\n');
  expect(await sessionsOf('idris', 'lesson')).toHaveLength(1);
});
