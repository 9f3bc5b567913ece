/** A table of past flights: its columns said once, every line looked at before any is taken. */
import { LOG_COLUMN_IDS, LOG_COLUMNS, type LogMapping } from '@keel/core';
import { Button, FileButton, Select } from '@mantine/core';
import { useState } from 'react';
import { api, read } from '../api/client.ts';
import { Dialog } from '../parts/Dialog.tsx';
import { sent } from '../parts/sent.ts';

type Looked = Awaited<ReturnType<typeof look>>;
const look = (studentId: string, text: string, mapping: LogMapping, ids: string[] = []) =>
  sent(
    read(
      api.students[':id'].logbook.import.$post({
        param: { id: studentId },
        json: { text, mapping, ids, keep: ids.length > 0 },
      }),
    ),
    'Not imported',
  );

export function ImportTable({ studentId, taken }: { studentId: string; taken: () => void }) {
  const [text, setText] = useState<string | null>(null);
  const [looked, setLooked] = useState<Looked>();
  const [mapping, setMapping] = useState<LogMapping>({});
  const close = () => {
    setText(null);
    setLooked(undefined);
    setMapping({});
  };
  const open = async (file: File | null) => {
    if (!file) return;
    const content = await file.text();
    setText(content);
    setLooked(await look(studentId, content, {}));
  };
  const remap = async (next: LogMapping) => {
    setMapping(next);
    if (text) setLooked(await look(studentId, text, next));
  };
  const take = async () => {
    if (!text || !looked) return;
    const ids = looked.entries.map(() => crypto.randomUUID());
    const kept = await look(studentId, text, mapping, ids);
    if (!kept || kept.kept === 0) return;
    close();
    taken();
  };
  const known: LogMapping = { ...looked?.mapping, ...mapping };
  return (
    <>
      <FileButton onChange={open} accept=".csv,text/csv,text/plain">
        {(props) => (
          <Button variant="default" {...props}>
            From a table
          </Button>
        )}
      </FileButton>
      <Dialog opened={looked !== undefined} onClose={close} title="Past flights from a table" size="xl">
        {looked && (
          <div className="stack">
            <p>
              {looked.entries.length} flights can be taken
              {looked.problems.length > 0 && `; ${looked.problems.length} things to correct first`}.
            </p>
            <div className="entry-form">
              {LOG_COLUMN_IDS.map((column) => (
                <Select
                  key={column}
                  label={LOG_COLUMNS[column]}
                  placeholder="no column"
                  data={looked.columns}
                  value={known[column] ?? null}
                  clearable
                  onChange={(name) => {
                    const { [column]: _, ...rest } = known;
                    remap(name ? { ...rest, [column]: name } : rest);
                  }}
                />
              ))}
            </div>
            {looked.problems.length > 0 && (
              <ul className="small" role="alert">
                {looked.problems.slice(0, 12).map(({ line, column, message }) => (
                  <li key={`${line} ${column} ${message}`}>
                    Line {line}
                    {column && `, ${column}`}: {message}
                  </li>
                ))}
              </ul>
            )}
            <Button onClick={take} disabled={looked.problems.length > 0 || looked.entries.length === 0}>
              Add them as drafts
            </Button>
          </div>
        )}
      </Dialog>
    </>
  );
}
