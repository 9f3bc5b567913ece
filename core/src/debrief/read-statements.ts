/** From what was said to what it means for the attempts: matched by overlap, orphans kept in sight. */
import { findRoom } from '../maneuvers/registry.ts';
import type { AttemptVerdict } from '../scoring/schema.ts';
import { EDIT_KINDS, type Edit, editSchema, type Interval, matchInterval } from './edits.ts';
import {
  changesAttempts,
  type Help,
  LESSON,
  latest,
  OBSERVATIONS,
  type ObservationItem,
  type Statement,
  type StatementBody,
} from './statements.ts';

/** A word with whose it is, and when it was said. */
interface SaidBy<T> {
  says: T;
  authorName: string;
  createdAt: string;
}

export interface AttemptStatements {
  /** All of them, in time order. */
  all: Statement[];
  grade: number | null;
  /** What others said of it who teach, each one's last word, where it is another: both stay in sight. */
  otherGrades: SaidBy<number>[];
  otherHelp: SaidBy<Help>[];
  selfGrade: { grade: number; beforeVerdict: boolean } | null;
  /** Unknown until somebody said it: it is never taken for unaided. */
  help: Help | 'unknown';
  flownBy: 'student' | 'instructor';
  /** Whether an instructor said who flew, of this attempt or of the whole flight. */
  helpStated: boolean;
  /** Said of the whole flight at once. */
  helpInBulk: boolean;
  override: { verdict: AttemptVerdict; reason: string } | null;
  discontinued: string | null;
  nextTime: string | null;
  /** What the instructor saw that was not recorded. */
  observed: ObservationItem[];
  /** Codes of the standard's knowledge and risk elements that were talked through. */
  covered: string[];
}

/** An edit with the id and the author of the word that it was said with. */
export type StatementEdit = Edit & { statementId: string; authorName: string };

/** The edits among what was said, in force and in the order they were said: the last of a kind on an interval counts. */
export function editsFrom(statements: readonly Statement[]): StatementEdit[] {
  const edits = new Map<string, StatementEdit>();
  for (const { id, authorName, body } of statements) {
    if (body.kind === 'take-back') {
      for (const [key, edit] of edits) if (edit.statementId === body.of) edits.delete(key);
      continue;
    }
    if (!isEdit(body)) continue;
    const about = body.kind === 'seen' ? ` ${body.requirement}` : '';
    const key = `${body.kind} ${body.maneuver} ${body.startS} ${body.endS}${about}`;
    if (undoes(body)) edits.delete(key);
    else edits.set(key, { ...editSchema.parse(body), statementId: id, authorName });
  }
  return [...edits.values()];
}

type EditBody = Extract<StatementBody, { kind: Edit['kind'] }>;
const isEdit = (body: StatementBody): body is EditBody =>
  (EDIT_KINDS as readonly string[]).includes(body.kind);

/** Said again the other way: not discarded after all, or moved back to where it was found. */
const undoes = (body: EditBody): boolean =>
  (body.kind === 'discard' && !body.discarded) ||
  (body.kind === 'edges' && body.newStartS === body.startS && body.newEndS === body.endS);

/**
 * Sorts what was said to its attempts. What is of the whole lesson stands apart; what matches no attempt is an orphan,
 * never dropped. Edits belong to none of them.
 */
export function sortStatements(
  attempts: readonly Interval[],
  statements: readonly Statement[],
): { byAttempt: Statement[][]; ofLesson: Statement[]; orphans: Statement[] } {
  const byAttempt: Statement[][] = attempts.map(() => []);
  const ofLesson: Statement[] = [];
  const orphans: Statement[] = [];
  for (const one of statements) {
    if (changesAttempts(one.body.kind)) continue;
    const index = matchInterval(attempts, one.body);
    if (one.body.maneuver === LESSON) ofLesson.push(one);
    else if (index >= 0) byAttempt[index].push(one);
    else orphans.push(one);
  }
  return { byAttempt, ofLesson, orphans };
}

/** What holds of a thing that is switched on and off by saying so: the last word on each counts. */
function inForce<T extends string>(words: readonly { what: T; holds: boolean }[]): T[] {
  const state = new Map<T, boolean>();
  for (const { what, holds } of words) state.set(what, holds);
  return [...state].filter(([, holds]) => holds).map(([what]) => what);
}

/** What the instructor saw of an attempt, in the list's order. */
export function observed(statements: readonly Statement[]): ObservationItem[] {
  const seen = inForce(
    statements.flatMap(({ body }) =>
      body.kind === 'observed' ? [{ what: body.item, holds: body.seen }] : [],
    ),
  );
  return OBSERVATIONS.map(({ item }) => item).filter((item) => seen.includes(item));
}

