/** JSON Schemas of every file that goes in or out, made from what reads them. */
import { z } from 'zod';
import { airplaneSchema } from '../airplane/schema.ts';
import { historySchema } from '../path/history.ts';
import { syllabusSchema } from '../path/syllabus/schema.ts';
import { mappingSchema } from '../recording/mapping/mapping.ts';
import { standardSchema } from '../scoring/standard.ts';
import { techniqueSchema } from '../technique/technique.ts';
import { wordedScoreSchema } from '../words/worded-score.ts';
import { archiveSchema } from './archive.ts';

const FILES = {
  airplane: { schema: airplaneSchema, about: 'An airplane, as the Hangar takes it' },
  standard: { schema: standardSchema, about: 'A standard: rows, requirements and thresholds' },
  technique: { schema: techniqueSchema, about: 'How a school flies' },
  mapping: { schema: mappingSchema, about: 'Which column of a table is what' },
  score: { schema: wordedScoreSchema, about: 'What a recording was found to hold, and how it was judged' },
  syllabus: { schema: syllabusSchema, about: 'A syllabus: skills in the order they are taught, and gates' },
  history: { schema: historySchema, about: 'A history of attempts, for the standing command' },
  archive: { schema: archiveSchema, about: 'The index of an archive' },
} as const;
export type OpenFile = keyof typeof FILES;
export const OPEN_FILES = Object.keys(FILES) as OpenFile[];

/** The schema of a file, as JSON Schema 2020-12; what is read leniently is written as what is accepted. */
export function jsonSchemaOf(file: OpenFile): object {
  const { schema, about } = FILES[file];
  return {
    title: `Keel Path ${file}`,
    description: about,
    ...z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }),
  };
}
