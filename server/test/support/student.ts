/** A school whose one student has flown a lesson, for tests of what becomes of it. */
import type { Path, SaidGate } from '@keel/core';
import { analysed, flightCsv, lessonInput, openSchool, type TestPerson, type TestSchool } from './school.ts';

export interface TestStudent {
  school: TestSchool;
  lessonId: string;
  /** The lesson's recording, scored. */
  recordingId: string;
  /** An address of the student's. */
  at(rest: string): string;
  pathOf(who?: TestPerson): Promise<Path>;
}

export async function openStudent(): Promise<TestStudent> {
  const school = await openSchool();
  const { instructor, student } = school;
  const lessonId = (await (await instructor.call('POST', '/lessons', lessonInput(student.id))).json()).id;
  const uploaded = await instructor.upload(flightCsv(), { studentId: student.id, lessonId });
  const recordingId = (await uploaded.json()).id;
  await analysed(instructor, recordingId);
  const at = (rest: string) => `/students/${student.id}${rest}`;
  return {
    school,
    lessonId,
    recordingId,
    at,
    pathOf: async (who = instructor) => (await who.call('GET', at('/path'))).json(),
  };
}

export const problem = async (answer: Response) => [answer.status, (await answer.json()).detail] as const;
export const gateOf = (gates: SaidGate[], id: string) => gates.find((gate) => gate.id === id)!;
