/** What an instructor says to their own figures; the chief reads it beside them. */
import { Button, Textarea } from '@mantine/core';
import { useState } from 'react';
import { answered, api } from '../api/client.ts';
import { useGrading } from '../api/hooks.ts';
import { sent } from '../parts/sent.ts';

export function Answer() {
  const kept = useGrading({}).data?.instructors[0]?.answer ?? '';
  const [typed, setTyped] = useState<string | null>(null);
  const words = typed ?? kept;
  return (
    <section className="sheet stack" aria-label="Your answer">
      <Textarea
        label="Your answer"
        description="Stands beside your figures on the chief’s page."
        autosize
        minRows={2}
        maxLength={1000}
        value={words}
        onChange={(event) => setTyped(event.currentTarget.value)}
      />
      <Button
        style={{ alignSelf: 'start' }}
        disabled={words === kept}
        onClick={async () => {
          if (await sent(answered(api.insight.answer.$put({ json: { words } })))) setTyped(null);
        }}
      >
        Save answer
      </Button>
    </section>
  );
}
