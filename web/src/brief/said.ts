/** What stands about a brief, and what nobody has entered of it. */
import type { Airplane, LessonPlan } from '@keel/core';
import { dayAndTime, numberText } from '../parts/format.ts';
import { type BriefForm, pressureWords } from './form.ts';

interface Said {
  form: BriefForm;
  airplane: Airplane | undefined;
}

/** @param entered fields that somebody filled in */
export function assumedOf({ form, airplane }: Said, entered: ReadonlySet<string>): string[] {
  const untouched = (...fields: (keyof BriefForm)[]) => fields.every((field) => !entered.has(field));
  return [
    ...(untouched('oatC', 'air', 'qnhHpa', 'altimeterInHg', 'pressureAltitudeFt')
      ? [`${form.oatC} °C and ${pressureWords(form)}`]
      : []),
    ...(airplane && untouched('stations', 'fuelGal', 'weightLb', 'loadBy')
      ? ['the usual load and fuel']
      : []),
  ];
}

/** @param saved whether its title has been given */
export function aboutOf({ form, airplane }: Said, plan: LessonPlan | undefined, saved: boolean): string[] {
  const start = plan?.balance[0];
  return [
    ...(saved ? [form.title] : []),
    form.plannedAt && dayAndTime(form.plannedAt),
    airplane ? `${airplane.name}${airplane.registration ? `, ${airplane.registration}` : ''}` : '',
    plan ? `${numberText(plan.startWeightLb)} lb${start ? `, CG ${numberText(start.cgIn, 1)} in` : ''}` : '',
    `${form.oatC} °C`,
    pressureWords(form),
  ].filter(Boolean);
}
