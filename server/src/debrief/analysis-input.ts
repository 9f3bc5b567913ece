/** What a recording is scored against, from the rows that it refers to. */
import { editsFrom, SCHOOL_STANDARD_ID, type Statement, withOverrides } from '@keel/core';
import type { DataSource, EntityManager } from 'typeorm';
import type { AnalysisInput } from '../analysis/analyse.ts';
import {
  AirplaneEntity,
  LessonEntity,
  RecordingFileEntity,
  type RecordingRow,
  SchoolEntity,
  StandardEntity,
  StatementEntity,
} from '../db/entities.ts';
import { techniqueOf } from '../technique/routes.ts';

/** Everything that was said of a recording, oldest first. */
export async function statementsOf(
  database: DataSource | EntityManager,
  { schoolId, id }: Pick<RecordingRow, 'schoolId' | 'id'>,
): Promise<Statement[]> {
  const rows = await database
    .getRepository(StatementEntity)
    .createQueryBuilder('statement')
    .innerJoinAndMapOne(
      'statement.author',
      'account',
      'author',
      'author.schoolId = statement.schoolId AND author.id = statement.authorId',
    )
    .where('statement.schoolId = :schoolId AND statement.recordingId = :id', { schoolId, id })
    .orderBy('statement.createdAt')
    .getMany();
  return rows.map((row) => ({
    id: row.id,
    authorId: row.authorId,
    authorName: (row as unknown as { author: { name: string } }).author.name,
    createdAt: row.createdAt.toISOString(),
    body: row.body,
  }));
}

export async function inputFor(database: DataSource, recording: RecordingRow): Promise<AnalysisInput> {
  const { schoolId, id, lessonId } = recording;
  const [file, airplane, standard, schoolStandard, school, lesson, statements] = await Promise.all([
    database.getRepository(RecordingFileEntity).findOneByOrFail({ schoolId, recordingId: id }),
    database.getRepository(AirplaneEntity).findOneByOrFail({ schoolId, rowId: recording.airplaneRowId }),
    database.getRepository(StandardEntity).findOneByOrFail({ schoolId, rowId: recording.standardRowId }),
    database.getRepository(StandardEntity).findOne({
      where: { schoolId, id: SCHOOL_STANDARD_ID },
      order: { version: 'DESC' },
    }),
    database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId }),
    lessonId ? database.getRepository(LessonEntity).findOneBy({ schoolId, id: lessonId }) : null,
    statementsOf(database, recording),
  ]);
  const technique = withOverrides(techniqueOf(school), lesson?.technique);
  return {
    bytes: new Uint8Array(file.bytes),
    fileName: recording.fileName,
    sha256: recording.sha256,
    airplane: airplane.data,
    standard: standard.data,
    schoolStandard: schoolStandard?.data,
    judge: technique.judge,
    examiner: {
      promptS: technique.judgePromptS,
      tooMany: technique.judgeTooMany,
      toleranceUsedLimit: technique.judgeLimit,
    },
    clearsBeforeEach: technique.clearingWhen === 'before-each',
    weightLb: recording.weightLb ?? undefined,
    groundFt: recording.groundFt ?? undefined,
    lesson: { weightLb: lesson?.conditions.weightLb, groundFt: lesson?.conditions.groundFt },
    briefs: lesson?.cards ?? [],
    edits: editsFrom(statements),
    mapping: recording.mapping ?? undefined,
  };
}
