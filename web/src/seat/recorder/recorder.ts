/**
 * This device as the recorder: motion and positions while the page is in sight, kept second by second. There is one for the
 * whole program, so that going to another page does not end a flight.
 */
import type { Listening } from '@keel/core';
import { messageOf } from '../../api/client.ts';
import { serverNow } from '../server-clock.ts';
import { hearCabin } from './cabin-sound.ts';
import { endOfLog, keepPiece, keepSession, type LogSession } from './log-store.ts';
import { fixLine, logHeader, type Mount, motionLine, soundLine } from './sensor-rows.ts';
import type { SoundNow } from './sound-words.ts';

interface RecorderState {
  session: LogSession | null;
  /** Seconds since it began. */
  forS: number;
  /** How old the last position is, s, and how good, m; null before the first. */
  fixAgeS: number | null;
  fixErrorM: number | null;
  motionHz: number;
  /** The browser gives motion to this page. */
  motion: boolean;
  /** Stretches that were not recorded, s in all. */
  lostS: number;
  sound: SoundNow | null;
  problem: string | null;
}

const IDLE: RecorderState = {
  session: null,
  forS: 0,
  fixAgeS: null,
  fixErrorM: null,
  motionHz: 0,
  motion: true,
  lostS: 0,
  sound: null,
  problem: null,
};
/** No faster than sixty a second: more tells nothing. */
const LEAST_STEP_MS = 14;
const PIECE_MS = 1000;
/** A figure of sound that is older is heard no more. */
const UNHEARD_MS = 3000;
/** A hole of so long is a gap. */
const GAP_MS = 2500;

interface Ask {
  requestPermission?: () => Promise<string>;
}
/** Some browsers ask, and only upon a tap. */
const motionAsks = (): Ask['requestPermission'] =>
  typeof DeviceMotionEvent === 'undefined'
    ? undefined
    : (DeviceMotionEvent as unknown as Ask).requestPermission;
/** Whether the browser gives motion; one that asks only upon a tap says no without one. */
export async function motionAllowed(): Promise<boolean> {
  if (typeof DeviceMotionEvent === 'undefined') return false;
  const asks = motionAsks();
  return asks ? (await asks.call(DeviceMotionEvent).catch(() => 'denied')) === 'granted' : true;
}

let state = IDLE;
const listeners = new Set<() => void>();
const put = (part: Partial<RecorderState>): void => {
  state = { ...state, ...part };
  for (const one of listeners) one();
};
export const recorderState = (): RecorderState => state;
export function onRecorder(heard: () => void): () => void {
  listeners.add(heard);
  return () => listeners.delete(heard);
}

let stopListening: (() => Promise<void>) | null = null;

export async function beginRecording(
  by: string,
  lessonId: string,
  mount: Mount,
  listening: Listening | null,
): Promise<void> {
  const session: LogSession = {
    id: crypto.randomUUID(),
    by,
    lessonId,
    startedMs: serverNow(),
    mount,
    listening,
    endedMs: null,
    recordingId: null,
    refused: null,
  };
  await keepSession(session);
  await keepPiece(session.id, 0, logHeader(session.startedMs, mount, navigator.userAgent));
  await goOn(session);
}

/** Goes on with a session that was begun: what was not recorded meanwhile is a gap. */
export async function goOn(session: LogSession): Promise<void> {
  if (state.session) return;
  put({ ...IDLE, session });
  const motion = await motionAllowed();
  void navigator.storage?.persist?.();
  put({ motion });
  stopListening = await listen(session, motion);
}

async function listen(session: LogSession, motion: boolean): Promise<() => Promise<void>> {
  const zero = serverNow() - performance.now() - session.startedMs;
  const now = () => performance.now() + zero;
  const before = await endOfLog(session.id);
  let seq = before.pieces;
  let [lines, lastMs, lastMotionMs, motions] = ['', before.lastMs, -1, 0];
  let heardMs = 0;
  let lastFix: { ms: number; errorM: number } | null = null;
  let keptMs = now();
  let lostMs = state.lostS * 1000;
  const write = (ms: number, line: (ms: number) => string) => {
    // Time never stands still in a log.
    const atMs = Math.max(Math.round(ms), lastMs + 1);
    if (lastMs >= 0 && atMs - lastMs > GAP_MS) lostMs += atMs - lastMs;
    lastMs = atMs;
    lines += line(atMs);
  };
  const moved = (event: DeviceMotionEvent) => {
    const ms = now();
    if (ms - lastMotionMs < LEAST_STEP_MS) return;
    const line = motionLine(0, event.accelerationIncludingGravity, event.rotationRate);
    if (!line) return;
    lastMotionMs = ms;
    motions++;
    write(ms, (atMs) => line.replace(/^0/, String(atMs)));
  };
  const found = ({ coords }: GeolocationPosition) => {
    lastFix = { ms: now(), errorM: coords.accuracy };
    put({ problem: null });
    write(now(), (atMs) => fixLine(atMs, coords));
  };
  const failed = ({ code }: GeolocationPositionError) =>
    put({
      problem:
        code === 1
          ? 'Location is not allowed here: without it nothing can be worked out. Allow it in the browser’s settings.'
          : 'No position yet: it needs a view of the sky.',
    });
  const keep = async () => {
    const [text, count] = [lines, motions];
    const tookMs = now() - keptMs;
    [lines, motions, keptMs] = ['', 0, now()];
    put({
      forS: now() / 1000,
      fixAgeS: lastFix && (now() - lastFix.ms) / 1000,
      fixErrorM: lastFix?.errorM ?? null,
      motionHz: Math.round((1000 * count) / tookMs),
      lostS: lostMs / 1000,
      // A microphone that was taken away says nothing of it.
      sound: state.sound && now() - heardMs > UNHEARD_MS ? { ...state.sound, quality: 0 } : state.sound,
    });
    if (text === '') return;
    try {
      await keepPiece(session.id, seq++, text);
    } catch {
      put({ problem: 'This device has no room left: the recording cannot go on.' });
    }
  };
  // What was refused, or cannot be, costs the rest nothing.
  const hearing =
    session.listening &&
    hearCabin(session.listening, (second, raw) => {
      heardMs = now();
      put({ sound: { rpm: second.rpm, quality: second.quality, raw } });
      write(now(), (atMs) => soundLine(atMs, second));
    }).catch((error) => put({ problem: messageOf(error) }));
  let lock: WakeLockSentinel | null = null;
  const stayAwake = async () => {
    if (document.visibilityState !== 'visible') return void keep();
    lock = (await navigator.wakeLock?.request('screen').catch(() => null)) ?? null;
  };
  if (motion) addEventListener('devicemotion', moved);
  const watching = navigator.geolocation?.watchPosition(found, failed, {
    enableHighAccuracy: true,
    maximumAge: 0,
  });
  document.addEventListener('visibilitychange', stayAwake);
  addEventListener('pagehide', keep);
  await stayAwake();
  const timer = setInterval(() => void keep(), PIECE_MS);
  return async () => {
    clearInterval(timer);
    removeEventListener('devicemotion', moved);
    removeEventListener('pagehide', keep);
    document.removeEventListener('visibilitychange', stayAwake);
    if (watching !== undefined) navigator.geolocation.clearWatch(watching);
    (await hearing)?.close();
    await lock?.release().catch(() => undefined);
    await keep();
  };
}

/** @returns the session as it ended */
export async function endRecording(): Promise<LogSession | null> {
  const { session } = state;
  await stopListening?.();
  stopListening = null;
  put(IDLE);
  if (!session) return null;
  const ended = { ...session, endedMs: serverNow() };
  await keepSession(ended);
  return ended;
}
