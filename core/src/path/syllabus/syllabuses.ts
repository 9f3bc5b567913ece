/** The syllabuses that come with Keel Path, and how one is read. */
import { InputError } from '../../errors.ts';
import preSolo from './pre-solo.json' with { type: 'json' };
import { type Syllabus, syllabusSchema } from './schema.ts';
import threeStages from './three-stages.json' with { type: 'json' };

/** @throws InputError naming what is wrong: another shape, or an id that nothing has. */
export function readSyllabus(value: unknown): Syllabus {
  const read = syllabusSchema.safeParse(value);
  if (read.success) return read.data;
  const [issue] = read.error.issues;
  throw new InputError('shape', { what: 'syllabus', path: issue.path.join('.'), issue: issue.message });
}

export const syllabuses: readonly Syllabus[] = [preSolo, threeStages].map(readSyllabus);

export const DEFAULT_SYLLABUS: Syllabus = syllabuses[0];

export const findSyllabus = (id: string): Syllabus | undefined => syllabuses.find((one) => one.id === id);
