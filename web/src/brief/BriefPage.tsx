/** Brief: what exactly are we going to fly, in this airplane, today? */
import type { Lesson, LessonInput } from '@keel/core';
import { Button } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { useSWRConfig } from 'swr';
import { ApiError, messageOf, post, put } from '../api/client.ts';
import { useAirplanes, useLesson, useMe, usePath, useStandards, useStudents } from '../api/hooks.ts';
import { useSetCurrent } from '../frame/current.tsx';
import { TitleBar } from '../frame/TitleBar.tsx';
import { dayAndTime, say } from '../parts/format.ts';
import { Failed, Loading } from '../parts/states.tsx';
import { CardView } from './CardView.tsx';
import { ConditionsForm } from './ConditionsForm.tsx';
import { type BriefForm, conditionsOf, emptyForm, formOf, previewCard } from './conditions.ts';
import { PlannedStrip } from './PlannedStrip.tsx';
import { SpeedWindow } from './SpeedWindow.tsx';
import './brief.css';

export function BriefPage() {
  const { lessonId } = useParams();
  const lesson = useLesson(lessonId === 'new' ? undefined : lessonId);
  useSetCurrent({
    lessonId: lesson.data?.id,
    recordingId: lesson.data?.recordings[0]?.id,
    studentId: lesson.data?.student.id,
  });
  if (lesson.error) return <Page failed={lesson.error} retry={() => lesson.mutate()} />;
  if (lessonId !== 'new' && !lesson.data) return <Page />;
  // Keyed by the lesson, not its version: a save elsewhere must not wipe what is typed here.
  return <Brief key={lessonId} lesson={lesson.data} />;
}

const Page = ({ failed, retry }: { failed?: unknown; retry?: () => void }) => (
  <div className="page">
    {failed ? <Failed error={failed} retry={retry} /> : <Loading what="the lesson" />}
  </div>
);

