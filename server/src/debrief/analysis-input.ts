/** What a recording is scored against, from the rows that it refers to. */
import { editsFrom, SCHOOL_STANDARD_ID, type Statement, withOverrides } from '@keel/core';
import type { DataSource, EntityManager } from 'typeorm';
import type { AnalysisInput } from '../analysis/analyse.ts';
import {
  AirplaneEntity,
  fieldRulesOf,
  LessonEntity,
  type RecordingRow,
  SchoolEntity,
  StandardEntity,
  StatementEntity,
} from '../db/entities.ts';
import { bytesOf } from '../files/recording-files.ts';
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
    // Sent for the wrong student first, it keeps what that one said of flying that was another's, and shows it to nobody.
    .andWhere(
      `(author.role <> 'student' OR author.id =
        (SELECT student_id FROM recording WHERE recording.school_id = :schoolId AND recording.id = :id))`,
    )
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

/** A recording, or a flight on its way to being one. */
type Scored = Pick<
  RecordingRow,
  | 'schoolId'
  | 'lessonId'
  | 'airplaneRowId'
  | 'standardRowId'
  | 'fileName'
  | 'weightLb'
  | 'groundFt'
  | 'mapping'
  | 'sha256'
>;

export async function inputFor(database: DataSource, recording: RecordingRow): Promise<AnalysisInput> {
  const { schoolId, id } = recording;
  const [bytes, statements] = await Promise.all([
    bytesOf(database, { schoolId, recordingId: id }),
    statementsOf(database, recording),
  ]);
  return scoredAs(database, recording, new Uint8Array(bytes), statements);
}

/** Some bytes with everything that they are scored against. */
export async function scoredAs(
  database: DataSource,
  recording: Scored,
  bytes: Uint8Array,
  statements: readonly Statement[] = [],
): Promise<AnalysisInput> {
  const { schoolId, lessonId } = recording;
  const [airplane, standard, schoolStandard, school, lesson] = await Promise.all([
    database.getRepository(AirplaneEntity).findOneByOrFail({ schoolId, rowId: recording.airplaneRowId }),
    database.getRepository(StandardEntity).findOneByOrFail({ schoolId, rowId: recording.standardRowId }),
    database.getRepository(StandardEntity).findOne({
      where: { schoolId, id: SCHOOL_STANDARD_ID },
      order: { version: 'DESC' },
    }),
    database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId }),
    lessonId ? database.getRepository(LessonEntity).findOneBy({ schoolId, id: lessonId }) : null,
  ]);
  const technique = withOverrides(techniqueOf(school), lesson?.technique);
  return {
    bytes,
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
    atField: {
      rules: fieldRulesOf(school),
      windKt: lesson?.conditions.windKt ?? null,
      gustKt: lesson?.conditions.gustKt ?? null,
    },
    weightLb: recording.weightLb ?? undefined,
    groundFt: recording.groundFt ?? undefined,
    lesson: { weightLb: lesson?.conditions.weightLb, groundFt: lesson?.conditions.groundFt },
    briefs: lesson?.cards ?? [],
    edits: editsFrom(statements),
    mapping: recording.mapping ?? undefined,
  };
}
