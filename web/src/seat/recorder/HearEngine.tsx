/** Whether the microphone tells revolutions, and the stall warning learned at its preflight test. */
import { useState } from 'react';
import { messageOf } from '../../api/client.ts';
import { askForMicrophone, canHear, learnWarning } from './cabin-sound.ts';
import { hornOf, keepHorn } from './horn-store.ts';
import { hornWords } from './sound-words.ts';

interface HearEngineProps {
  airplaneId: string;
  on: boolean;
  choose: (on: boolean) => void;
}

export function HearEngine({ airplaneId, on, choose }: HearEngineProps) {
  const [horn, setHorn] = useState(() => hornOf(airplaneId));
  const [learning, setLearning] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  if (!canHear()) return null;
  const turn = async () => {
    setProblem(null);
    if (on) return choose(false);
    try {
      await askForMicrophone();
      choose(true);
    } catch (error) {
      setProblem(messageOf(error));
    }
  };
  const learn = async () => {
    setProblem(null);
    setLearning(true);
    try {
      const learned = await learnWarning();
      if (learned) {
        keepHorn(airplaneId, learned);
        setHorn(learned);
      } else setProblem('No tone stood out. Hold the tablet nearer, and sound the warning again.');
    } catch (error) {
      setProblem(messageOf(error));
    }
    setLearning(false);
  };
  return (
    <section aria-label="Sound" className="hear-engine">
      <div className="seat-row">
        <button type="button" className="seat-button" aria-pressed={on} onClick={() => void turn()}>
          <span>
            Hear the engine as well
            <small>Revolutions and the stall warning, as figures; no voice is kept</small>
          </span>
        </button>
        {on && (
          <button type="button" className="seat-button" disabled={learning} onClick={() => void learn()}>
            <span>
              {learning ? 'Listening for 2 s' : horn ? 'Learn the warning again' : 'Learn the stall warning'}
              <small>{learning ? 'Keep it sounding' : 'Sound it at preflight, then press'}</small>
            </span>
          </button>
        )}
      </div>
      {on && <p>{hornWords(horn)}</p>}
      {problem && <p role="alert">{problem}</p>}
    </section>
  );
}
