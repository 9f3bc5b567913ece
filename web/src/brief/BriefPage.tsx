/** Brief: what exactly are we going to fly, in this airplane, today? */
import {
  flownOf,
  type Lesson,
  type LessonItem,
  SCHOOL_STANDARD_ID,
  type Technique,
  type TechniqueKey,
  USUAL_MANEUVER,
  unitsFor,
  watchForByManeuver,
  withOverrides,
} from '@keel/core';
import { Button, Tabs } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMemo, useRef, useState } from 'react';
import { useLocation, useNavigate, useParams, useSearchParams } from 'react-router';
import { useSWRConfig } from 'swr';
import { ApiError, api, messageOf, read } from '../api/client.ts';
import {
  useAirplanes,
  useLesson,
  useMe,
  usePath,
  useStandards,
  useStudents,
  useTechnique,
} from '../api/hooks.ts';
import { AskBeforeLeaving, SAVED } from '../frame/AskBeforeLeaving.tsx';
import { useSetCurrent } from '../frame/current.tsx';
import { TitleBar } from '../frame/TitleBar.tsx';
import { Failed, Loading } from '../parts/states.tsx';
import { TechniqueForm } from '../technique/TechniqueForm.tsx';
import { Assumed, ForWhom, NotInCalendar, Refused, WhyChanged } from './BriefBanners.tsx';
import { CardPane } from './CardPane.tsx';
import { Composer } from './Composer.tsx';
import { DayForm } from './DayForm.tsx';
import { FieldParts } from './FieldParts.tsx';
import { conditionsOf, inputOf, preview, titleOf } from './form.ts';
import { LessonStrip } from './LessonStrip.tsx';
import { Notices } from './Notices.tsx';
import { PrintedRest } from './PrintedRest.tsx';
import { ShareMenu } from './ShareMenu.tsx';
import { aboutOf, assumedOf } from './said.ts';
import { useBriefForm } from './use-brief-form.ts';
import { WatchForForm } from './WatchForForm.tsx';
import './brief.css';

export function BriefPage() {
  const { lessonId } = useParams();
  const [search] = useSearchParams();
  const copied = lessonId === 'new' ? search.get('copy') : null;
  const lesson = useLesson(lessonId === 'new' ? (copied ?? undefined) : lessonId);
  useSetCurrent({
    lessonId: copied ? undefined : lesson.data?.id,
    recordingId: lesson.data && !copied ? flownOf(lesson.data).flown[0]?.id : undefined,
    studentId: lesson.data?.student.id,
  });
  if (lesson.error) return <Page failed={lesson.error} retry={() => lesson.mutate()} />;
  if ((lessonId !== 'new' || copied) && !lesson.data) return <Page />;
  // Keyed by the lesson, not its version: a save elsewhere must not wipe what is typed here.
  return copied ? (
    <Brief key={`copy of ${copied}`} copied={lesson.data} />
  ) : (
    <Brief key={lessonId} lesson={lessonId === 'new' ? undefined : lesson.data} />
  );
}

const Page = ({ failed, retry }: { failed?: unknown; retry?: () => void }) => (
  <div className="page">
    {failed ? <Failed error={failed} retry={retry} /> : <Loading what="the lesson" />}
  </div>
);

const TABS = {
  order: 'Order',
  day: 'Day and load',
  watch: 'Focus and faults',
  technique: 'Technique',
  cards: 'Cards',
  field: 'Takeoff and landing',
} as const;
type Tab = keyof typeof TABS;

