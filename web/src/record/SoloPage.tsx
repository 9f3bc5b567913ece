/** The day of the solo: landings, this student’s limits, and a check that is walked through and decides nothing. */
import {
  LANDING_KINDS,
  type Landings,
  type LedgerLine,
  type Release,
  type ReleaseDay,
  type ReleaseItem,
  releaseDaySchema,
  type SoloLimits,
  soloLimitsSchema,
} from '@keel/core';
import { Autocomplete, Button, Checkbox, NumberInput, Select, TagsInput, TextInput } from '@mantine/core';
import { DateTimePicker } from '@mantine/dates';
import { useForm } from '@mantine/form';
import { IconCheck, IconQuestionMark, IconX } from '@tabler/icons-react';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, read } from '../api/client.ts';
import { useLandings, useMe, useRelease } from '../api/hooks.ts';
import { useSetCurrent } from '../frame/current.tsx';
import { TitleBar } from '../frame/TitleBar.tsx';
import { Caution } from '../parts/caution.tsx';
import { clockTime, day, dayAndTime, fromField, toField } from '../parts/format.ts';
import { sent } from '../parts/sent.ts';
import { Waiting } from '../parts/states.tsx';
import './record.css';

export function SoloPage() {
  const { studentId = '' } = useParams();
  const release = useRelease(studentId);
  const landings = useLandings(studentId);
  const { data: me } = useMe();
  useSetCurrent({ studentId });
  if (!release.data || !me) return <Waiting query={release} what="the limits" />;
  if (!landings.data) return <Waiting query={landings} what="the landings" />;
  const { student } = release.data;
  const staff = me.role !== 'student';
  return (
    <>
      <TitleBar
        title={
          <>
            <Link to={`/path/${student.id}`}>{student.name}</Link>: the day of a solo
          </>
        }
        about="A check to walk through. It decides nothing."
      >
        {release.data.last && (
          <Button
            component="a"
            href={`/api/students/${student.id}/release.pdf`}
            target="_blank"
            variant="default"
          >
            The last check, PDF
          </Button>
        )}
      </TitleBar>
      <div className="page">
        <div className="columns solo-columns">
          <div className="stack">
            {staff ? (
              <Check release={release.data} kept={(next) => release.mutate(next, { revalidate: false })} />
            ) : (
              <LastCheck release={release.data} />
            )}
          </div>
          <div className="stack">
            <Limits
              key={JSON.stringify(release.data.limits)}
              release={release.data}
              staff={staff}
              kept={(next) => release.mutate(next, { revalidate: false })}
            />
            <Ledger
              landings={landings.data}
              studentId={student.id}
              staff={staff}
              kept={(next) => landings.mutate(next, { revalidate: false })}
            />
          </div>
        </div>
        <Caution>
          Only the instructor releases a student, at the field, with the airplane’s handbook and local rules
          first.
        </Caution>
      </div>
    </>
  );
}

const SIGNS = {
  held: { icon: IconCheck, says: 'held' },
  'not today': { icon: IconX, says: 'not today' },
  'not known': { icon: IconQuestionMark, says: 'not known' },
} as const;

/** What stands in the way comes first. */
const IN_ORDER = ['not today', 'not known', 'held'] as const;

function Items({ items, sentence }: { items: readonly ReleaseItem[]; sentence: string }) {
  return (
    <>
      <p className="release-sentence">{sentence}</p>
      <ul className="release-items">
        {IN_ORDER.flatMap((wanted) => items.filter(({ state }) => state === wanted)).map(
          ({ id, title, state, says }) => {
            const { icon: Icon, says: word } = SIGNS[state];
            return (
              <li key={id} data-state={state}>
                <Icon size={18} aria-hidden />
                <span className="release-title">{title}</span>
                <span className="small quiet">{says}</span>
                <strong className="small release-word">{word}</strong>
              </li>
            );
          },
        )}
      </ul>
    </>
  );
}

