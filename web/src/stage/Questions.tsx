/** What stage checks ask: looked through, taken as a table, and put otherwise by one. */
import { cellWords, errorWords, readQuestionsCsv, writeQuestionsCsv } from '@keel/core';
import { Button } from '@mantine/core';
import { useMemo, useState } from 'react';
import { answered, api } from '../api/client.ts';
import { useStageQuestions } from '../api/hooks.ts';
import { Dialog } from '../parts/Dialog.tsx';
import { sent } from '../parts/sent.ts';
import { TableInput } from '../parts/TableInput.tsx';

const EXAMPLE =
  'maneuver,kind,asks,looks for,source\nslow flight,risk,Where are you slow and low?,approach and go-around,our syllabus';

type Look = ReturnType<typeof readQuestionsCsv> | { refused: string } | null;

function lookAt(text: string): Look {
  if (text.trim() === '') return null;
  try {
    return readQuestionsCsv(text);
  } catch (error) {
    return { refused: errorWords(error) };
  }
}

export function Questions() {
  const asked = useStageQuestions();
  const [writing, setWriting] = useState(false);
  const href = useMemo(
    () =>
      asked.data &&
      URL.createObjectURL(new Blob([writeQuestionsCsv(asked.data.questions)], { type: 'text/csv' })),
    [asked.data],
  );
  if (!asked.data) return null;
  const { questions, own, version } = asked.data;
  const back = () => sent(answered(api['stage-questions'].$put({ json: { version, questions: null } })));
  return (
    <section className="sheet stack" aria-label="Questions of stage checks">
      <h2>Questions of stage checks</h2>
      <p>
        {own
          ? `${questions.length} of the school’s own.`
          : `${questions.length} that come with the program, from memory.`}{' '}
        One of knowledge and one of risk are drawn for each maneuver.
      </p>
      <div className="row" style={{ flexWrap: 'wrap' }}>
        <Button component="a" href={href} download="questions.csv" variant="default">
          Download as a table
        </Button>
        <Button variant="default" onClick={() => setWriting(true)}>
          Replace by a table
        </Button>
        {own && (
          <Button variant="subtle" onClick={back}>
            The program’s again
          </Button>
        )}
      </div>
      {writing && <Replace version={version} close={() => setWriting(false)} />}
    </section>
  );
}

function Replace({ version, close }: { version: number; close: () => void }) {
  const [text, setText] = useState('');
  const look = useMemo(() => lookAt(text), [text]);
  const read = look && 'questions' in look ? look : null;
  const save = async () => {
    if (!read) return;
    const json = { version, questions: read.questions };
    if (await sent(answered(api['stage-questions'].$put({ json })))) close();
  };
  return (
    <Dialog onClose={close} size="xl" title={<strong>Questions of stage checks</strong>}>
      <div className="stack">
        <p className="small quiet">
          A header row with “maneuver”, “kind” (knowledge or risk), “asks”, “looks for” and “source”, then one
          line for each question. They take the place of those there are; checks that are drawn already keep
          theirs.
        </p>
        <TableInput value={text} change={setText} example={EXAMPLE} />
        {look && 'refused' in look && <p role="alert">{look.refused}</p>}
        {read && read.problems.length > 0 && (
          <ul className="small" aria-label="Left out">
            {read.problems.map(({ line, ...problem }) => (
              <li key={line}>
                Line {line} is left out: {cellWords(problem)}.
              </li>
            ))}
          </ul>
        )}
        <Button onClick={save} disabled={!read || read.questions.length === 0}>
          {read && read.questions.length > 0 ? `Use these ${read.questions.length}` : 'Use these'}
        </Button>
      </div>
    </Dialog>
  );
}
