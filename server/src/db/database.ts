import { DataSource } from 'typeorm';
import { entities } from './entities.ts';
import { First1700000000001 } from './migrations/1700000000001-first.ts';
import { Brief1700000000002 } from './migrations/1700000000002-brief.ts';
import { Trainer1700000000003 } from './migrations/1700000000003-trainer.ts';
import { Debrief1700000000004 } from './migrations/1700000000004-debrief.ts';
import { Statements1700000000005 } from './migrations/1700000000005-statements.ts';
import { Standards1700000000006 } from './migrations/1700000000006-standards.ts';
import { Entered1700000000007 } from './migrations/1700000000007-entered.ts';

/** Every change to the tables, oldest first. */
export const MIGRATIONS = [
  First1700000000001,
  Brief1700000000002,
  Trainer1700000000003,
  Debrief1700000000004,
  Statements1700000000005,
  Standards1700000000006,
  Entered1700000000007,
];

/** Connects and brings the tables up to date; the tables change by migrations alone. */
export async function openDatabase(url: string): Promise<DataSource> {
  const database = new DataSource({
    type: 'postgres',
    url,
    entities,
    migrations: MIGRATIONS,
    migrationsRun: true,
    synchronize: false,
    extra: { max: 10 },
  });
  return database.initialize();
}
