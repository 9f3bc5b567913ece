/** An endorsement from a template: what stands in braces is filled in, and nothing is signed while a brace is left. */
import {
  type EndorsementTemplate,
  endorsementEnds,
  fillTemplate,
  type Logbook,
  type SoloLimits,
  unfilled,
} from '@keel/core';
import { Button, PasswordInput, Select, Textarea, TextInput } from '@mantine/core';
import { useState } from 'react';
import { api, read } from '../api/client.ts';
import { useAirplanes, useMe, useRelease, useTemplates } from '../api/hooks.ts';
import { useOwnSettings } from '../frame/own-settings.ts';
import { DayField } from '../parts/DayField.tsx';
import { Dialog } from '../parts/Dialog.tsx';
import { isoDay, longDay } from '../parts/format.ts';
import { signedWith } from '../parts/sent.ts';
import type { KeepLogbook } from './keep-logbook.ts';

const limitsInWords = (limits: SoloLimits): string =>
  `wind ${limits.windKt} kt, crosswind ${limits.crosswindKt} kt, gust spread ${limits.gustSpreadKt} kt, ceiling ${limits.ceilingFt} ft above the field, visibility ${limits.visibilitySm} statute miles, runways ${limits.runways.join(' and ')}`;

/** The last day on which somebody signed for training given to the student. */
const lastTrained = (signed: Logbook['signed'], signer: string | undefined): string | null =>
  signed
    .filter((one) => one.signer === signer && one.entry.dualMin > 0 && one.replacedBy === null)
    .map(({ entry }) => entry.date)
    .sort()
    .at(-1) ?? null;

interface Props {
  studentId: string;
  studentName: string;
  signed: Logbook['signed'];
  keep: KeepLogbook;
}

export function Endorse(props: Props) {
  const [opened, setOpened] = useState(false);
  return (
    <>
      <Button onClick={() => setOpened(true)}>Endorse</Button>
      <Dialog opened={opened} onClose={() => setOpened(false)} title="An endorsement" size="lg">
        {opened && <Form {...props} done={() => setOpened(false)} />}
      </Dialog>
    </>
  );
}

function Form({ studentId, studentName, signed, keep, done }: Props & { done: () => void }) {
  const templates = useTemplates().data?.templates;
  const { data: airplanes } = useAirplanes();
  const { data: release } = useRelease(studentId);
  const { data: me } = useMe();
  const [id] = useState(() => crypto.randomUUID());
  const [chosen, setChosen] = useState<string | null>(null);
  const [airplane, setAirplane] = useState<string | null>(null);
  const [date, setDate] = useState<string | null>(isoDay());
  const [written, setWritten] = useState<string | null>(null);
  const [own, settle] = useOwnSettings();
  const [number, setNumber] = useState(own.certificate?.number ?? '');
  const [holdsUntil, setHoldsUntil] = useState<string | null>(own.certificate?.holdsUntil ?? null);
  const [password, setPassword] = useState('');
  const [wrong, setWrong] = useState<string | null>(null);
  const template: EndorsementTemplate | undefined = templates?.find((one) => one.id === chosen);
  const trained = lastTrained(signed, me?.name);
  const endsOn = template?.lastsDays && date ? endorsementEnds(template.lastsDays, date, trained) : null;
  const filled = template
    ? fillTemplate(template.text, {
        student: studentName,
        instructor: me?.name ?? null,
        airplane,
        date: date && longDay(date),
        ends: endsOn && longDay(endsOn),
        limits: release?.limits ? limitsInWords(release.limits) : null,
      })
    : '';
  const text = written ?? filled;
  const open = unfilled(text);
  return (
    <form
      className="stack"
      onSubmit={async (event) => {
        event.preventDefault();
        if (!template || !date || !holdsUntil) return;
        const certificate = { number: number.trim(), holdsUntil };
        const endorsement = {
          title: template.title,
          text,
          airplane: airplane ?? '',
          certificate,
          date,
          endsOn,
          gate: template.gate,
        };
        const next = await signedWith(
          read(
            api.students[':id'].endorsements.$post({
              param: { id: studentId },
              json: { id, password, endorsement },
            }),
          ),
          setWrong,
        );
        setPassword('');
        keep(next);
        if (!next) return;
        settle({ certificate });
        done();
      }}
    >
      <Select
        label="Template"
        data={templates?.map((one) => ({ value: one.id, label: one.title })) ?? []}
        value={chosen}
        onChange={(next) => {
          setChosen(next);
          setWritten(null);
        }}
      />
      {template && (
        <>
          <div className="row">
            <Select
              label="Airplane, make and model"
              data={airplanes?.map(({ name }) => name) ?? []}
              value={airplane}
              onChange={setAirplane}
              style={{ flex: 1 }}
            />
            <DayField label="From" value={date} onChange={setDate} style={{ flex: 1 }} />
            <TextInput
              label="Last day"
              value={endsOn ? longDay(endsOn) : 'does not end'}
              readOnly
              style={{ flex: 1 }}
            />
          </div>
          <Textarea
            label="Text"
            autosize
            minRows={4}
            value={text}
            error={open.length > 0 && `Still to fill in: ${open.join(', ')}`}
            onChange={(event) => setWritten(event.currentTarget.value)}
          />
          {template.lastsDays && (
            <p className="small">
              {trained
                ? `${template.lastsDays} days from your last training flight with ${studentName}, ${longDay(trained)}.`
                : `No training flight that you signed is in the logbook: ${template.lastsDays} days from the day above. Count them from your last training flight.`}
            </p>
          )}
          <div className="row">
            <TextInput
              label="Your instructor certificate number"
              value={number}
              onChange={(event) => setNumber(event.currentTarget.value)}
              style={{ flex: 1 }}
            />
            <DayField
              label="Expiration, or end of recent experience"
              value={holdsUntil}
              onChange={setHoldsUntil}
              error={holdsUntil && date && holdsUntil < date && 'Ends before the endorsement begins'}
              style={{ flex: 1 }}
            />
          </div>
          <p className="small quiet">
            {template.source}
            {template.fromMemory && ', from memory: check it against your authority’s own text'}.
          </p>
          <PasswordInput
            label="Your password"
            autoComplete="current-password"
            value={password}
            error={wrong}
            onChange={(event) => setPassword(event.currentTarget.value)}
          />
          <Button
            type="submit"
            disabled={
              !password ||
              open.length > 0 ||
              number.trim() === '' ||
              !holdsUntil ||
              !date ||
              holdsUntil < date
            }
          >
            Sign the endorsement
          </Button>
        </>
      )}
    </form>
  );
}
