/** The rounds there are, and the chief's way to begin one. */
import type { RoundState } from '@keel/core';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { useRounds } from '../api/hooks.ts';
import { day } from '../parts/format.ts';
import { Coming } from '../parts/states.tsx';
import { NewRound } from './NewRound.tsx';

/** What a round waits for. */
const stateOf = ({ closedAt, graded, attempts, graders }: RoundState, chief: boolean): string => {
  if (closedAt) return `closed ${day(closedAt)}`;
  const own = graded === attempts ? 'you have graded all' : `${graded} of ${attempts} graded by you`;
  const done = graders.filter((one) => one.graded === attempts).length;
  return chief ? `open: ${own}, ${done} of ${graders.length} who began are through` : `open: ${own}`;
};

export function Rounds({ chief }: { chief: boolean }) {
  const rounds = useRounds();
  const [making, setMaking] = useState(false);
  if (!rounds.data) return <Coming query={rounds} what="the rounds" />;
  return (
    <section className="sheet stack" aria-label="Blind rounds">
      <div className="row spread">
        <h2>Blind rounds</h2>
        {chief && <Button onClick={() => setMaking(true)}>New round</Button>}
      </div>
      {rounds.data.length === 0 ? (
        <p>
          {chief
            ? 'No round yet. In a round every instructor grades the same recorded attempts without a name, a verdict or another’s grade.'
            : 'The chief instructor has not begun a round yet.'}
        </p>
      ) : (
        <ul className="insight-rounds">
          {rounds.data.map((round) => (
            <li key={round.id}>
              <Link to={`/rounds/${round.id}`}>{round.title}</Link>
              <span className="quiet">
                {round.attempts} attempts, {stateOf(round, chief)}
              </span>
            </li>
          ))}
        </ul>
      )}
      {making && <NewRound close={() => setMaking(false)} />}
    </section>
  );
}