const LastCheck = ({ release: { last } }: { release: Release }) => (
  <section className="sheet" aria-label="The last check">
    <h2>The last check</h2>
    {last ? (
      <>
        <p className="small quiet">
          {last.by}, {dayAndTime(last.at)}
        </p>
        <Items items={last.items} sentence={last.sentence} />
      </>
    ) : (
      <p className="quiet small">None was kept yet.</p>
    )}
  </section>
);

const number = (value: number | string): number | null => (typeof value === 'number' ? value : null);

function Check({ release, kept }: { release: Release; kept: (next: Release) => void }) {
  const { student, runways, limits, last } = release;
  const known = [...new Set([...(limits?.runways ?? []), ...runways])];
  const [id, setId] = useState(() => crypto.randomUUID());
  const form = useForm({
    initialValues: {
      at: new Date().toISOString(),
      runway: known[0] ?? '',
      windFromDeg: '' as number | string,
      windKt: '' as number | string,
      gustKt: '' as number | string,
      visibilitySm: '' as number | string,
      ceilingFt: '' as number | string,
      clear: false,
      fuelGal: '' as number | string,
      knowsRunway: '' as '' | 'yes' | 'no',
    },
  });
  const [looked, setLooked] = useState<{ items: ReleaseItem[]; sentence: string } | null>(null);
  const asDay = (): ReleaseDay | null => {
    const { values } = form;
    const checked = releaseDaySchema.safeParse({
      at: values.at,
      runway: values.runway,
      windFromDeg: number(values.windFromDeg),
      windKt: number(values.windKt),
      gustKt: number(values.gustKt),
      visibilitySm: number(values.visibilitySm),
      ceilingFt: values.clear ? 99_999 : number(values.ceilingFt),
      fuelGal: number(values.fuelGal),
      knowsRunway: values.knowsRunway === '' ? null : values.knowsRunway === 'yes',
    });
    if (checked.success) return checked.data;
    form.setErrors(
      Object.fromEntries(checked.error.issues.map(({ path, message }) => [path.join('.'), message])),
    );
    return null;
  };
  const param = { id: student.id };
  return (
    <section className="sheet stack" aria-label="The check">
      <h2>Today’s check</h2>
      <div className="entry-form">
        <DateTimePicker
          label="For"
          valueFormat="ddd D MMM, HH:mm"
          value={toField(form.values.at)}
          onChange={(next) => next && form.setFieldValue('at', fromField(next))}
        />
        <Autocomplete label="Runway" data={known} {...form.getInputProps('runway')} />
        <NumberInput label="Wind from, °" min={0} max={360} {...form.getInputProps('windFromDeg')} />
        <NumberInput label="Wind, kt" min={0} max={99} {...form.getInputProps('windKt')} />
        <NumberInput
          label="Gusts, kt"
          placeholder="none reported"
          min={0}
          max={120}
          {...form.getInputProps('gustKt')}
        />
        <NumberInput label="Visibility, sm" min={0} max={100} {...form.getInputProps('visibilitySm')} />
        <NumberInput
          label="Ceiling, ft above the field"
          min={0}
          step={100}
          disabled={form.values.clear}
          {...form.getInputProps('ceilingFt')}
        />
        <Checkbox
          label="No ceiling"
          style={{ alignSelf: 'end' }}
          {...form.getInputProps('clear', { type: 'checkbox' })}
        />
        <NumberInput label="Fuel, gal" min={0} {...form.getInputProps('fuelGal')} />
        <Select
          label="Knows runway and pattern"
          placeholder="not said"
          data={[
            { value: 'yes', label: 'yes, flown together' },
            { value: 'no', label: 'not yet' },
          ]}
          {...form.getInputProps('knowsRunway')}
        />
      </div>
      <div className="row">
        <Button
          onClick={async () => {
            const given = asDay();
            if (given)
              setLooked(
                (await sent(read(api.students[':id'].release.look.$post({ param, json: given })))) ?? null,
              );
          }}
        >
          Look
        </Button>
        <Button
          variant="default"
          disabled={!looked}
          onClick={async () => {
            const given = asDay();
            const next =
              given &&
              (await sent(read(api.students[':id'].release.$post({ param, json: { id, day: given } }))));
            if (!next) return;
            kept(next);
            setId(crypto.randomUUID());
          }}
        >
          Keep it for the file
        </Button>
        {last && (
          <span className="small quiet">
            last kept {dayAndTime(last.at)}, by {last.by}
          </span>
        )}
      </div>
      {looked && <Items {...looked} />}
    </section>
  );
}

