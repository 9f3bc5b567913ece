/** Upload several recordings at once: each finds its lesson by airplane and time, a person says it of the rest. */
import type { Created, LessonSummary, Mapping } from '@keel/core';
import { Button, Select } from '@mantine/core';
import { IconFileUpload } from '@tabler/icons-react';
import { useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { Link } from 'react-router';
import { answered, api, messageOf, upload } from '../../api/client.ts';
import { useLessons } from '../../api/hooks.ts';
import { TitleBar } from '../../frame/TitleBar.tsx';
import { dayAndTime } from '../../parts/format.ts';
import { PlainTable } from '../../parts/PlainTable.tsx';
import { Waiting } from '../../parts/states.tsx';
import { MappingDialog } from './MappingDialog.tsx';
import { lessonFor, type Prepared, prepare, recordingForm } from './prepare.ts';

type State =
  | { step: 'waiting' }
  | { step: 'sending'; fraction: number }
  | { step: 'kept'; created: Created }
  | { step: 'refused'; why: string };

interface Row {
  key: string;
  prepared: Prepared;
  lessonId: string | null;
  /** Found by airplane and time rather than chosen. */
  found: boolean;
  mapping: Mapping | null;
  state: State;
}

export function ManyPage() {
  // What is flown comes from the latest of them.
  const lessons = useLessons({}, 200);
  if (!lessons.data) return <Waiting query={lessons} what="the lessons" />;
  return <Many lessons={lessons.data.flatMap(({ items }) => items)} />;
}

function Many({ lessons }: { lessons: LessonSummary[] }) {
  const [rows, setRows] = useState<Row[]>([]);
  const [asked, setAsked] = useState<string | null>(null);
  const change = (key: string, part: Partial<Row>) =>
    setRows((now) => now.map((row) => (row.key === key ? { ...row, ...part } : row)));

  const take = async (files: File[]) => {
    const taken = await Promise.all(
      files.map(async (file): Promise<Row> => {
        const prepared = await prepare(file);
        const lesson = lessonFor(prepared.peek, lessons);
        return {
          key: crypto.randomUUID(),
          prepared,
          lessonId: lesson?.id ?? null,
          found: lesson !== undefined,
          mapping: prepared.table?.remembered ?? null,
          state: { step: 'waiting' },
        };
      }),
    );
    setRows((now) => [...now, ...taken]);
  };
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    noClick: true,
    noKeyboard: true,
    maxSize: 50 * 1024 * 1024,
    onDropAccepted: take,
  });
  const ready = rows.filter(({ lessonId, prepared, mapping, state }) =>
    Boolean(lessonId && (!prepared.table || mapping) && state.step !== 'kept' && state.step !== 'sending'),
  );
  const sendAll = async () => {
    // One after the other: a clubhouse's line and one scoring thread are not made for more.
    for (const row of ready) {
      const lesson = lessons.find(({ id }) => id === row.lessonId)!;
      change(row.key, { state: { step: 'sending', fraction: 0 } });
      try {
        const created = await upload(recordingForm(row.prepared, lesson, row.mapping), (fraction) =>
          change(row.key, { state: { step: 'sending', fraction } }),
        );
        change(row.key, { state: { step: 'kept', created } });
      } catch (error) {
        change(row.key, { state: { step: 'refused', why: messageOf(error) } });
      }
    }
  };
  const asking = rows.find(({ key }) => key === asked);
  const answer = async (mapping: Mapping) => {
    const key = asking?.prepared.table?.key;
    if (!key) return;
    await answered(api['column-mappings'][':key'].$put({ param: { key }, json: mapping }));
    // One answer does for every file with that header.
    setRows((now) => now.map((row) => (row.prepared.table?.key === key ? { ...row, mapping } : row)));
    setAsked(null);
  };
  return (
    <>
      <TitleBar
        title="Upload several recordings"
        about="Each file is matched to its lesson by airplane and time."
      >
        <Button disabled={ready.length === 0} onClick={sendAll}>
          {ready.length === 0 ? 'Nothing to send' : `Send ${ready.length} of ${rows.length}`}
        </Button>
      </TitleBar>
      <div className="page">
        {asking?.prepared.table && (
          <MappingDialog
            key={asking.key}
            fileName={asking.prepared.file.name}
            head={asking.prepared.table.head}
            rows={asking.prepared.table.rows}
            remembered={asking.mapping}
            use={answer}
            close={() => setAsked(null)}
          />
        )}
        <section className="sheet">
          <div {...getRootProps({ className: 'drop', 'data-over': isDragActive || undefined })}>
            <input {...getInputProps({ 'aria-label': 'Recording files' })} />
            <IconFileUpload size={34} stroke={1.4} aria-hidden />
            <p>
              <strong>Drop a week of recordings here</strong>
              <br />
              <span className="quiet">
                Recording CSV, tables of other makes, GPX 1.1, IGC, NMEA 0183; 50 MB at most each. Nothing is
                sent until you press Send.
              </span>
            </p>
            <Button variant="default" onClick={open}>
              Choose files
            </Button>
          </div>
        </section>
        {rows.length > 0 && (
          <section className="sheet" aria-label="The files">
            <PlainTable>
              <thead>
                <tr>
                  <th>File</th>
                  <th>Began</th>
                  <th>Lesson</th>
                  <th>State</th>
                </tr>
              </thead>
              <tbody>
                {rows.map((row) => (
                  <FileRow
                    key={row.key}
                    row={row}
                    lessons={lessons}
                    choose={(lessonId) => change(row.key, { lessonId, found: false })}
                    ask={() => setAsked(row.key)}
                  />
                ))}
              </tbody>
            </PlainTable>
          </section>
        )}
      </div>
    </>
  );
}

