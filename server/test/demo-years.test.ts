/** The second school’s two years: as they are planned, and loaded from one student’s flights. */
import { connect } from '../src/db/database.ts';
import { YEARS_SCHOOL } from '../src/demo/years/ids.ts';
import { loadYears, NotLoaded } from '../src/demo/years/load.ts';
import { planYears } from '../src/demo/years/plan.ts';
import { openStudent } from './support/student.ts';

const UNTIL = '2026-12-02';
const students = planYears(19, UNTIL);

test('twenty-four students, the same every time, none after the last day', () => {
  expect(students).toHaveLength(24);
  expect(new Set(students.map(({ name }) => name)).size).toBe(24);
  expect(planYears(19, UNTIL)).toEqual(students);
  for (const { flights, soloOn } of students) {
    expect(flights.length).toBeGreaterThan(0);
    expect(flights.every(({ day }) => day >= '2024-12-01' && day <= UNTIL)).toBe(true);
    expect(soloOn === null || soloOn <= UNTIL).toBe(true);
  }
});

test('lessons come in their order, some of them again; some solo, some do not', () => {
  for (const { flights } of students)
    flights.forEach(({ template }, i) => {
      const before = flights[i - 1]?.template ?? 0;
      expect([before, before + 1]).toContain(template);
    });
  const again = students.flatMap(({ flights }) =>
    flights.filter(({ template }, i) => template === flights[i - 1]?.template),
  );
  expect(again.length).toBeGreaterThan(20);
  const soloed = students.filter(({ soloOn }) => soloOn !== null).length;
  expect(soloed).toBeGreaterThan(5);
  expect(soloed).toBeLessThan(24);
});

test('loaded beside another school it stands by itself; a second time it is refused', async () => {
  const { school } = await openStudent();
  const database = await connect(school.ownerUrl, 1);
  try {
    const [{ id: schoolId }] = await database.query('SELECT school_id AS id FROM account WHERE id = $1', [
      school.student.id,
    ]);
    const from = { schoolId, studentId: school.student.id };
    const { students, flights } = await loadYears(database, from);
    const count = async (table: string) =>
      (
        await database.query(`SELECT count(*)::int AS n FROM ${table} WHERE school_id = $1`, [
          YEARS_SCHOOL.id,
        ])
      )[0].n;
    expect(students).toBe(24);
    expect(await count('recording')).toBe(flights);
    expect(await count('score')).toBe(flights);
    expect(await count('signed')).toBeGreaterThanOrEqual(flights);
    await expect(loadYears(database, from)).rejects.toThrow(NotLoaded);
    await expect(loadYears(database, { schoolId, studentId: school.classmate.id })).rejects.toThrow(
      /loaded already/,
    );
  } finally {
    await database.destroy();
    await school.close();
  }
});
