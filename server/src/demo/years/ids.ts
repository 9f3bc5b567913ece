/** The second school, and ids that are the same every time. */
import { namedId } from '../people.ts';

export const yearsId = (name: string): string => namedId(`keel-path years ${name}`);

export const YEARS_SCHOOL = { id: yearsId('school'), name: 'Langmoor Flying School' };
export const yearsEmail = (key: string): string => `${key}@langmoor.example`;
