/** A paper of the record, as a task. */
import type { DataSource } from 'typeorm';
import {
  type Account,
  AccountEntity,
  AttemptEntity,
  SchoolEntity,
  StageCheckEntity,
  zoneOf,
} from '../db/entities.ts';
import { knownOf } from '../path/path-of.ts';
import { describe } from '../path/stage-checks.ts';
import type { Handler } from '../tasks/handler.ts';
import { logbookOf } from './logbook.ts';
import { endorsementPdf, logbookPdf, trainingRecordPdf } from './logbook-pdf.ts';
import type { PaperOf } from './paper.ts';
import { releaseOf } from './release.ts';
import { releasePdf } from './release-pdf.ts';
import { stageLetterPdf } from './stage-letter-pdf.ts';

/** Which of them. */
export type RecordPaper =
  | { paper: 'logbook' | 'training-record' | 'release' }
  | { paper: 'endorsement'; endorsementId: string }
  | { paper: 'stage-letter'; checkId: string };

async function make(
  database: DataSource,
  student: Account,
  which: RecordPaper,
  of: PaperOf,
): Promise<Buffer | null> {
  if (which.paper === 'release') return releasePdf(await releaseOf(database, student), of);
  if (which.paper === 'stage-letter') {
    const row = await database
      .getRepository(StageCheckEntity)
      .findOneByOrFail({ schoolId: student.schoolId, id: which.checkId });
    const [check] = await describe(database, { schoolId: student.schoolId, role: 'chief' }, [row]);
    const annex = await database.getRepository(AttemptEntity).find({
      select: { maneuver: true, variant: true, verdict: true, selfGrade: true },
      where: { schoolId: student.schoolId, lessonId: row.lessonId },
      order: { flownAt: 'ASC', startS: 'ASC' },
    });
    return stageLetterPdf(check, of, annex);
  }
  const logbook = await logbookOf(database, student);
  if (which.paper === 'logbook') return logbookPdf(logbook, of);
  if (which.paper === 'training-record')
    return trainingRecordPdf(logbook, await knownOf(database, student), of);
  const wanted = which.paper === 'endorsement' ? which.endorsementId : undefined;
  const one = logbook.endorsements.find(({ id }) => id === wanted);
  return one ? endorsementPdf(student.name, one, of) : null;
}

export const paperTask: Handler = async ({ schoolId, input }, { database }) => {
  const { studentId, ...which } = input as RecordPaper & { studentId: string };
  const student = await database.getRepository(AccountEntity).findOneByOrFail({ schoolId, id: studentId });
  const school = await database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId });
  const output = await make(database, student, which, { school: school.name, zone: zoneOf(school) });
  return async () => (output ? { output } : { result: { refused: 'There is no such endorsement.' } });
};
