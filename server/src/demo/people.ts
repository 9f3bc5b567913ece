/** The invented club: nobody in it is real. Same people, same ids, every time. */
import { createHash } from 'node:crypto';
import type { Role } from '@keel/core';

/** A stable id for a name, in the shape of a version-5 UUID. */
export function namedId(name: string): string {
  const hex = createHash('sha1').update(name).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-5${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}
export const demoId = (name: string): string => namedId(`keel-path demo ${name}`);

/** Where its invented field lies, clocks go by this. */
export const DEMO_ZONE = 'Europe/London';

export const DEMO_SCHOOL = { id: demoId('school'), name: 'Skelmere Flying Club' };

interface DemoPerson {
  key: string;
  name: string;
  role: Role;
  email: string;
  password: string;
  /** The instructor of a student. */
  taughtBy?: string;
  /** Day of birth of a student. */
  born?: string;
}

const person = (key: string, name: string, role: Role, taughtBy?: string, born?: string): DemoPerson => ({
  key,
  name,
  role,
  email: `${key}@skelmere.example`,
  password: `${role}-at-skelmere`,
  taughtBy,
  born,
});

export const DEMO_PEOPLE: readonly DemoPerson[] = [
  person('maren', 'Maren Thackwray', 'chief'),
  person('idris', 'Idris Vellacott', 'instructor'),
  person('petra', 'Petra Lindqvale', 'instructor'),
  person('nell', 'Nell Ashgrove', 'student', 'idris', '2003-06-11'),
  person('joss', 'Joss Pennifold', 'student', 'idris', '1998-02-27'),
  person('amara', 'Amara Oduwole-Finch', 'student', 'idris', '1991-09-04'),
  person('tomas', 'Tomas Birkhollow', 'student', 'petra', '2001-12-19'),
  person('wren', 'Wren Castellane', 'student', 'petra', '2009-04-30'),
  person('edda', 'Edda Marrowby', 'student', 'petra', '1975-07-22'),
];

/** One of each role, for the list that the start prints. */
export const DEMO_SIGN_INS = ['idris', 'nell', 'maren'].map((key) => DEMO_PEOPLE.find((p) => p.key === key)!);