const FIRST_LIMITS: SoloLimits = {
  windKt: 12,
  crosswindKt: 5,
  gustSpreadKt: 5,
  ceilingFt: 3000,
  visibilitySm: 6,
  runways: [],
  fuelGal: 15,
  from: '09:00',
  until: '17:00',
};

function Limits({
  release,
  staff,
  kept,
}: {
  release: Release;
  staff: boolean;
  kept: (next: Release) => void;
}) {
  const { student, limits, limitsBy, runways } = release;
  const form = useForm({ initialValues: limits ?? { ...FIRST_LIMITS, runways } });
  const disabled = !staff;
  return (
    <section className="sheet stack" aria-label="Limits">
      <h2>This student’s limits</h2>
      <p className="small quiet">
        {limits
          ? `Set by ${limitsBy}. Those before stay on file.`
          : 'No instructor has set any yet: nothing holds until then.'}
      </p>
      <form
        className="entry-form"
        onSubmit={form.onSubmit(async (values) => {
          const checked = soloLimitsSchema.safeParse(values);
          if (!checked.success) {
            form.setErrors(
              Object.fromEntries(checked.error.issues.map(({ path, message }) => [String(path[0]), message])),
            );
            return;
          }
          const next = await sent(
            read(
              api.students[':id'].limits.$post({
                param: { id: student.id },
                json: { id: crypto.randomUUID(), limits: checked.data },
              }),
            ),
          );
          if (next) kept(next);
        })}
      >
        <NumberInput label="Wind, kt" disabled={disabled} {...form.getInputProps('windKt')} />
        <NumberInput label="Crosswind, kt" disabled={disabled} {...form.getInputProps('crosswindKt')} />
        <NumberInput label="Gust spread, kt" disabled={disabled} {...form.getInputProps('gustSpreadKt')} />
        <NumberInput
          label="Ceiling, ft above field"
          disabled={disabled}
          {...form.getInputProps('ceilingFt')}
        />
        <NumberInput label="Visibility, sm" disabled={disabled} {...form.getInputProps('visibilitySm')} />
        <NumberInput label="Fuel, gal" disabled={disabled} {...form.getInputProps('fuelGal')} />
        <TextInput label="From" disabled={disabled} {...form.getInputProps('from')} />
        <TextInput label="Until" disabled={disabled} {...form.getInputProps('until')} />
        <TagsInput className="wide" label="Runways" disabled={disabled} {...form.getInputProps('runways')} />
        {staff && (
          <Button
            type="submit"
            variant="default"
            className="wide"
            disabled={limits !== null && !form.isDirty()}
          >
            Set them
          </Button>
        )}
      </form>
    </section>
  );
}

type Said = 'unaided' | 'takenOver' | 'bounced' | 'decidedByStudent' | 'powerOff';
const TAPS: readonly { word: Said; says: string; of: 'landing' | 'go-around' }[] = [
  { word: 'unaided', says: 'unaided', of: 'landing' },
  { word: 'takenOver', says: 'taken over', of: 'landing' },
  { word: 'bounced', says: 'bounced', of: 'landing' },
  { word: 'powerOff', says: 'no power', of: 'landing' },
  { word: 'decidedByStudent', says: 'own decision', of: 'go-around' },
];

