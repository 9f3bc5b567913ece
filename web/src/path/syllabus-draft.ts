/** A syllabus while it is typed: what does not fit yet, and changes that keep what names what. */
import { type Syllabus, type SyllabusSkill, syllabusSchema } from '@keel/core';

/** By path, as `skills.3.after.0`; the first fault of a place counts. */
export function faultsOf(draft: Syllabus): Map<string, string> {
  const checked = syllabusSchema.safeParse(draft);
  const faults = new Map<string, string>();
  for (const { path, message } of checked.error?.issues ?? []) {
    const at = path.join('.');
    if (!faults.has(at)) faults.set(at, message);
  }
  return faults;
}

/** A skill changed; where its id is another now, whoever came after it comes after the new one. */
export function renamed(draft: Syllabus, at: number, next: SyllabusSkill): Syllabus {
  const before = draft.skills[at].id;
  const skills = draft.skills.with(at, next);
  if (before === next.id) return { ...draft, skills };
  return {
    ...draft,
    skills: skills.map((skill) => ({
      ...skill,
      after: skill.after.map((id) => (id === before ? next.id : id)),
    })),
  };
}

/** A skill moved to another place; the same syllabus where there is no such place. */
export function placed(draft: Syllabus, from: number, to: number): Syllabus {
  if (to < 0 || to >= draft.skills.length) return draft;
  const skills = draft.skills.filter((_, i) => i !== from);
  return { ...draft, skills: skills.toSpliced(to, 0, draft.skills[from]) };
}