function Brief({ lesson, copied }: { lesson?: Lesson; copied?: Lesson }) {
  const [search] = useSearchParams();
  const { data: me } = useMe();
  const students = useStudents();
  const airplanes = useAirplanes();
  const standards = useStandards();
  const school = useTechnique();
  const navigate = useNavigate();
  const { mutate } = useSWRConfig();
  const { newId, form, change, changed, setChanged, version, setVersion, entered } = useBriefForm({
    lesson,
    copied,
    wantedStudent: search.get('student') ?? '',
    me,
    students: students.data,
    airplanes: airplanes.data,
  });
  const [saving, setSaving] = useState(false);
  const [problem, setProblem] = useState<ApiError | null>(null);
  const [why, setWhy] = useState('');
  /** It was to be saved, and nobody had said for whom. */
  const [nobody, setNobody] = useState(false);
  const { state } = useLocation();
  const [notBooked, setNotBooked] = useState<string | null>(state?.notBooked ?? null);
  const studentField = useRef<HTMLInputElement>(null);
  const [tab, setTab] = useState<Tab>(lesson ? 'cards' : 'order');
  const [chosen, setChosen] = useState<string>();
  const readOnly = me?.role === 'student';

  const airplane = airplanes.data?.find(({ id }) => id === form.airplaneId);
  const standard = standards.data?.find(({ id }) => id === form.standardId);
  const student = students.data?.find(({ id }) => id === form.studentId);
  const studentName = student?.name ?? lesson?.student.name;
  const path = usePath(form.studentId || undefined);
  const recurring = path.data?.recurring;
  const technique = useMemo(
    () => school.data && withOverrides(school.data.technique, form.technique),
    [school.data, form.technique],
  );
  const {
    plan,
    cards,
    errors,
    problem: inTheWay,
  } = useMemo(() => {
    const request =
      airplane && standard && school.data && me
        ? {
            airplane,
            standard,
            schoolStandard: standards.data?.find(({ id }) => id === SCHOOL_STANDARD_ID),
            technique: school.data.technique,
            fieldFt: me.fieldFt,
            watchFor: watchForByManeuver(
              recurring ?? [],
              form.parked,
              form.items.map(({ maneuver }) => maneuver),
            ),
          }
        : null;
    return preview(form, request);
  }, [form, airplane, standard, standards.data, school.data, me, recurring]);

  const failed = students.error ?? airplanes.error ?? standards.error ?? school.error;
  if (failed) return <Page failed={failed} />;
  if (!students.data || !airplanes.data || !standards.data || !technique || !me) return <Page />;

  const save = async () => {
    if (form.studentId === '') {
      setNobody(true);
      studentField.current?.focus();
      return;
    }
    const body = inputOf(form, airplane);
    if (!body) return;
    setSaving(true);
    setProblem(null);
    try {
      const saved = lesson
        ? await read(
            api.lessons[':id'].$put({
              param: { id: lesson.id },
              json: { ...body, version: version ?? 0, ...(why.trim() && { why }) },
            }),
          )
        : await read(api.lessons.$post({ json: { ...body, id: newId } }));
      setVersion(saved.version);
      setChanged(false);
      setWhy('');
      await mutate(`/lessons/${saved.id}`, saved, { revalidate: false });
      notifications.show({ message: 'Lesson saved. Next station: Fly.' });
      setTab('cards');
      // Of a new one it is told where the lesson is from now on.
      if (lesson) setNotBooked(saved.notBooked ?? null);
      else navigate(`/brief/${saved.id}`, { replace: true, state: { ...SAVED, notBooked: saved.notBooked } });
    } catch (error) {
      setProblem(error instanceof ApiError ? error : new ApiError(0, messageOf(error)));
    } finally {
      setSaving(false);
    }
  };

  const item = form.items.find(({ id }) => id === chosen) ?? preferred(form.items);
  const setItem = (part: Partial<LessonItem>) =>
    item &&
    change({ items: form.items.map((other) => (other.id === item.id ? { ...other, ...part } : other)) });
  const setTechnique = (key: TechniqueKey, value: Technique[TechniqueKey] | undefined) =>
    change({ technique: { ...form.technique, [key]: value } });
  const stopped = plan?.notices.some(({ level, item: of }) => level === 'stop' && of === null) ?? false;
  const ready = plan !== undefined && form.items.length > 0;
  const missing =
    airplanes.data.length === 0
      ? 'There is no airplane yet: the chief instructor adds one in the Hangar.'
      : students.data.length === 0
        ? 'There is no student yet: the chief instructor invites one under People.'
        : missingWords(errors, inTheWay);

  const otherwise =
    lesson?.proposed === true && changed && JSON.stringify(form.items) !== JSON.stringify(lesson.items);

  const assumed = assumedOf({ form, airplane }, entered);
  const about = aboutOf({ form, airplane }, plan, lesson !== undefined);
  const after = form.items.slice(item ? form.items.indexOf(item) + 1 : 0).find(({ id }) => cards.has(id));
  const pane = item && cards.has(item.id) && airplane && standard && (
    <>
      <CardPane
        cards={cards.get(item.id) ?? []}
        item={item}
        airplane={airplane}
        standard={standard}
        studentName={readOnly ? undefined : studentName}
        readOnly={readOnly}
        onChange={setItem}
      />
      {after && (
        <Button
          className="no-print"
          variant="default"
          style={{ alignSelf: 'end' }}
          onClick={() => setChosen(after.id)}
        >
          Next: {titleOf([after])}
        </Button>
      )}
      <PrintedRest cards={cards} except={item.id} standard={standard} />
    </>
  );
  const { conditions } = conditionsOf(form, airplane);
  const atField = plan && airplane && conditions && (
    <FieldParts
      day={{
        airplane,
        conditions,
        weightLb: plan.startWeightLb,
        fieldFt: me.fieldFt,
        rules: me.fieldRules,
      }}
      studentId={form.studentId}
      lessonId={lesson?.id}
    />
  );
  return (
    <>
      <TitleBar title={studentName && lesson ? studentName : 'New lesson'} about={about.join(' · ')}>
        {plan && form.items.length > 0 && (
          <span className="quiet nowrap">
            {Math.round(plan.totalMin)} of {plan.blockMin} min
          </span>
        )}
        {lesson && <ShareMenu lesson={lesson} unsaved={changed} mayEdit={!readOnly} />}
        {!readOnly && (!lesson || changed) && (
          <Button onClick={save} loading={saving} disabled={!ready || stopped}>
            Save lesson
          </Button>
        )}
        {!readOnly && lesson && !changed && (
          <Button onClick={() => navigate(`/fly/${lesson.id}`)}>Go to Fly</Button>
        )}
      </TitleBar>
      <AskBeforeLeaving unsaved={changed && !readOnly} what="This lesson" />
      <div className="page">
        {otherwise && !readOnly && <WhyChanged why={why} setWhy={setWhy} />}
        {!lesson && <ForWhom {...{ form, change, students: students.data, studentField, nobody }} />}
        {!lesson && !copied && assumed.length > 0 && (
          <Assumed assumed={assumed} enter={() => setTab('day')} />
        )}
        {notBooked && <NotInCalendar why={notBooked} plannedAt={form.plannedAt} />}
        {problem && <Refused problem={problem} lesson={lesson} />}
        {plan && form.items.length > 0 && (
          <LessonStrip
            plan={plan}
            cards={cards}
            fieldFt={me.fieldFt}
            groundFt={Number(form.groundFt)}
            chosen={item?.id}
            onChoose={(id) => {
              setChosen(id);
              setTab('cards');
            }}
          />
        )}
        {plan && plan.notices.length > 0 && <Notices notices={plan.notices} units={unitsFor(airplane)} />}
        {missing && (
          <p className="quiet" role="status">
            {missing}
          </p>
        )}
        {readOnly && form.focus && (
          <p>
            <strong>Focus</strong> {form.focus}
          </p>
        )}
        {readOnly ? (
          <>
            {pane}
            {atField}
          </>
        ) : (
          <Tabs value={tab} onChange={(to) => to && setTab(to as Tab)} keepMounted={false} unstyled>
            <Tabs.List className="line-tabs no-print" aria-label="Parts of the brief">
              {(Object.keys(TABS) as Tab[]).map((key) => (
                <Tabs.Tab key={key} value={key}>
                  {TABS[key]}
                </Tabs.Tab>
              ))}
              {form.focus && (
                <span className="brief-focus">
                  <strong>Focus</strong> {form.focus}
                </span>
              )}
            </Tabs.List>
            <Tabs.Panel value="order">
              <Composer
                items={form.items}
                plan={plan}
                technique={technique}
                onChange={(items) => change({ items })}
                title={form.title}
                onTemplate={({ title }) => change({ title: form.title.trim() === '' ? title : form.title })}
              />
            </Tabs.Panel>
            <Tabs.Panel value="day">
              <DayForm
                form={form}
                change={change}
                errors={errors}
                plan={plan}
                airplanes={airplanes.data.filter(({ id, retired }) => !retired || id === form.airplaneId)}
                standards={standards.data}
                isNew={lesson === undefined}
                runways={me.runways}
              />
            </Tabs.Panel>
            <Tabs.Panel value="watch">
              <WatchForForm
                focus={form.focus}
                parked={form.parked}
                recurring={recurring ?? []}
                units={unitsFor(airplane)}
                studentName={studentName?.split(' ')[0] ?? 'the student'}
                onChange={change}
              />
            </Tabs.Panel>
            <Tabs.Panel value="technique">
              <section className="sheet stack" aria-label="Technique">
                <p className="quiet">
                  The school’s technique applies unless you choose differently for this lesson. No choice
                  changes a limit.
                </p>
                <TechniqueForm
                  school={school.data?.technique ?? technique}
                  overrides={form.technique}
                  maneuvers={form.items.map(({ maneuver }) => maneuver)}
                  onChange={setTechnique}
                />
              </section>
            </Tabs.Panel>
            <Tabs.Panel value="field">{atField}</Tabs.Panel>
            <Tabs.Panel value="cards">
              {pane}
              {form.items.length === 0 && (
                <p className="quiet">Nothing to brief yet. Add maneuvers under Order.</p>
              )}
            </Tabs.Panel>
          </Tabs>
        )}
      </div>
    </>
  );
}

/** What the lesson is about: the usual maneuver where it has that, else its last. */
const preferred = (items: readonly LessonItem[]): LessonItem | undefined =>
  items.find(({ maneuver }) => maneuver === USUAL_MANEUVER) ?? items.at(-1);

function missingWords(errors: object, inTheWay: string | undefined): string | null {
  if (inTheWay) return inTheWay;
  const fields = Object.values(errors) as string[];
  if (fields.length > 0) return `Day and load: ${fields[0]}.`;
  return null;
}
