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
import { Button, Select, Tabs, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useLocation, useNavigate, useParams, useSearchParams } from 'react-router';
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
import { MomentField } from '../parts/DayField.tsx';
import { dayAndTime, isoDay, numberText } from '../parts/format.ts';
import { Failed, Loading } from '../parts/states.tsx';
import { TechniqueForm } from '../technique/TechniqueForm.tsx';
import { CardPane } from './CardPane.tsx';
import { Composer } from './Composer.tsx';
import { DayForm } from './DayForm.tsx';
import { FieldParts } from './FieldParts.tsx';
import {
  airBy,
  type BriefForm,
  conditionsOf,
  emptyForm,
  formOf,
  inputOf,
  pressureWords,
  preview,
  titleOf,
  usualLoad,
} from './form.ts';
import { LessonStrip } from './LessonStrip.tsx';
import { Notices } from './Notices.tsx';
import { PrintedRest } from './PrintedRest.tsx';
import { ShareMenu } from './ShareMenu.tsx';
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
  // Made once: saving again after a broken connection is the same lesson.
  const [newId] = useState(() => crypto.randomUUID());
  const [form, setForm] = useState<BriefForm>(() =>
    lesson
      ? formOf(lesson, me?.pressureUnit)
      : {
          ...emptyForm(),
          // Everything but its time, which is another.
          ...(copied && { ...formOf(copied, me?.pressureUnit), plannedAt: emptyForm().plannedAt }),
          studentId: copied?.student.id ?? search.get('student') ?? '',
        },
  );
  const [version, setVersion] = useState(lesson?.version);
  const [saving, setSaving] = useState(false);
  const [problem, setProblem] = useState<ApiError | null>(null);
  const [changed, setChanged] = useState(false);
  const [why, setWhy] = useState('');
  /** Fields that somebody filled in. */
  const [entered, setEntered] = useState<ReadonlySet<string>>(new Set());
  /** It was to be saved, and nobody had said for whom. */
  const [nobody, setNobody] = useState(false);
  const { state } = useLocation();
  const [notBooked, setNotBooked] = useState<string | null>(state?.notBooked ?? null);
  const studentField = useRef<HTMLInputElement>(null);
  const [tab, setTab] = useState<Tab>(lesson ? 'cards' : 'order');
  const [chosen, setChosen] = useState<string>();
  const readOnly = me?.role === 'student';

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
    const first = airplanes.data?.find(({ retired }) => !retired);
    setForm((before) => ({
      ...before,
      // A new lesson is judged by what the school has chosen, until somebody chooses.
      ...(!lesson && me?.firstStandardId && before.standardId === emptyForm().standardId
        ? { standardId: me.firstStandardId }
        : {}),
      ...(!lesson && me && !entered.has('air') && { air: airBy(me.pressureUnit) }),
      groundFt: before.groundFt === '' ? (me?.areaGroundFt ?? '') : before.groundFt,
      // Whom a lesson is for is never guessed; where there is one, it is that one's.
      studentId: before.studentId || (students.data?.length === 1 ? students.data[0].id : ''),
      ...(before.airplaneId === '' && first ? { airplaneId: first.id, ...usualLoad(first) } : {}),
    }));
  }, [students.data, airplanes.data, me, lesson, entered]);

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

  // An instructor's reason is worth more than the proposal: it is asked for where the order was changed.
  const otherwise =
    lesson?.proposed === true && changed && JSON.stringify(form.items) !== JSON.stringify(lesson.items);

  const start = plan?.balance[0];
  const untouched = (...fields: (keyof BriefForm)[]) => fields.every((field) => !entered.has(field));
  const assumed = [
    ...(untouched('oatC', 'air', 'qnhHpa', 'altimeterInHg', 'pressureAltitudeFt')
      ? [`${form.oatC} °C and ${pressureWords(form)}`]
      : []),
    ...(airplane && untouched('stations', 'fuelGal', 'weightLb', 'loadBy')
      ? ['the usual load and fuel']
      : []),
  ];
  const about = [
    ...(lesson ? [form.title] : []),
    form.plannedAt && dayAndTime(form.plannedAt),
    airplane ? `${airplane.name}${airplane.registration ? `, ${airplane.registration}` : ''}` : '',
    plan ? `${numberText(plan.startWeightLb)} lb${start ? `, CG ${numberText(start.cgIn, 1)} in` : ''}` : '',
    `${form.oatC} °C`,
    pressureWords(form),
  ].filter(Boolean);
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
        {otherwise && !readOnly && (
          <div className="sheet">
            <TextInput
              label="Why did you change the proposal?"
              description="Saved with the proposal, under your name."
              maxLength={300}
              value={why}
              onChange={(event) => setWhy(event.currentTarget.value)}
            />
          </div>
        )}
        {!lesson && (
          <div className="sheet brief-who">
            <Select
              ref={studentField}
              label="Student"
              placeholder="Who flies"
              data={students.data.map(({ id, name }) => ({ value: id, label: name }))}
              value={form.studentId || null}
              error={nobody && form.studentId === '' && 'Choose the student'}
              onChange={(studentId) => change({ studentId: studentId ?? '' })}
              searchable
              selectFirstOptionOnChange
            />
            <MomentField
              label="When"
              value={form.plannedAt}
              onChange={(plannedAt) => change({ plannedAt })}
            />
          </div>
        )}
        {!lesson && !copied && assumed.length > 0 && (
          <p className="small">
            Assumed until you enter them: {assumed.join('; ')}.{' '}
            <Button variant="subtle" size="compact-sm" onClick={() => setTab('day')}>
              Enter them
            </Button>
          </p>
        )}
        {notBooked && (
          <div className="sheet row" role="status" style={{ flexWrap: 'wrap' }}>
            <p style={{ flex: '1 1 300px' }}>
              <strong>Saved, but not in the calendar.</strong> {notBooked} Choose another time, or book it
              from the week.
            </p>
            <Button
              component={Link}
              to={`/week?day=${form.plannedAt ? isoDay(form.plannedAt) : isoDay()}`}
              variant="default"
            >
              Open the week
            </Button>
          </div>
        )}
        {problem && (
          <div className="sheet row" role="alert">
            <span style={{ flex: 1 }}>{problem.message}</span>
            {problem.status === 409 && lesson && (
              <Button
                variant="default"
                onClick={() => mutate(`/lessons/${lesson.id}`).then(() => window.location.reload())}
              >
                Load the newer version
              </Button>
            )}
          </div>
        )}
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
