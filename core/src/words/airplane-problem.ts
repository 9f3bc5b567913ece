/** What is wrong with an airplane file, in the file's own names of its fields or in a form's. */
import type { z } from 'zod';
import type { AirplaneProblems } from '../airplane/consistency.ts';
import { speedIn } from '../units/convert.ts';

/** How fields and figures are called: a speed comes in knots. */
interface Calling {
  field(name: string): string;
  /** The figure of a field, speeds in the airplane's unit. */
  figure(name: string, value: number): string | number;
}

const WORDS: {
  readonly [Code in keyof AirplaneProblems]: (params: AirplaneProblems[Code], call: Calling) => string;
} = {
  'airplane/below': (p, { field, figure }) =>
    `${field(p.field)} (${figure(p.field, p.value)}) must be below ${field(p.other)} (${figure(p.other, p.beside)})`,
  'airplane/above': (p, { field, figure }) =>
    `${field(p.field)} (${figure(p.field, p.value)}) must be above ${field(p.other)} (${figure(p.other, p.beside)})`,
  'airplane/warning': (p, { figure }) =>
    `the warning (${figure('Kias', p.warningKias)}) must sound above the stall speed (${figure('Kias', p.stallKias)})`,
  'airplane/stages-rise': (p) => `flap stages must rise: ${p.deg}° comes after ${p.beforeDeg}°`,
  'airplane/limits-fall': (p, { figure }) =>
    `the limit at ${p.deg}° (${figure('Kias', p.limitKias)}) must not be above the one at ${p.beforeDeg}° (${figure('Kias', p.beforeKias)})`,
  'airplane/limit-stall': (p, { field, figure }) =>
    `the limit (${figure('Kias', p.limitKias)}) must be above ${field('vs0Kias')} (${figure('Kias', p.vs0Kias)})`,
  'airplane/no-stage': (p) => `there are only ${p.stages} flap stages`,
  'airplane/station-twice': (p) => `the station ${p.station} is there twice`,
  'airplane/balance-parts': (_, { field }) =>
    `the balance needs stations, ${field('emptyArmIn')}, ${field('emptyWeightLb')} and ${field('cgEnvelope')} together`,
};

/**
 * What a schema found wrong: an airplane's problem by its code, anything else in the schema's own words.
 * @param field what a field of the airplane is called where this is read
 */
export function issueWords(issue: z.core.$ZodIssue, field = (name: string) => name): string {
  const params = issue.code === 'custom' ? issue.params : undefined;
  const words = WORDS[params?.problem as keyof AirplaneProblems] as
    | ((params: unknown, call: Calling) => string)
    | undefined;
  if (!words) return issue.message;
  const unit = params?.speedUnit ?? 'kt';
  const speed = (kt: number) => (unit === 'kt' ? kt : `${Number(speedIn(kt, unit).toFixed(1))} ${unit}`);
  return words(params, {
    field,
    figure: (name, value) => (name.endsWith('Kias') || name.endsWith('KiasAtMax') ? speed(value) : value),
  });
}
