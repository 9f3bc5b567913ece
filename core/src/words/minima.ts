/** What is asked of the day of a student's solo, in sentences. */
import type { BeyondMinima, SoloMinima } from '../path/gates/minima.ts';
import { STUDENT_VISIBILITY_SM } from '../path/gates/release.ts';

const ASKED: Record<keyof SoloMinima, (value: number) => string> = {
  windKt: (value) => `at most ${value} kt of wind`,
  crosswindKt: (value) => `at most ${value} kt of crosswind`,
  gustSpreadKt: (value) => `gusts of at most ${value} kt`,
  ceilingFt: (value) => `a ceiling of at least ${value} ft`,
  visibilitySm: (value) => `at least ${value} statute miles of visibility`,
};

/** Why a limit is refused. */
export const beyondMinimaSaid = ({ field, by, asked }: BeyondMinima): string =>
  by === 'rule'
    ? `a student does not fly solo in less than ${STUDENT_VISIBILITY_SM.day} statute miles by day (14 CFR 61.89)`
    : `the school asks for ${ASKED[field](asked)}`;
