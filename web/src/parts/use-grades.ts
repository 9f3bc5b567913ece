/** The four grades, as this school calls them. */
import { type GradeSaid, gradesCalled } from '@keel/core';
import { useSchool } from '../api/hooks.ts';

export const useGrades = (): readonly GradeSaid[] => gradesCalled(useSchool().data?.settings.gradeNames);
