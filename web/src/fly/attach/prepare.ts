/** A file looked at before it is sent: what it is, and what has to be asked first. */
import {
  headerKey,
  isGzipped,
  type Lesson,
  type Mapping,
  type MatchableLesson,
  matchLesson,
  type Peek,
  peekRecording,
  type TableHead,
  tableHead,
} from '@keel/core';
import { api, read } from '../../api/client.ts';
import { shownZone } from '../../parts/format.ts';
import type { Taken } from './assumes.ts';
import { rowsOver } from './over-flight.ts';

/** Enough for any header; the rest is the server's to read. */
const HEAD_BYTES = 64 * 1024;

export interface Prepared {
  file: File;
  peek: Peek;
  /** Of a table of another make: its header, the key it is remembered by, and what was said of it before. */
  table: {
    head: TableHead;
    key: string;
    remembered: Mapping | null;
    /** Rows from its beginning to its end. */
    rows: string[][];
  } | null;
}

/** A file that makes no sense is prepared all the same: the server says what is wrong, with line and column. */
export async function prepare(file: File): Promise<Prepared> {
  const text = await headOf(file);
  const peek = peekRecording(text);
  if (!peek.needsMapping) return { file, peek, table: null };
  let head: TableHead;
  try {
    // The last line of a part of a file may be cut short.
    head = tableHead(file.size > HEAD_BYTES ? text.slice(0, text.lastIndexOf('\n')) : text);
  } catch {
    return { file, peek, table: null };
  }
  const key = headerKey(head);
  const { mapping } = await read(api['column-mappings'][':key'].$get({ param: { key } }));
  return { file, peek, table: { head, key, remembered: mapping, rows: await rowsOver(file, head) } };
}

/** The beginning of a file as text, unpacked where it is gzipped. */
async function headOf(file: File): Promise<string> {
  const start = new Uint8Array(await file.slice(0, 2).arrayBuffer());
  if (!isGzipped(start)) return file.slice(0, HEAD_BYTES).text();
  const reader = file.stream().pipeThrough(new DecompressionStream('gzip')).getReader();
  const decoder = new TextDecoder();
  let text = '';
  try {
    while (text.length < HEAD_BYTES) {
      const { done, value } = await reader.read();
      if (done) break;
      text += decoder.decode(value, { stream: true });
    }
  } catch {
    // What cannot be unpacked the server refuses, with its reason.
  }
  await reader.cancel().catch(() => undefined);
  return text;
}

/** The form that a recording is sent as. */
export function recordingForm(
  { file, peek }: Prepared,
  lesson: Pick<Lesson, 'id' | 'student' | 'standard'> & {
    airplane: { id: string };
    conditions?: Lesson['conditions'];
  },
  mapping: Mapping | null,
  /** Of what differs between file and lesson, what holds. */
  taken: Taken = {},
): FormData {
  const form = new FormData();
  form.set('file', file);
  form.set('studentId', lesson.student.id);
  form.set('airplaneId', taken.airplane === 'file' ? peek.airplane! : lesson.airplane.id);
  form.set('standardId', lesson.standard.id);
  form.set('lessonId', lesson.id);
  const { weightLb, groundFt } = lesson.conditions ?? {};
  // Said outright, so that no header decides it by itself.
  if (taken.weight) form.set('weightLb', String(taken.weight === 'file' ? peek.weightLb : weightLb));
  if (taken.ground) form.set('groundFt', String(taken.ground === 'file' ? peek.groundFt : groundFt));
  if (taken.day) form.set('dayFrom', taken.day);
  if (mapping) form.set('mapping', JSON.stringify(mapping));
  return form;
}

/** The lesson that a file belongs to, by the school's days. */
export const lessonFor = <T extends MatchableLesson>(peek: Peek, lessons: readonly T[]): T | undefined =>
  matchLesson(peek, lessons, shownZone());
