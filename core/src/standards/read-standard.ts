/** A standard as it is read: its rows name maneuvers, variants and phases that there are, or it is refused. */
import { type InputCodes, InputError } from '../errors.ts';
import { findRoom, MANEUVER_IDS } from '../maneuvers/registry.ts';
import type { RequirementRow } from '../scoring/requirement.ts';
import { type Standard, type StandardRow, standardSchema } from '../scoring/standard.ts';
import { thresholdEditsSchema } from './thresholds.ts';

/** Phases that every attempt has: all of it, and its last instant. */
const ANY_PHASE = ['whole', 'end'];

/** @throws InputError naming the row and what there is, for a standard of another shape or with a name that is not known. */
export function readStandard(value: unknown): Standard {
  const read = standardSchema.safeParse(value);
  if (!read.success) {
    const [issue] = read.error.issues;
    throw new InputError('shape', { what: 'standard', path: issue.path.join('.'), issue: issue.message });
  }
  read.data.rows.forEach((row, i) => {
    const wrong = misspelt(row);
    if (wrong) throw new InputError('standard/name', { standard: read.data.id, row: `rows.${i}`, ...wrong });
  });
  const thresholds = thresholdEditsSchema.safeParse(read.data.thresholds);
  if (!thresholds.success) {
    const [issue] = thresholds.error.issues;
    throw new InputError('shape', {
      what: `standard ${read.data.id}`,
      path: `thresholds.${issue.path.join('.')}`,
      issue: issue.message,
    });
  }
  read.data.requirements.forEach((row, i) => {
    const wrong = misspeltRequirement(row);
    if (wrong)
      throw new InputError('standard/name', { standard: read.data.id, row: `requirements.${i}`, ...wrong });
  });
  return read.data;
}

/** A name that nothing has, and those that there are. */
type Misspelt = Omit<InputCodes['standard/name'], 'standard' | 'row'>;

/** What is wrong with the names of a requirement's row, or undefined. */
function misspeltRequirement({ maneuver, variants = [], requirement }: RequirementRow): Misspelt | undefined {
  const room = findRoom(maneuver);
  if (!room) return notOne('maneuver', maneuver, MANEUVER_IDS);
  const variant = variants.find((name) => !room.variants.some((known) => known === name));
  if (variant !== undefined) return notOne(`variant of ${maneuver}`, variant, room.variants);
  const known = Object.keys(room.requirements);
  return known.includes(requirement) ? undefined : notOne(`requirement of ${maneuver}`, requirement, known);
}

/** What is wrong with the names of a row, or undefined. */
function misspelt({ maneuver, variants = [], phase }: StandardRow): Misspelt | undefined {
  const room = findRoom(maneuver);
  if (!room) return notOne('maneuver', maneuver, MANEUVER_IDS);
  const variant = variants.find((name) => !room.variants.some((known) => known === name));
  if (variant !== undefined) return notOne(`variant of ${maneuver}`, variant, room.variants);
  const phases = [...ANY_PHASE, ...room.phases];
  return phases.includes(phase) ? undefined : notOne(`phase of ${maneuver}`, phase, phases);
}

const notOne = (what: string, name: string, known: readonly string[]): Misspelt => ({
  what,
  name,
  known: known.join(', '),
});
