/** The verdict on an attempt of a flight under way: what it would be if the flight had ended here. Runs in a worker thread. */
import { attemptOver, type LiveVerdict, unitsFor, verdictOf } from '@keel/core';
import type { DataSource } from 'typeorm';
import { readInput, scoreRead } from '../analysis/analyse.ts';
import { LessonEntity, LiveFlightEntity } from '../db/entities.ts';
import { scoredAs } from '../debrief/analysis-input.ts';
import type { Ended } from './ended.ts';
import { firstStandard } from './first-standard.ts';
import { fileUpTo } from './rows.ts';

export async function provisionalVerdict(database: DataSource, ended: Ended): Promise<LiveVerdict | null> {
  const { schoolId, flightId, seq } = ended;
  const flight = await database.getRepository(LiveFlightEntity).findOneByOrFail({ schoolId, id: flightId });
  const { lessonId, airplaneRowId } = flight;
  const lesson = lessonId
    ? await database.getRepository(LessonEntity).findOneBy({ schoolId, id: lessonId })
    : null;
  const file = await fileUpTo(database, flight, seq);
  const input = await scoredAs(
    database,
    {
      schoolId,
      lessonId,
      airplaneRowId,
      standardRowId: lesson?.standardRowId ?? (await firstStandard(database, schoolId)),
      fileName: 'flight.csv',
      sha256: '',
      weightLb: null,
      groundFt: null,
      mapping: null,
    },
    file,
  );
  const { score } = scoreRead(
    readInput(input, () => {}),
    input,
    () => {},
  );
  const attempt = attemptOver(score, ended);
  return attempt && verdictOf(attempt, score.judge, unitsFor(input.airplane));
}
