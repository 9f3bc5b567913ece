/**
 * A large school, invented: 400 students, 25,000 lessons and flights, 150,000 attempts, by COPY. Every flight has the score
 * of one real one, so that what a list must not read is there to be read.
 */
import { randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import {
  attemptsFlown,
  DEFAULT_SYLLABUS,
  type FlownAttempt,
  fleet,
  readRecordingCsv,
  recordOf,
  requireRoom,
  type Score,
  scoreRecording,
  standards,
  summaryOf,
} from '@keel/core';
import { Client } from 'pg';
import { from as copyFrom } from 'pg-copy-streams';

const STUDENTS = 400;
const INSTRUCTORS = 25;
const LESSONS = 25_000;
const ATTEMPTS_EACH = 6;
const DAY_MS = 24 * 3600_000;
/** Flights a day; the last was yesterday. */
const A_DAY = 14;
const BEGAN = Math.floor(Date.now() / DAY_MS - LESSONS / A_DAY) * DAY_MS + 8 * 3_600_000;
const FINDINGS_EACH = 2;
const ROUNDS = 10;
const A_ROUND = 12;

const SCORED = DEFAULT_SYLLABUS.skills.flatMap(({ maneuver }) => (maneuver ? [requireRoom(maneuver)] : []));
/** Of each flight other ones, so that every skill has its attempts. */
const maneuverOf = (n: number) => {
  const { id, variants } = SCORED[n % SCORED.length];
  return { maneuver: id, variant: variants[n % variants.length] };
};
/** The worst tolerance used of the one real attempt. */
const usedBy = ({ worst }: { worst: { used: number } | null }): number => Math.abs(worst?.used ?? 0.6);

interface LargeSchool {
  schoolId: string;
  /** One of each role to sign in as; all have the password given. */
  chief: string;
  instructor: string;
  student: { id: string; email: string };
  lessons: number;
  attempts: number;
}

/** As COPY reads it: tabs between, what it takes for signs of its own marked. */
const field = (value: unknown): string => {
  if (value === null) return '\\N';
  const text =
    value instanceof Date
      ? value.toISOString()
      : typeof value === 'object'
        ? JSON.stringify(value)
        : String(value);
  return text.replace(/\\/g, '\\\\').replace(/\n/g, '\\n').replace(/\r/g, '\\r').replace(/\t/g, '\\t');
};

async function copy(
  client: Client,
  table: string,
  columns: string,
  rows: Iterable<unknown[]>,
): Promise<void> {
  function* lines() {
    for (const row of rows) yield `${row.map(field).join('\t')}\n`;
  }
  await pipeline(Readable.from(lines()), client.query(copyFrom(`COPY ${table} (${columns}) FROM STDIN`)));
}

/** @param ownerUrl a database with tables and nothing in them. */
export async function fillLargeSchool(
  ownerUrl: string,
  passwordHash: string,
  csv: string,
): Promise<LargeSchool> {
  const client = new Client({ connectionString: ownerUrl });
  await client.connect();
  const schoolId = randomUUID();
  const ids = (n: number) => Array.from({ length: n }, () => randomUUID());
  const [students, instructors, lessons] = [ids(STUDENTS), ids(INSTRUCTORS), ids(LESSONS)];
  const recordings = ids(LESSONS);
  const chief = randomUUID();
  const taughtBy = (i: number) => instructors[i % INSTRUCTORS];
  const standard = standards.find(({ id }) => id === 'faa-private')!;
  const [airplaneRow, standardRow] = ids(2);
  const score: Score = scoreRecording(readRecordingCsv(csv), { standard, airplane: fleet[0] });
  const [attempt] = attemptsFlown({
    recordingId: recordings[0],
    lessonId: lessons[0],
    flownAt: new Date(BEGAN).toISOString(),
    flownIn: 'airplane',
    score,
    statements: [],
    demonstrationFirst: false,
  });
  const at = (i: number) => new Date(BEGAN + Math.floor(i / A_DAY) * DAY_MS + (i % A_DAY) * 2_400_000);

  await copy(client, 'school', 'id, name, settings', [
    [
      schoolId,
      'A large school',
      { technique: {}, demonstrationFirst: false, fieldFt: 1180, areaGroundFt: 1900 },
    ],
  ]);
  const account = (id: string, key: string, role: string) => [
    id,
    schoolId,
    `${key}@large.example`,
    `Person ${key.replace(/\D/g, '').padStart(3, '0')} ${role}`,
    role,
    passwordHash,
  ];
  await copy(client, 'account', 'id, school_id, email, name, role, password_hash', [
    account(chief, 'chief', 'chief'),
    ...instructors.map((id, i) => account(id, `instructor${i}`, 'instructor')),
    ...students.map((id, i) => account(id, `student${i}`, 'student')),
  ]);
  await copy(
    client,
    'teaching',
    'school_id, instructor_id, student_id',
    students.map((id, i) => [schoolId, taughtBy(i), id]),
  );
  await copy(client, 'airplane', 'row_id, school_id, id, data', [
    [airplaneRow, schoolId, fleet[0].id, fleet[0]],
  ]);
  await copy(client, 'standard', 'row_id, school_id, id, version, data', [
    [standardRow, schoolId, standard.id, 1, standard],
  ]);
  const conditions = { weightLb: 2240, groundFt: 1900, headingDeg: 360, oatC: 5, qnhHpa: 1013 };
  // As long as a lesson's cards are.
  const cards = Array.from({ length: 4 }, (_, i) => ({ maneuver: 'steep-turn', steps: score.attempts, i }));
  await copy(
    client,
    'lesson',
    'id, school_id, student_id, instructor_id, airplane_row_id, standard_row_id, title, planned_at, conditions, cards, items',
    rowsOf(LESSONS, (i) => [
      lessons[i],
      schoolId,
      students[i % STUDENTS],
      taughtBy(i % STUDENTS),
      airplaneRow,
      standardRow,
      `Lesson ${i}: steep turns and ${i % 3 === 0 ? 'stalls' : 'slow flight'}`,
      at(i),
      conditions,
      cards,
      [{ id: 'usual', maneuver: 'steep-turn' }],
    ]),
  );
  await copy(
    client,
    'recording',
    'id, school_id, student_id, lesson_id, airplane_row_id, standard_row_id, uploaded_by, file_name, sha256, size, flown_in, status, flown_at',
    rowsOf(LESSONS, (i) => [
      recordings[i],
      schoolId,
      students[i % STUDENTS],
      lessons[i],
      airplaneRow,
      standardRow,
      taughtBy(i % STUDENTS),
      `flight-${i}.csv`,
      i.toString(16).padStart(64, '0'),
      1,
      'airplane',
      'analysed',
      at(i),
    ]),
  );
  await copy(
    client,
    'score',
    'id, school_id, recording_id, core, score, profile, keels, observations, current',
    rowsOf(LESSONS, (i) => [
      randomUUID(),
      schoolId,
      recordings[i],
      score.core,
      score,
      [],
      [],
      [{ kind: 'level', atS: 60, kias: 75 + 10 * (i % 3), rpm: 2100 + (i % 40), bookRpm: 2110 }],
      true,
    ]),
  );
  await copy(
    client,
    'attempt',
    'school_id, recording_id, attempt, student_id, start_s, end_s, maneuver, variant, help, flown_in, strict, examiner, verdict, worst_used, worst, lesson_id, grade, graded_by, self_grade, flown_at, day, data',
    rowsOf(LESSONS * ATTEMPTS_EACH, (n) => {
      const [i, nth] = [Math.floor(n / ATTEMPTS_EACH), n % ATTEMPTS_EACH];
      const { startS, endS, ...data } = attempt;
      const flownAt = at(i);
      return [
        schoolId,
        recordings[i],
        nth,
        students[i % STUDENTS],
        startS + 60 * nth,
        endS + 60 * nth,
        maneuverOf(n).maneuver,
        maneuverOf(n).variant,
        'unaided',
        'airplane',
        data.strict,
        data.examiner,
        data.verdict,
        data.worst && Math.abs(data.worst.used),
        data.worst?.used ?? null,
        lessons[i],
        1 + (n % 4),
        taughtBy(i % STUDENTS),
        1 + (n % 3),
        flownAt,
        flownAt.toISOString().slice(0, 10),
        {
          ...data,
          ...maneuverOf(n),
          recordingId: recordings[i],
          attempt: nth,
          lessonId: lessons[i],
          flownAt: flownAt.toISOString(),
          help: 'unaided',
        },
      ];
    }),
  );
  const faults = SCORED.map(({ id, faults: [first, second] }) =>
    [first, second].map((one) => `${id}/${one?.name ?? 'slow-to-settle'}`),
  );
  await copy(
    client,
    'attempt_finding',
    'school_id, recording_id, attempt, nth, finding, severity, size',
    rowsOf(LESSONS * ATTEMPTS_EACH * FINDINGS_EACH, (m) => {
      const [n, which] = [Math.floor(m / FINDINGS_EACH), m % FINDINGS_EACH];
      const finding = faults[n % SCORED.length][which];
      return [
        schoolId,
        recordings[Math.floor(n / ATTEMPTS_EACH)],
        n % ATTEMPTS_EACH,
        which,
        finding,
        'fault',
        1,
      ];
    }),
  );
  const entryOf = (i: number) => ({
    date: at(i).toISOString().slice(0, 10),
    airplane: 'Cairn',
    blockMin: 75,
    soloMin: i > LESSONS / 2 && i % 3 === 0 ? 30 : 0,
  });
  await copy(
    client,
    'signed',
    'school_id, id, kind, student_id, recording_id, body, signer_id, hash',
    rowsOf(LESSONS, (i) => [
      schoolId,
      randomUUID(),
      'entry',
      students[i % STUDENTS],
      recordings[i],
      { kind: 'entry', entry: entryOf(i) },
      taughtBy(i % STUDENTS),
      '0'.repeat(64),
    ]),
  );
  const rounds = ids(ROUNDS);
  await copy(
    client,
    'round',
    'school_id, id, title, made_by, closed_at',
    rounds.map((id, i) => [schoolId, id, `Round ${i}`, chief, at(LESSONS - 1)]),
  );
  await copy(
    client,
    'round_attempt',
    'school_id, round_id, nth, recording_id, attempt, trace, speed_unit',
    rounds.flatMap((id) =>
      Array.from({ length: A_ROUND }, (_, nth) => [
        schoolId,
        id,
        nth,
        recordings[nth],
        score.attempts[0],
        { timeS: [], lanes: [], track: null },
        'kt',
      ]),
    ),
  );
  await copy(
    client,
    'round_grade',
    'school_id, round_id, nth, instructor_id, grade',
    rounds.flatMap((id, r) =>
      instructors.flatMap((who, w) =>
        Array.from({ length: A_ROUND }, (_, nth) => [schoolId, id, nth, who, 1 + ((r + nth + (w % 2)) % 4)]),
      ),
    ),
  );
  const records = students.map((_, i) => {
    const evidence = Array.from({ length: LESSONS / STUDENTS }, (__, n): FlownAttempt => {
      const flownAt = at(i + STUDENTS * n).toISOString();
      const toleranceUsed = usedBy(attempt) * (1 + 0.5 * Math.sin(n + i));
      const verdict = toleranceUsed <= 1 ? 'satisfactory' : 'unsatisfactory';
      const day = flownAt.slice(0, 10);
      return { at: flownAt, day, flownIn: 'airplane', help: 'unaided', verdict, toleranceUsed, grade: 3 };
    });
    const asked = { rules: DEFAULT_SYLLABUS.ready, asks: [], byHand: false };
    return recordOf({ evidence, asked, staleAfterDays: 30 });
  });
  const skillIds = DEFAULT_SYLLABUS.skills.map(({ id }) => id);
  await copy(
    client,
    'skill_record',
    'school_id, student_id, skill, record',
    students.flatMap((student, i) => skillIds.map((id) => [schoolId, student, id, records[i]])),
  );
  await copy(
    client,
    'student_summary',
    'school_id, student_id, skills',
    students.map((student, i) => [
      schoolId,
      student,
      Object.fromEntries(skillIds.map((id) => [id, summaryOf(records[i])])),
    ]),
  );
  await copy(
    client,
    'gate_closing',
    'school_id, id, student_id, gate, author_id, body',
    students.flatMap((student, i) =>
      ['english', 'certificate', 'medical', 'taxi'].map((gate) => [
        schoolId,
        randomUUID(),
        student,
        gate,
        taughtBy(i),
        { words: '', date: '2025-06-01', endsOn: gate === 'medical' ? '2027-01-01' : null },
      ]),
    ),
  );
  const today = Math.floor(Date.now() / DAY_MS) * DAY_MS;
  await copy(
    client,
    'booking',
    'school_id, id, kind, during, student_id, instructor_id, made_by',
    rowsOf(INSTRUCTORS * 4 * 14, (n) => {
      const [who, slot, day] = [
        n % INSTRUCTORS,
        Math.floor(n / INSTRUCTORS) % 4,
        Math.floor(n / INSTRUCTORS / 4),
      ];
      const from = today + (day - 7) * DAY_MS + (8 + 2 * slot) * 3_600_000;
      const during = `["${new Date(from).toISOString()}","${new Date(from + 5_400_000).toISOString()}")`;
      const pupil = students[who + INSTRUCTORS * ((slot + 4 * day) % (STUDENTS / INSTRUCTORS))];
      return [schoolId, randomUUID(), 'lesson', during, pupil, instructors[who], chief];
    }),
  );
  await client.query('ANALYZE');
  await client.end();
  return {
    schoolId,
    chief: 'chief@large.example',
    instructor: 'instructor0@large.example',
    student: { id: students[0], email: 'student0@large.example' },
    lessons: LESSONS,
    attempts: LESSONS * ATTEMPTS_EACH,
  };
}

function* rowsOf(n: number, row: (i: number) => unknown[]): Iterable<unknown[]> {
  for (let i = 0; i < n; i++) yield row(i);
}