export interface LessonStatements {
  /** All of them, in time order. */
  all: Statement[];
  nextTime: string | null;
  /** What is asked for the next lesson, and who asks. */
  question: { text: string; authorName: string } | null;
  /** Ids of findings kept for another day: the brief's and the debrief's, less those taken up again. */
  parked: string[];
}

/** What was said of the whole lesson. `planned`: what its brief had parked. */
export function readLessonStatements(
  statements: readonly Statement[],
  planned: readonly string[] = [],
): LessonStatements {
  const words = statements.flatMap(({ body }) =>
    body.kind === 'park' ? [{ what: body.finding, holds: body.parked }] : [],
  );
  return {
    all: [...statements],
    nextTime: latest(statements, 'next-time')?.text || null,
    question: askedIn(statements),
    parked: inForce([...planned.map((what) => ({ what, holds: true })), ...words]),
  };
}

function askedIn(statements: readonly Statement[]): LessonStatements['question'] {
  const found = statements.findLast(({ body }) => body.kind === 'question');
  return found?.body.kind === 'question' && found.body.text
    ? { text: found.body.text, authorName: found.authorName }
    : null;
}

/** How much help there was where nobody said it of the attempt itself. */
interface UnsaidHelp {
  help: Help | 'unknown';
  bulk: boolean;
}

/**
 * Nobody said who flew an attempt: what was said of the whole flight holds; the first of a kind is shown, where the school
 * does that; and else it is not known.
 */
export function unsaidHelp(
  attempts: readonly Interval[],
  index: number,
  { demonstrationFirst, ofLesson }: { demonstrationFirst: boolean; ofLesson: readonly Statement[] },
): UnsaidHelp {
  if (findRoom(attempts[index].maneuver ?? '')?.shown) return { help: 'demonstration', bulk: false };
  const first = attempts.findIndex(({ maneuver }) => maneuver === attempts[index].maneuver);
  if (demonstrationFirst && first === index) return { help: 'demonstration', bulk: false };
  const whole = latest(ofLesson, 'help');
  return whole ? { help: whole.help, bulk: true } : { help: 'unknown', bulk: false };
}

const NOBODY_SAID: UnsaidHelp = { help: 'unknown', bulk: false };

/** Each other author's last word of a kind, where it is not the word that holds. */
function others<K extends 'grade' | 'help', T>(
  statements: readonly Statement[],
  kind: K,
  of: (body: Extract<StatementBody, { kind: K }>) => T,
): SaidBy<T>[] {
  const last = new Map<string, SaidBy<T>>();
  let holds: { says: T; authorId: string } | undefined;
  for (const { authorId, authorName, createdAt, body } of statements) {
    if (body.kind !== kind) continue;
    const says = of(body as Extract<StatementBody, { kind: K }>);
    last.set(authorId, { says, authorName, createdAt });
    holds = { says, authorId };
  }
  return [...last]
    .filter(([authorId, { says }]) => authorId !== holds?.authorId && says !== holds?.says)
    .map(([, said]) => said);
}

/** What was said of one attempt, in time order, read as its state now. */
export function readStatements(statements: Statement[], unsaid: UnsaidHelp = NOBODY_SAID): AttemptStatements {
  const help = latest(statements, 'help');
  const selfGrade = latest(statements, 'self-grade');
  const override = latest(statements, 'override');
  const discontinued = latest(statements, 'discontinued')?.reason;
  return {
    all: statements,
    grade: latest(statements, 'grade')?.grade ?? null,
    otherGrades: others(statements, 'grade', ({ grade }) => grade),
    otherHelp: others(statements, 'help', ({ help }) => help),
    selfGrade: selfGrade ? { grade: selfGrade.grade, beforeVerdict: selfGrade.beforeVerdict } : null,
    help: help?.help ?? unsaid.help,
    flownBy: help?.flownBy ?? (unsaid.help === 'demonstration' ? 'instructor' : 'student'),
    helpStated: help !== undefined || unsaid.bulk,
    helpInBulk: help === undefined && unsaid.bulk,
    override:
      override && override.verdict !== 'as-scored'
        ? { verdict: override.verdict, reason: override.reason }
        : null,
    discontinued: discontinued === undefined || discontinued === 'none' ? null : discontinued,
    nextTime: latest(statements, 'next-time')?.text || null,
    observed: observed(statements),
    covered: inForce(
      statements.flatMap(({ body }) =>
        body.kind === 'element' ? [{ what: body.code, holds: body.covered }] : [],
      ),
    ),
  };
}

/** The verdict that stands: discontinued is never a failure, an override wins with its reason, else the judge's. */
export function standingVerdict(scored: AttemptVerdict, statements: AttemptStatements): AttemptVerdict {
  if (statements.override) return statements.override.verdict;
  return statements.discontinued ? 'not-scored' : scored;
}
