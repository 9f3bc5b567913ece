/** Words that the server would not have: given back to who said them, with the reason, until they have seen it. */
import { Button } from '@mantine/core';
import { useRefused } from './use-statements.ts';
import type { Word } from './waiting-words.ts';

const wordsOf = ({ what: { body } }: Word): string => {
  if ('text' in body) return `“${body.text}”`;
  if (body.kind === 'grade' || body.kind === 'self-grade') return `the grade ${body.grade}`;
  return `what was said (${body.kind})`;
};

export function NotKept() {
  const { words, dismiss } = useRefused();
  return words.map((word) => (
    <div key={word.id} className="sheet row spread" role="alert" style={{ flexWrap: 'wrap' }}>
      <div>
        <p>
          <strong>Not saved:</strong> {wordsOf(word)}
        </p>
        <p className="small quiet">{word.refused}</p>
      </div>
      <Button variant="default" onClick={() => dismiss(word.id)}>
        Dismiss
      </Button>
    </div>
  ));
}
