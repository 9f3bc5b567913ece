/** The parts of what a school sees of itself, each as its tables: what file and paper are made of. */
import { callsTable, fleetTables, gradingTables, soloTables, sticksTables, type Table } from '@keel/core';
import type { DataSource } from 'typeorm';
import type { School } from '../db/entities.ts';
import type { Asker } from '../scope.ts';
import { callsOf } from './calls.ts';
import { fleetFiguresOf } from './fleet.ts';
import { type GradingWanted, gradingOf } from './grading.ts';
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
  wanted: GradingWanted = {},
): Promise<Table[]> {
  switch (part) {
    case 'calls':
      return [callsTable(await callsOf(database, viewer, school))];
    case 'grading':
      return gradingTables(await gradingOf(database, viewer, wanted));
    case 'sticks':
      return sticksTables(await sticksOf(database, school));
    case 'solo':
      return soloTables(await toSoloOf(database, school));
    case 'airplanes':
      return fleetTables(await fleetFiguresOf(database, school));
  }
}
