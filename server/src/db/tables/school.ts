/** The school, and what it has chosen. */
import {
  type CoachWords,
  type EndorsementTemplate,
  type FieldRules,
  type Question,
  type SchoolFigures,
  type SchoolTemplate,
  type SoloMinima,
  type Technique,
  USUAL_FIELD_RULES,
  UTC,
} from '@keel/core';
import { EntitySchema } from 'typeorm';

/** As they are stored; the interface’s own form of them is `schoolSettingsSchema`. */
export interface StoredSettings {
  /** How often each section that is saved by itself has changed, from 1. */
  versions?: { technique?: number; coachWords?: number; stageQuestions?: number };
  /** As it was stored: an older row may lack the newer choices. */
  technique: Partial<Technique>;
  /** Whether the first attempt of a kind in a recording is taken for a demonstration. */
  demonstrationFirst: boolean;
  /** Elevation of the field, and the highest ground of the training area, ft. */
  fieldFt: number;
  areaGroundFt: number;
  /** The zone whose days and clock the school lives by; an older row has none, and lives by UTC. */
  zone?: string;
  /** Where the field lies, degrees, north and east positive. */
  position?: { latDeg: number; lonDeg: number };
  /** Runways as they are named, such as 06/24. */
  runways?: string[];
  speedUnit?: 'kt' | 'mph';
  pressureUnit?: 'hPa' | 'inHg';
  /** What is judged by until somebody says otherwise. */
  firstStandardId?: string;
  /** What the grades are called here, what every solo asks of the day, lessons to begin with, and how long flights are kept. */
  gradeNames?: string[] | null;
  soloMinima?: SoloMinima | null;
  fieldRules?: FieldRules | null;
  lessonTemplates?: SchoolTemplate[];
  seatMarks?: string[];
  retentionYears?: number | null;
  /** Whether instructors and chiefs must sign in with a second step. */
  secondStepForStaff?: boolean;
  /** Which syllabus is taught; the first one where it is left out. */
  syllabusId?: string;
  /** What the coach says, in the school’s own words; what is left out is said in the program’s. */
  coachWords?: CoachWords;
  /** Whether what is said for safety is shown in the right-seat view. */
  safetyInSeat?: boolean;
  /** What stage checks ask, in the school's own words; the program's where it is left out. */
  stageQuestions?: Question[];
  /** Endorsements in the school’s own words; those that came with the program where it is left out. */
  endorsementTemplates?: EndorsementTemplate[];
}

export interface School {
  id: string;
  name: string;
  settings: StoredSettings;
  /** Rises with every change, so that a second window notices. */
  version: number;
  /** What its own attempts make of the model’s figures; null until there are enough. */
  figures: SchoolFigures | null;
}
/** The zone whose days and clock a school lives by. */
/** The usual figures until the school settles its own. */
export const fieldRulesOf = ({ settings }: School): FieldRules => ({
  // What was settled before a rule was added lacks it.
  ...USUAL_FIELD_RULES,
  ...settings.fieldRules,
});

export const zoneOf = ({ settings }: School): string => settings.zone ?? UTC;

export const SchoolEntity = new EntitySchema<School>({
  name: 'school',
  columns: {
    id: { type: 'uuid', primary: true },
    name: { type: 'text' },
    settings: { type: 'jsonb' },
    version: { type: 'int', default: 1 },
    figures: { type: 'jsonb', nullable: true },
  },
});
