/** Analysing a stored recording and keeping what came out. Verdicts don't drift: a new score is a new row. */
import { randomUUID } from 'node:crypto';
import {
  type Beginning,
  dayIn,
  editsFrom,
  instantOf,
  SCHOOL_STANDARD_ID,
  type Score,
  type Standard,
  type Statement,
  withOverrides,
} from '@keel/core';
import type { DataSource } from 'typeorm';
import type { Analysis, AnalysisEvent, AnalysisInput, ReadResult } from '../analysis/analyse.ts';
import type { Analyser } from '../analysis/analyser.ts';
import {
  AirplaneEntity,
  FlightEntity,
  KeelEntity,
  LessonEntity,
  RecordingChunkEntity,
  RecordingEntity,
  RecordingFileEntity,
  type RecordingRow,
  SchoolEntity,
  ScoreEntity,
  StandardEntity,
  StatementEntity,
  zoneOf,
} from '../db/entities.ts';
import { Problem } from '../http/problem.ts';
import { techniqueOf } from '../technique/routes.ts';

/** The running analyses: how far each is, 0 to 1, and how to stop it; gone once it has ended. */
const running = new Map<string, { fraction: number; stop: AbortController }>();

/** Worked out, and not yet stored: the bar must not fall back to its beginning meanwhile. */
const STORING = 0.98;

export const progressOf = (recordingId: string): number => running.get(recordingId)?.fraction ?? STORING;

/** @returns whether there was an analysis to stop. The file stays, and so does an earlier score. */
export function stopAnalysis(recordingId: string): boolean {
  const analysis = running.get(recordingId);
  analysis?.stop.abort();
  return analysis !== undefined;
}

const STOPPED = 'The scoring was stopped. The file is kept; score it again when you like.';

/** Runs an analysis so that its progress can be asked for and it can be stopped. */
async function runAnalysis(
  analyser: Analyser,
  recordingId: string,
  input: AnalysisInput,
  tell: (event: AnalysisEvent) => void,
): Promise<void> {
  const entry = { fraction: 0, stop: new AbortController() };
  running.set(recordingId, entry);
  try {
    await analyser.run(
      input,
      (event) => {
        if (event.kind === 'progress') entry.fraction = event.fraction;
        else tell(event);
      },
      entry.stop.signal,
    );
  } catch (error) {
    throw entry.stop.signal.aborted ? new Problem(409, STOPPED) : error;
  } finally {
    if (running.get(recordingId) === entry) running.delete(recordingId);
  }
}

