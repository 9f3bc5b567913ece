/** The schemas of open files: as they stand in docs/schemas, and true of what is shipped. */

import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import Ajv from 'ajv/dist/2020.js';
import { fleet } from '../airplane/fleet.ts';
import { scoreRecording } from '../debrief/score-recording.ts';
import { readRecordingCsv } from '../recording/csv/csv.ts';
import { standards } from '../standards/standards.ts';
import { techniqueSchema } from '../technique/technique.ts';
import { KNOTS } from '../words/figures.ts';
import { wordedScore } from '../words/worded-score.ts';
import { jsonSchemaOf, OPEN_FILES, type OpenFile } from './schemas.ts';

const FOLDER = join(import.meta.dirname, '../../../docs/schemas');
const validate = (file: OpenFile, value: unknown) => {
  const ajv = new Ajv({ strict: false, validateFormats: false });
  ajv.validate(jsonSchemaOf(file), JSON.parse(JSON.stringify(value)));
  return ajv.errors ?? [];
};

test.each(OPEN_FILES)('docs/schemas/%s.json is what the program reads by', (file) => {
  const written = JSON.parse(readFileSync(join(FOLDER, `${file}.json`), 'utf8'));
  expect(written).toEqual(JSON.parse(JSON.stringify(jsonSchemaOf(file))));
});

test('every airplane, standard and choice of technique that is shipped is true to its schema', () => {
  for (const airplane of fleet) expect(validate('airplane', airplane)).toEqual([]);
  for (const standard of standards) expect(validate('standard', standard)).toEqual([]);
  expect(validate('technique', techniqueSchema.parse({}))).toEqual([]);
});

test('a score is true to its schema, and a broken file is not', () => {
  const rows = Array.from({ length: 120 }, (_, i) => `${i},3000,95,90`).join('\n');
  const recording = readRecordingCsv(`time_s,alt_ft,ias_kt,hdg_deg\n${rows}\n`);
  const score = scoreRecording(recording, { standard: standards[0] });
  expect(validate('score', wordedScore(score, KNOTS))).toEqual([]);
  expect(validate('airplane', { ...fleet[0], vs0Kias: 'slow' })).not.toEqual([]);
  expect(validate('standard', { ...standards[0], rows: 'none' })).not.toEqual([]);
});
