/** What is typed of a lesson: from the lesson as it is, from a copy, or from nothing; and what comes in meanwhile. */
import type { Airplane, Lesson, Me } from '@keel/core';
import { useEffect, useState } from 'react';
import { airBy, type BriefForm, emptyForm, formOf, usualLoad } from './form.ts';

interface BriefFormProps {
  lesson: Lesson | undefined;
  copied: Lesson | undefined;
  /** Whom the address names. */
  wantedStudent: string;
  me: Me | undefined;
  students: readonly { id: string }[] | undefined;
  airplanes: readonly Airplane[] | undefined;
}

export function useBriefForm({ lesson, copied, wantedStudent, me, students, airplanes }: BriefFormProps) {
  // Made once: saving again after a broken connection is the same lesson.
  const [newId] = useState(() => crypto.randomUUID());
  const [form, setForm] = useState<BriefForm>(() =>
    lesson
      ? formOf(lesson, me?.pressureUnit)
      : {
          ...emptyForm(),
          // Everything but its time, which is another.
          ...(copied && { ...formOf(copied, me?.pressureUnit), plannedAt: emptyForm().plannedAt }),
          studentId: copied?.student.id ?? wantedStudent,
        },
  );
  const [version, setVersion] = useState(lesson?.version);
  const [changed, setChanged] = useState(false);
  /** Fields that somebody filled in. */
  const [entered, setEntered] = useState<ReadonlySet<string>>(new Set());
  const change = (part: Partial<BriefForm>) => {
    setForm((before) => ({ ...before, ...part }));
    // A load that comes with an airplane is nobody's.
    if (!('airplaneId' in part)) setEntered((before) => new Set([...before, ...Object.keys(part)]));
    setChanged(true);
  };
  // What came from a list may be older than the lesson is: while nothing is typed, the newest stands.
  useEffect(() => {
    if (!lesson || changed || version === undefined || lesson.version <= version) return;
    setForm(formOf(lesson, me?.pressureUnit));
    setVersion(lesson.version);
  }, [lesson, changed, version, me]);
  // The first of each list is as good a beginning as any.
  useEffect(() => {
    const first = airplanes?.find(({ retired }) => !retired);
    setForm((before) => ({
      ...before,
      // A new lesson is judged by what the school has chosen, until somebody chooses.
      ...(!lesson && me?.firstStandardId && before.standardId === emptyForm().standardId
        ? { standardId: me.firstStandardId }
        : {}),
      ...(!lesson && me && !entered.has('air') && { air: airBy(me.pressureUnit) }),
      groundFt: before.groundFt === '' ? (me?.areaGroundFt ?? '') : before.groundFt,
      // Whom a lesson is for is never guessed; where there is one, it is that one's.
      studentId: before.studentId || (students?.length === 1 ? students[0].id : ''),
      ...(before.airplaneId === '' && first ? { airplaneId: first.id, ...usualLoad(first) } : {}),
    }));
  }, [students, airplanes, me, lesson, entered]);

  return { newId, form, change, changed, setChanged, version, setVersion, entered };
}
