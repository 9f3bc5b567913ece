/** The parts of what a school sees of itself, each as its tables: what file and paper are made of. */
import {
  callsTable,
  fleetTables,
  gradingTables,
  type InsightQuery,
  soloTables,
  sticksTables,
  type Table,
  talkTable,
} from '@keel/core';
import type { DataSource } from 'typeorm';
import type { School } from '../db/entities.ts';
import type { Asker } from '../scope.ts';
import { callsOf } from './calls.ts';
import { fleetFiguresOf } from './fleet.ts';
import { gradingOf } from './grading.ts';
import { sticksOf } from './sticks.ts';
import { toSoloOf } from './to-solo.ts';

export const PARTS = ['calls', 'grading', 'sticks', 'solo', 'airplanes'] as const;

interface Asked {
  database: DataSource;
  viewer: Asker;
  school: School;
}

export async function tablesOf(
  part: (typeof PARTS)[number],
  { database, viewer, school }: Asked,
  wanted: InsightQuery = {},
): Promise<Table[]> {
  switch (part) {
    case 'calls':
      return [callsTable(await callsOf(database, viewer, school, wanted))];
    case 'grading':
      return gradingTables(await gradingOf(database, viewer, wanted));
    case 'sticks':
      return sticksTables(await sticksOf(database, school, wanted));
    case 'solo':
      return soloTables(await toSoloOf(database, school));
    case 'airplanes':
      return fleetTables(await fleetFiguresOf(database, school));
  }
}

/** What was chosen for the meeting comes first. */
export async function meetingTables(asked: Asked, wanted: InsightQuery): Promise<Table[]> {
  const sticks = await sticksOf(asked.database, asked.school, wanted);
  const tables: Table[] = wanted.talk ? [talkTable(sticks, wanted.talk.split(','))] : [];
  for (const part of PARTS)
    tables.push(...(part === 'sticks' ? sticksTables(sticks) : await tablesOf(part, asked, wanted)));
  return tables;
}