function Brief({ lesson }: { lesson?: Lesson }) {
  const [search] = useSearchParams();
  const { data: me } = useMe();
  const students = useStudents();
  const airplanes = useAirplanes();
  const standards = useStandards();
  const navigate = useNavigate();
  const { mutate } = useSWRConfig();
  const [form, setForm] = useState<BriefForm>(() =>
    lesson ? formOf(lesson) : { ...emptyForm(), studentId: search.get('student') ?? '' },
  );
  const [version, setVersion] = useState(lesson?.version);
  const [saving, setSaving] = useState(false);
  const [problem, setProblem] = useState<ApiError | null>(null);
  const [editing, setEditing] = useState(!lesson);
  const [changed, setChanged] = useState(false);
  const readOnly = me?.role === 'student';

  const change = (part: Partial<BriefForm>) => {
    setForm((before) => ({ ...before, ...part }));
    setChanged(true);
  };
  // The first of each list is as good a beginning as any.
  useEffect(() => {
    setForm((before) => ({
      ...before,
      groundFt: before.groundFt === '' ? (me?.areaGroundFt ?? '') : before.groundFt,
      studentId: before.studentId || (students.data?.[0]?.id ?? ''),
      airplaneId: before.airplaneId || (airplanes.data?.[0]?.id ?? ''),
    }));
  }, [students.data, airplanes.data, me]);

  const airplane = airplanes.data?.find(({ id }) => id === form.airplaneId);
  const standard = standards.data?.find(({ id }) => id === form.standardId);
  const student = students.data?.find(({ id }) => id === form.studentId);
  useEffect(() => {
    if (airplane && form.weightLb === '')
      setForm((before) => ({ ...before, weightLb: airplane.maxWeightLb - 160 }));
  }, [airplane, form.weightLb]);

  const path = usePath(form.studentId || undefined);
  const watchFor = useMemo(
    () =>
      (path.data?.recurring ?? [])
        .filter(({ count }) => count > 1)
        .slice(0, 3)
        .map(({ what, count, of }) => `${what} (in ${count} of the last ${of})`),
    [path.data],
  );
  const { card, errors } = previewCard(form, airplane, standard, watchFor);
  const failed = students.error ?? airplanes.error ?? standards.error;
  if (failed) return <Page failed={failed} />;
  if (!students.data || !airplanes.data || !standards.data) return <Page />;

  const save = async () => {
    const { conditions } = conditionsOf(form);
    if (!conditions) return;
    setSaving(true);
    setProblem(null);
    const { studentId, airplaneId, standardId, title, plannedAt } = form;
    const body: LessonInput = { studentId, airplaneId, standardId, title, plannedAt, conditions, watchFor };
    try {
      const saved = lesson
        ? await put<Lesson>(`/lessons/${lesson.id}`, { ...body, version })
        : await post<Lesson>('/lessons', { ...body, id: crypto.randomUUID() });
      setVersion(saved.version);
      setChanged(false);
      await mutate(`/lessons/${saved.id}`, saved, { revalidate: false });
      await mutate('/lessons');
      notifications.show({ message: 'Lesson saved. Next station: Fly.' });
      if (lesson) setEditing(false);
      else navigate(`/brief/${saved.id}`, { replace: true });
    } catch (error) {
      setProblem(error instanceof ApiError ? error : new ApiError(0, messageOf(error)));
    } finally {
      setSaving(false);
    }
  };

  const about = lesson
    ? `${form.title} · ${dayAndTime(form.plannedAt)} · ${airplane?.name ?? ''}${airplane?.registration ? `, ${airplane.registration}` : ''} · ${typeof form.weightLb === 'number' ? say(form.weightLb) : '—'} lb · ${form.oatC} °C`
    : 'Pick, type, and drag the mark; the card follows.';
  return (
    <>
      <TitleBar title={student && lesson ? student.name : 'New lesson'} about={about}>
        {!readOnly && lesson && !editing && (
          <Button variant="default" onClick={() => setEditing(true)}>
            Change conditions
          </Button>
        )}
        {lesson && (
          <Button variant="default" onClick={() => window.print()}>
            Print card
          </Button>
        )}
        {!readOnly && (!lesson || changed) && (
          <Button onClick={save} loading={saving} disabled={!card || !form.studentId || !form.title.trim()}>
            Save lesson
          </Button>
        )}
        {!readOnly && lesson && !changed && (
          <Button onClick={() => navigate(`/fly/${lesson.id}`)}>Go and fly</Button>
        )}
      </TitleBar>
      <div className="page">
        {problem && (
          <div className="sheet row" role="alert">
            <span style={{ flex: 1 }}>{problem.message}</span>
            {problem.status === 409 && lesson && (
              <Button
                variant="default"
                onClick={() => mutate(`/lessons/${lesson.id}`).then(() => window.location.reload())}
              >
                Load the newer one
              </Button>
            )}
          </div>
        )}
        {card && <PlannedStrip card={card} groundFt={Number(form.groundFt)} fieldFt={me?.fieldFt ?? 0} />}
        {(editing || !card) && !readOnly && (
          <ConditionsForm
            form={form}
            change={change}
            errors={errors}
            students={students.data}
            airplanes={airplanes.data}
            standards={standards.data}
            studentFixed={lesson !== undefined}
          />
        )}
        {card && airplane && standard && (
          <div className="columns brief-columns">
            <section className="sheet no-print">
              <h2>Where it is safe to turn steeply, today</h2>
              <p className="quiet small">
                {readOnly ? 'The mark is your target.' : 'Drag the mark. Everything on the card follows.'}
              </p>
              <SpeedWindow airplane={airplane} card={card} onMove={readOnly ? () => {} : change} />
              {(form.airspeedKias !== undefined || form.bankDeg !== undefined) && !readOnly && (
                <Button
                  variant="subtle"
                  size="compact-sm"
                  onClick={() => change({ airspeedKias: undefined, bankDeg: undefined })}
                >
                  Back to the card’s own choice
                </Button>
              )}
            </section>
            <CardView card={card} airplane={airplane} standard={standard} />
          </div>
        )}
      </div>
    </>
  );
}
