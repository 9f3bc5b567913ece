/** The landing ledger: what recordings show, said of by a tap, and what was entered by hand. */
import { approachLine, KNOTS, LANDING_KINDS, type Landings, type LedgerLine } from '@keel/core';
import { Button, Checkbox, Select } from '@mantine/core';
import { useState } from 'react';
import { api, read } from '../api/client.ts';
import { clockTime, day } from '../parts/format.ts';
import { NumberField } from '../parts/NumberField.tsx';
import { sent } from '../parts/sent.ts';

type Said = 'unaided' | 'takenOver' | 'bounced' | 'decidedByStudent' | 'powerOff';
const TAPS: readonly { word: Said; says: string; of: 'landing' | 'go-around' }[] = [
  { word: 'unaided', says: 'unaided', of: 'landing' },
  { word: 'takenOver', says: 'taken over', of: 'landing' },
  { word: 'bounced', says: 'bounced', of: 'landing' },
  { word: 'powerOff', says: 'no power', of: 'landing' },
  { word: 'decidedByStudent', says: 'own decision', of: 'go-around' },
];

export function Ledger(props: {
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
        {facts.total} landings on record, {landings.signed} of them in signed logbook entries;{' '}
        {facts.goArounds} go-arounds; {facts.takeoversInLastTen} taken over in the last {facts.lastTen};{' '}
        {facts.bounced} bounced.
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
                {line.approach && (
                  <span className="small quiet ledger-approach">{approachLine(line.approach, KNOTS)}</span>
                )}
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
  const [count, setCount] = useState<number | ''>(1);
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
          json: { id, body: { kind, count: Number(count), flownAt: new Date().toISOString(), ...said } },
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
        <NumberField
          label="Add landings by hand"
          min={1}
          max={40}
          value={count}
          onChange={setCount}
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
