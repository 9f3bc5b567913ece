/** Training in what was not passed, before it is shown again. */
import { type StageCheck, skillsToRetest } from '@keel/core';
import { Button, Textarea } from '@mantine/core';
import { useState } from 'react';
import { answered, api } from '../api/client.ts';
import { day } from '../parts/format.ts';
import { NumberField } from '../parts/NumberField.tsx';
import { sent } from '../parts/sent.ts';

export function Retraining({ check, mayTrain }: { check: StageCheck; mayTrain: boolean }) {
  const [minutes, setMinutes] = useState<number | ''>('');
  const [words, setWords] = useState('');
  const skills = skillsToRetest(check);
  const titles = check.plan.tasks.filter(({ skill }) => skills.includes(skill)).map(({ title }) => title);
  const whole = typeof minutes === 'number' && minutes > 0 && words.trim() !== '';
  const keep = async () => {
    if (!whole) return;
    const json = { id: crypto.randomUUID(), skills, minutes, words: words.trim() };
    if (
      await sent(answered(api['stage-checks'][':id'].retraining.$post({ param: { id: check.id }, json })))
    ) {
      setMinutes('');
      setWords('');
    }
  };
  return (
    <section className="sheet stack" aria-label="To be shown again">
      <h2>To be shown again</h2>
      <p>{titles.join(', ')}</p>
      {check.retraining.map(({ id, byName, at, minutes: took, words: said }) => (
        <p key={id} className="small">
          {day(at)}, {byName}, {took} min: {said}
        </p>
      ))}
      {mayTrain && skills.length > 0 && (
        <>
          <div className="row" style={{ alignItems: 'end', flexWrap: 'wrap' }}>
            <NumberField
              label="Training given, minutes"
              whole
              min={1}
              max={600}
              value={minutes}
              onChange={setMinutes}
            />
            <Textarea
              label="What was trained"
              autosize
              maxLength={500}
              value={words}
              onChange={(event) => setWords(event.currentTarget.value)}
              style={{ flex: '1 1 260px' }}
            />
          </div>
          <Button style={{ alignSelf: 'start' }} disabled={!whole} onClick={keep}>
            Save training
          </Button>
        </>
      )}
    </section>
  );
}
