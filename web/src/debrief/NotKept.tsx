/** Words that the server would not have: given back to who said them, with the reason, until they have seen it. */
import { Button } from '@mantine/core';
import type { Word } from './waiting-words.ts';

const wordsOf = ({ what: { body } }: Word): string => {
  if ('text' in body) return `“${body.text}”`;
  if (body.kind === 'grade' || body.kind === 'self-grade') return `the grade ${body.grade}`;
  return `what was said (${body.kind})`;
};

export function NotKept({ words, dismiss }: { words: readonly Word[]; dismiss: (id: string) => void }) {
  return words.map((word) => (
    <div key={word.id} className="sheet row spread" role="alert" style={{ flexWrap: 'wrap' }}>
      <p>
        <strong>Not kept:</strong> {wordsOf(word)}. {word.refused}
      </p>
      <Button variant="default" onClick={() => dismiss(word.id)}>
        I have seen it
      </Button>
    </div>
  ));
}