function FileRow(props: {
  row: Row;
  lessons: LessonSummary[];
  choose: (lessonId: string | null) => void;
  ask: () => void;
}) {
  const { row, lessons } = props;
  const { peek, file, table } = row.prepared;
  const began =
    peek.begins === undefined
      ? 'not known'
      : 'day' in peek.begins
        ? peek.begins.day
        : dayAndTime(new Date(peek.begins.atMs).toISOString());
  return (
    <tr>
      <td>
        <strong>{file.name}</strong>{' '}
        <span className="quiet small nowrap">
          {peek.format.toUpperCase()}
          {peek.airplane ? `, ${peek.airplane}` : ''}
        </span>
      </td>
      <td className="nowrap">{began}</td>
      <td style={{ minWidth: 330 }}>
        <Select
          aria-label={`Lesson of ${file.name}`}
          size="xs"
          searchable
          clearable
          placeholder="no lesson matches: choose one"
          value={row.lessonId}
          onChange={props.choose}
          data={lessons.map(({ id, student, title, plannedAt }) => ({
            value: id,
            label: `${student.name}, ${title}, ${dayAndTime(plannedAt)}`,
          }))}
        />
        {row.found && <span className="quiet small">found by airplane and time</span>}
      </td>
      <td>
        <FileState row={row} ask={props.ask} unmapped={table !== null && row.mapping === null} />
      </td>
    </tr>
  );
}

function FileState({ row, ask, unmapped }: { row: Row; ask: () => void; unmapped: boolean }) {
  const { state } = row;
  if (state.step === 'sending') return <span>{Math.round(100 * state.fraction)} % sent</span>;
  if (state.step === 'refused')
    return (
      <span role="alert">
        <strong>Not saved.</strong> {state.why}
      </span>
    );
  if (state.step === 'kept')
    return (
      <Link to={`/debrief/${state.created.id}`}>
        {state.created.duplicate ? 'already uploaded' : 'saved: open the debrief'}
      </Link>
    );
  if (unmapped)
    return (
      <Button size="compact-sm" variant="default" onClick={ask}>
        Name its columns
      </Button>
    );
  return <span className="quiet">{row.lessonId ? 'ready' : 'needs a lesson'}</span>;
}