/** Everything that was said of a recording, oldest first. */
export async function statementsOf(database: DataSource, recordingId: string): Promise<Statement[]> {
  const rows = await database
    .getRepository(StatementEntity)
    .createQueryBuilder('statement')
    .innerJoinAndMapOne('statement.author', 'account', 'author', 'author.id = statement.authorId')
    .where('statement.recordingId = :recordingId', { recordingId })
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

/** What a recording is scored against, from the rows that it refers to. */
async function inputFor(
  database: DataSource,
  recording: RecordingRow,
  bytes: Uint8Array,
): Promise<AnalysisInput> {
  const { lessonId } = recording;
  const [airplane, standard, schoolStandard, school, lesson, statements] = await Promise.all([
    database.getRepository(AirplaneEntity).findOneByOrFail({ rowId: recording.airplaneRowId }),
    database.getRepository(StandardEntity).findOneByOrFail({ rowId: recording.standardRowId }),
    database.getRepository(StandardEntity).findOne({
      where: { schoolId: recording.schoolId, id: SCHOOL_STANDARD_ID },
      order: { version: 'DESC' },
    }),
    database.getRepository(SchoolEntity).findOneByOrFail({ id: recording.schoolId }),
    lessonId ? database.getRepository(LessonEntity).findOneBy({ id: lessonId }) : null,
    statementsOf(database, recording.id),
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
    weightLb: recording.weightLb ?? undefined,
    groundFt: recording.groundFt ?? undefined,
    lesson: { weightLb: lesson?.conditions.weightLb, groundFt: lesson?.conditions.groundFt },
    briefs: lesson?.cards ?? [],
    edits: editsFrom(statements),
    mapping: recording.mapping ?? undefined,
  };
}

/**
 * Reads a new file and stores it, then goes on scoring it. Resolves once the file is read and kept.
 * @returns `done`, which resolves when the score is stored too.
 * @throws Problem 422, with nothing stored, when the file cannot be read.
 */
export async function storeAndAnalyse(
  database: DataSource,
  analyser: Analyser,
  recording: Omit<RecordingRow, 'flownAt' | 'status' | 'refusal' | 'epochMs'> & { flownAt: Date | null },
  bytes: Buffer,
): Promise<{ done: Promise<void> }> {
  const row: RecordingRow = {
    ...recording,
    flownAt: recording.flownAt ?? new Date(),
    status: 'analysing',
    refusal: null,
    epochMs: null,
  };
  const input = await inputFor(database, row, bytes);
  let keep: (kept: Promise<void>) => void = () => {};
  let refuse: (reason: unknown) => void = () => {};
  const kept = new Promise<void>((resolve, reject) => {
    keep = resolve;
    refuse = reject;
  });
  let analysis: Analysis | undefined;
  const analysed = runAnalysis(analyser, row.id, input, (event) => {
    if (event.kind === 'refused') refuse(new Problem(422, event.message));
    else if (event.kind === 'done') analysis = event.analysis;
    else if (event.kind === 'read') keep(storeRead(database, row, recording.flownAt, bytes, event.result));
  });
  analysed.catch(refuse);
  // The file is kept as soon as it is read; the score follows, and its failure must not lose the file.
  await kept;
  const done = analysed
    .then(() => (analysis ? storeAnalysis(database, row.id, analysis) : undefined))
    .catch((error) => markRefused(database, row.id, error));
  return { done };
}

/** The file's own time; a file that names only the day takes the lesson's hour of that day, else its first moment. */
function flownAtOf(begins: Beginning | undefined, givenAt: Date | null, zone: string): Date | null {
  if (!begins) return givenAt;
  if ('atMs' in begins) return new Date(begins.atMs);
  return givenAt && dayIn(givenAt, zone) === begins.day ? givenAt : instantOf(begins.day, zone);
}

async function storeRead(
  database: DataSource,
  row: RecordingRow,
  givenAt: Date | null,
  bytes: Buffer,
  { begins, epochMs, chunks }: ReadResult,
): Promise<void> {
  await database.transaction(async (manager) => {
    const school = await manager.findOneByOrFail(SchoolEntity, { id: row.schoolId });
    const when = flownAtOf(begins, givenAt, zoneOf(school)) ?? row.flownAt;
    await manager.insert(RecordingEntity, { ...row, flownAt: when, epochMs });
    await manager.insert(RecordingFileEntity, { recordingId: row.id, bytes });
    for (const [seq, chunk] of chunks.entries()) {
      const { rows, channels, data } = chunk;
      await manager.insert(RecordingChunkEntity, {
        recordingId: row.id,
        seq,
        rows,
        channels,
        data: Buffer.from(data),
      });
    }
  });
}

async function storeAnalysis(database: DataSource, recordingId: string, analysis: Analysis): Promise<void> {
  const { score, profile, keels, traces, flight, observations } = analysis;
  await database.transaction(async (manager) => {
    await manager.update(ScoreEntity, { recordingId, current: true }, { current: false });
    const id = randomUUID();
    await manager.insert(ScoreEntity, {
      id,
      recordingId,
      core: score.core,
      score,
      profile,
      keels,
      observations,
      current: true,
    });
    for (const [attempt, trace] of traces.entries())
      await manager.insert(KeelEntity, { scoreId: id, attempt, trace });
    await manager.insert(FlightEntity, { scoreId: id, data: Buffer.from(flight) });
    await manager.update(RecordingEntity, { id: recordingId }, { status: 'analysed', refusal: null });
  });
}

async function markRefused(database: DataSource, recordingId: string, error: unknown): Promise<void> {
  const stopped = error instanceof Problem;
  if (!stopped) console.error('analysis failed', error);
  await database.getRepository(RecordingEntity).update(
    { id: recordingId },
    {
      status: 'refused',
      refusal: stopped ? error.message : 'The analysis stopped unexpectedly; score it again.',
    },
  );
}

/** Works a stored recording out anew, with the edits in force now. Resolves when the new score is stored. */
export async function analyseAgain(
  database: DataSource,
  analyser: Analyser,
  recordingId: string,
): Promise<void> {
  const recording = await database.getRepository(RecordingEntity).findOneByOrFail({ id: recordingId });
  const file = await database.getRepository(RecordingFileEntity).findOneByOrFail({ recordingId });
  const input = await inputFor(database, recording, new Uint8Array(file.bytes));
  let analysis: Analysis | undefined;
  let refusal: string | undefined;
  await runAnalysis(analyser, recordingId, input, (event) => {
    if (event.kind === 'done') analysis = event.analysis;
    if (event.kind === 'refused') refusal = event.message;
  });
  if (analysis) await storeAnalysis(database, recordingId, analysis);
  else throw new Problem(422, refusal ?? 'The recording could not be scored again.');
}

/** Takes up what a stop of the server had interrupted. */
export async function resumeAnalyses(database: DataSource, analyser: Analyser): Promise<void> {
  const waiting = await database.getRepository(RecordingEntity).findBy({ status: 'analysing' });
  for (const { id } of waiting) {
    await analyseAgain(database, analyser, id).catch((error) => markRefused(database, id, error));
  }
}

/** As it would be scored by another standard; nothing is stored. `null` where the file can no longer be scored. */
export async function scoreBy(
  database: DataSource,
  analyser: Analyser,
  recording: RecordingRow,
  standard: Standard,
): Promise<Score | null> {
  const file = await database
    .getRepository(RecordingFileEntity)
    .findOneByOrFail({ recordingId: recording.id });
  const input = await inputFor(database, recording, new Uint8Array(file.bytes));
  const judges = standard.id === SCHOOL_STANDARD_ID ? { schoolStandard: standard } : { standard };
  const own = input.standard.id === standard.id ? { standard } : {};
  let score: Score | null = null;
  await analyser.run({ ...input, ...judges, ...own }, (event) => {
    if (event.kind === 'done') score = event.analysis.score;
  });
  return score;
}
