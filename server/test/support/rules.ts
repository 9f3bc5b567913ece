/** Who may call a route: the words that the table of roles is written in. */

export type Who = 'chief' | 'instructor' | 'otherInstructor' | 'student' | 'classmate' | 'stranger';
export const EVERYONE: Who[] = ['chief', 'instructor', 'otherInstructor', 'student', 'classmate', 'stranger'];

/** Who may (the status for them); everyone else who is signed in gets `others`; without a session it is 401. */
export interface Rule {
  path?: () => string;
  body?: () => unknown;
  allowed: Partial<Record<Who, number>>;
  others?: number;
  nobody?: number;
}

export const everyone = (status: number): Rule['allowed'] =>
  Object.fromEntries(EVERYONE.map((who) => [who, status]));

/** What belongs to the student: theirs, their instructor's, the chief's; nobody else knows that it exists. */
export const ofStudent: Rule['allowed'] = { chief: 200, instructor: 200, student: 200 };
export const byStaff = (status: number): Rule['allowed'] => ({
  chief: status,
  instructor: status,
  student: 403,
  classmate: 403,
});
