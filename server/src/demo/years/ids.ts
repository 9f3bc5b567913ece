/** The second school, and ids that are the same every time. */
import { createHash } from 'node:crypto';

export const yearsId = (name: string): string => {
  const hex = createHash('sha1').update(`keel-path years ${name}`).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-5${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
};

export const YEARS_SCHOOL = { id: yearsId('school'), name: 'Langmoor Flying School' };
export const yearsEmail = (key: string): string => `${key}@langmoor.example`;
