/** One question or task with its mark: two large buttons for a thumb, words and tries beside them. */
import { MARKS, type StageCheck } from '@keel/core';
import { TextInput } from '@mantine/core';
import { IconCheck, IconX } from '@tabler/icons-react';
import { useState } from 'react';

type Marked = StageCheck['marks']['tasks'][string];

export function MarkLine(props: {
  title: string;
  about: string;
  tag?: string;
  mark: Marked | undefined;
  /** A task may be flown again. */
  tries?: boolean;
  /** Left out where nothing can be marked. */
  keep?: (mark: Marked) => void;
}) {
  const { title, about, tag, mark, keep } = props;
  const [words, setWords] = useState(mark?.words ?? '');
  const given = { words, tries: mark?.tries ?? 1 };
  return (
    <div className="mark-line" data-mark={mark?.mark}>
      <div className="mark-what">
        <strong>{title}</strong>
        {tag && <span className="small quiet"> {tag}</span>}
        {about && <p className="small quiet">{about}</p>}
        {!keep && mark?.words && <p className="small">“{mark.words}”</p>}
        {mark && mark.tries > 1 && <p className="small quiet">Flown {mark.tries} times.</p>}
      </div>
      {keep ? (
        <div className="mark-give">
          <fieldset className="mark-buttons" aria-label={title}>
            {MARKS.map((one) => (
              <button
                key={one}
                type="button"
                aria-pressed={mark?.mark === one}
                onClick={() => keep({ ...given, mark: one })}
              >
                {one === 'satisfactory' ? (
                  <IconCheck size={18} aria-hidden />
                ) : (
                  <IconX size={18} aria-hidden />
                )}
                {one}
              </button>
            ))}
          </fieldset>
          {mark && (
            <div className="row">
              <TextInput
                aria-label={`Words on ${title}`}
                placeholder="Words, if any"
                value={words}
                maxLength={500}
                style={{ flex: 1 }}
                onChange={(event) => setWords(event.currentTarget.value)}
                onBlur={() => words.trim() !== mark.words && keep({ ...mark, words })}
              />
              {props.tries && (
                <button
                  type="button"
                  className="mark-again"
                  onClick={() => keep({ ...mark, words, tries: Math.min(9, mark.tries + 1) })}
                >
                  Flown again
                </button>
              )}
            </div>
          )}
        </div>
      ) : (
        <span className="mark-said">{mark?.mark ?? 'not marked'}</span>
      )}
    </div>
  );
}
