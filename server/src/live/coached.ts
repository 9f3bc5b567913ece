/**
 * A flight under way with its coach: where in which maneuver it is, batch by batch, and what was found of an attempt that has
 * ended. Worked out from the kept rows alone, in their order, so that every server comes to the same.
 */
import {
  type CoachRow,
  type LessonCoach,
  type LiveCoach,
  type LiveVerdict,
  openLessonCoach,
  type TargetCard,
} from '@keel/core';
import type { DataSource } from 'typeorm';
import { AirplaneEntity, LessonEntity, type LiveFlight, SchoolEntity } from '../db/entities.ts';
import { isConnectionError } from '../db/errors.ts';
import type { Services } from '../http/env.ts';
import { log, plain } from '../http/log.ts';
import { cells, rowsOf } from './batch.ts';
import { batchesBetween } from './rows.ts';

/** Goes before the samples of its batch. */
export interface Before {
  coach: LiveCoach | null;
  /** Of what ended in the batch before. */
  verdict: LiveVerdict | null;
}

interface Coached {
  coach: LessonCoach;
  cards: readonly TargetCard[];
  header: string;
  /** What is said for safety may be read in the airplane. */
  safetyShown: boolean;
  next: number;
  /** What the column counts from: a recording counts from nought. */
  zeroS: number;
  heard: Map<number, LiveCoach | null>;
  verdicts: Map<number, Promise<LiveVerdict | null>>;
  /** One batch after another, whoever asks. */
  working: Promise<void>;
  usedAt: number;
}

/** High above the ground there is something to say; below, every eye belongs outside, ft. */
const QUIET_FT = 1000;
const UNUSED_MS = 120_000;
const PIECE = 200;

const flights = new WeakMap<DataSource, Map<string, Promise<Coached | null>>>();

/** What comes before the samples of a batch; nothing for a flight without a lesson. */
export async function before(
  services: Services,
  flight: LiveFlight,
  seq: number,
  rows: string,
): Promise<Before> {
  const coached = await coachedFlight(services, flight);
  if (!coached) return { coach: null, verdict: null };
  coached.usedAt = Date.now();
  if (seq >= coached.next) {
    coached.working = coached.working.then(async () => {
      // What is at hand need not be fetched.
      if (seq === coached.next) hearBatch(services, flight, coached, seq, rowsOf(coached.header, rows));
      else await hear(services, flight, coached, seq);
    });
    try {
      await coached.working;
    } catch (error) {
      const here = flights.get(services.database);
      here?.delete(keyOf(flight));
      // What was heard in part is heard anew, from the beginning, by the next who asks.
      if (isConnectionError(error)) throw error;
      here?.set(keyOf(flight), withoutCoach(flight, error));
      return { coach: null, verdict: null };
    }
  }
  return {
    coach: coached.heard.get(seq) ?? null,
    verdict: (await coached.verdicts.get(seq - 1)) ?? null,
  };
}

/** What ended with the very last batch. */
export async function lastVerdict(services: Services, flight: LiveFlight): Promise<LiveVerdict | null> {
  const coached = await coachedFlight(services, flight);
  return (await coached?.verdicts.get(flight.nextSeq - 1)) ?? null;
}

/** Its samples go on; what goes wrong with the coach is no reason to see nothing. */
async function withoutCoach(flight: LiveFlight, error: unknown): Promise<null> {
  log.error({ error: plain(error), flight: flight.id }, 'a flight has no coach');
  return null;
}

const keyOf = ({ schoolId, id, lessonId }: LiveFlight): string => `${schoolId} ${id} ${lessonId}`;

function coachedFlight(services: Services, flight: LiveFlight): Promise<Coached | null> {
  const { database } = services;
  const known = flights.get(database) ?? new Map<string, Promise<Coached | null>>();
  flights.set(database, known);
  // Given to another lesson, it is coached anew by that one's cards.
  const key = keyOf(flight);
  const there = known.get(key);
  if (there) return there;
  const opened = open(database, flight).catch((error) => {
    if (isConnectionError(error)) throw error;
    return withoutCoach(flight, error);
  });
  known.set(key, opened);
  // One that could not be opened now is opened by whoever asks next.
  opened.catch(() => known.delete(key));
  const forget = setInterval(async () => {
    // One that was not opened is forgotten already.
    const coached = await opened.catch(() => null);
    if (coached && Date.now() - coached.usedAt < UNUSED_MS) return;
    known.delete(key);
    clearInterval(forget);
  }, UNUSED_MS);
  forget.unref();
  return opened;
}

async function open(database: DataSource, flight: LiveFlight): Promise<Coached | null> {
  const { schoolId, lessonId, airplaneRowId: rowId, header } = flight;
  if (!lessonId || header === null) return null;
  const [lesson, airplane, school] = await Promise.all([
    database.getRepository(LessonEntity).findOneBy({ schoolId, id: lessonId }),
    database.getRepository(AirplaneEntity).findOneByOrFail({ schoolId, rowId }),
    database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId }),
  ]);
  if (!lesson || lesson.cards.length === 0) return null;
  const { cards, conditions } = lesson;
  return {
    coach: openLessonCoach(cards, {
      airplane: airplane.data,
      where: 'airplane',
      quietBelowFt: (conditions.groundFt ?? 0) + QUIET_FT,
      words: school.settings.coachWords,
    }),
    cards,
    header,
    safetyShown: school.settings.safetyInSeat ?? false,
    next: 0,
    zeroS: Number.NaN,
    heard: new Map(),
    verdicts: new Map(),
    working: Promise.resolve(),
    usedAt: Date.now(),
  };
}

/** Hears every batch up to one, in pieces. */
async function hear(services: Services, flight: LiveFlight, coached: Coached, upTo: number): Promise<void> {
  while (coached.next <= upTo) {
    const last = Math.min(upTo, coached.next + PIECE - 1);
    const kept = await batchesBetween(services.database, flight, coached.next, last);
    if (kept.length === 0) return;
    for (const { seq, rows } of kept) hearBatch(services, flight, coached, seq, rowsOf(coached.header, rows));
  }
}

function hearBatch(
  services: Services,
  flight: LiveFlight,
  coached: Coached,
  seq: number,
  rows: readonly CoachRow[],
): void {
  let heard: LiveCoach | null = null;
  if (Number.isNaN(coached.zeroS)) coached.zeroS = countsFrom(coached.header, rows);
  for (const row of rows) {
    const look = coached.coach.look({ ...row, timeS: row.timeS - coached.zeroS });
    if (!look) continue;
    if (look.ended) {
      const { fromS, toS } = look.ended;
      const ended = { schoolId: flight.schoolId, flightId: flight.id, seq, fromS, toS };
      coached.verdicts.set(
        seq,
        services.tasks.threads.verdict(ended).catch((error) => {
          log.error({ error: plain(error), flight: flight.id }, 'an attempt under way was not judged');
          return null;
        }),
      );
    }
    const { step, next, toGo, timeS, beganS, blank, card, word } = look;
    heard = {
      seq,
      timeS,
      card,
      title: coached.cards[card].title,
      step: { id: step.id, name: step.name, does: step.does },
      next: next && { id: next.id, name: next.name, does: next.does },
      toGo,
      beganS,
      blank,
      word: coached.safetyShown && !blank ? (word?.says ?? null) : null,
    };
  }
  coached.heard.set(seq, heard);
  coached.next = seq + 1;
}

/** Seconds of the day, or of the flight. */
const countsFrom = (header: string, [first]: readonly CoachRow[]): number =>
  cells(header).includes('time_s') ? 0 : first.timeS;