function Ledger(props: {
  landings: Landings;
  studentId: string;
  staff: boolean;
  kept: (next: Landings) => void;
}) {
  const { landings, studentId, staff, kept } = props;
  const { facts, lines } = landings;
  const tap = async (line: LedgerLine, word: Said) => {
    const { unaided, takenOver, bounced, decidedByStudent, powerOff, crosswindKt } = line;
    const body = {
      unaided,
      takenOver,
      bounced,
      decidedByStudent,
      powerOff,
      crosswindKt,
      [word]: !line[word],
    };
    // What was taken over was not flown unaided.
    if (word === 'takenOver' && body.takenOver) body.unaided = false;
    if (word === 'unaided' && body.unaided) body.takenOver = false;
    const next = await sent(
      read(
        api.students[':id'].landings[':recording'][':nth'].$post({
          param: { id: studentId, recording: line.recordingId ?? '', nth: String(line.nth) },
          json: { id: crypto.randomUUID(), body },
        }),
      ),
    );
    if (next) kept(next);
  };
  return (
    <section className="sheet stack" aria-label="Landings">
      <h2>Landings</h2>
      <p className="small quiet">
        {facts.total} landings and {facts.goArounds} go-arounds; {facts.takeoversInLastTen} taken over in the
        last {facts.lastTen}; {facts.bounced} bounced.
      </p>
      {staff && <ByHandForm studentId={studentId} kept={kept} />}
      <ul className="ledger">
        {[...lines]
          .reverse()
          .slice(0, 20)
          .map((line) => (
            <li key={line.id}>
              <span className="nowrap">
                {day(line.at)} {clockTime(line.at)}
              </span>
              <span>
                {line.count > 1 && `${line.count} × `}
                {line.kind}
                {line.from === 'hand' && <span className="small quiet"> by hand</span>}
              </span>
              <span className="taps">
                {TAPS.filter(({ of }) => (of === 'go-around') === (line.kind === 'go-around')).map(
                  ({ word, says }) =>
                    line.from === 'recording' && staff ? (
                      <button
                        key={word}
                        type="button"
                        aria-pressed={line[word] === true}
                        onClick={() => tap(line, word)}
                      >
                        {says}
                      </button>
                    ) : (
                      line[word] && (
                        <span key={word} className="small">
                          {says}
                        </span>
                      )
                    ),
                )}
              </span>
            </li>
          ))}
      </ul>
    </section>
  );
}

function ByHandForm({ studentId, kept }: { studentId: string; kept: (next: Landings) => void }) {
  const [id, setId] = useState(() => crypto.randomUUID());
  const [kind, setKind] = useState<(typeof LANDING_KINDS)[number]>('full-stop');
  const [count, setCount] = useState<number>(1);
  const [words, setWords] = useState<Said[]>([]);
  const fits = TAPS.filter(({ of }) => (of === 'go-around') === (kind === 'go-around'));
  const add = async () => {
    const said = Object.fromEntries(
      words.filter((word) => fits.some((tap) => tap.word === word)).map((w) => [w, true]),
    );
    const next = await sent(
      read(
        api.students[':id'].landings.$post({
          param: { id: studentId },
          json: { id, body: { kind, count, flownAt: new Date().toISOString(), ...said } },
        }),
      ),
    );
    if (!next) return;
    kept(next);
    setId(crypto.randomUUID());
  };
  return (
    <div className="stack" style={{ gap: 8 }}>
      <div className="row" style={{ alignItems: 'end' }}>
        <NumberInput
          label="By hand, just now"
          min={1}
          max={40}
          value={count}
          onChange={(next) => setCount(Number(next) || 1)}
          style={{ width: 110 }}
        />
        <Select
          aria-label="Kind"
          data={[...LANDING_KINDS]}
          value={kind}
          allowDeselect={false}
          onChange={(next) => next && setKind(next as typeof kind)}
          style={{ flex: 1 }}
        />
        <Button variant="default" onClick={add}>
          Add
        </Button>
      </div>
      <Checkbox.Group value={words} onChange={(next) => setWords(next as Said[])} aria-label="How they were">
        <div className="row" style={{ flexWrap: 'wrap' }}>
          {fits.map(({ word, says }) => (
            <Checkbox key={word} value={word} label={says} />
          ))}
        </div>
      </Checkbox.Group>
    </div>
  );
}
