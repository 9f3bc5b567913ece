/** The flight strip, flown: attempts as blocks on the altitude silhouette. */
import {
  type AttemptScore,
  type AttemptStatements,
  type AttemptVerdict,
  type FlightScore,
  type RecordingView,
  VERDICT_WORDS,
} from '@keel/core';
import { useElementSize } from '@mantine/hooks';
import { memo } from 'react';
import { attemptName, partName } from '../parts/format.ts';
import { maneuverShort } from '../parts/maneuvers.ts';
import { blockName } from './block-name.ts';
import './flight-strip.css';

const H = 46;
/** Room that a block takes which can be hit; where two lie nearer each is as wide as it was long. */
const BLOCK_PX = 34;
/** Two hundred of them still lie side by side. */
const LEAST_PX = 2;
/** A mark is as wide as this; in a narrower block half of one would stand for nothing. */
const MARK_PX = 10;

export const FlightStrip = memo(function FlightStrip(props: {
  recording: RecordingView;
  statements: AttemptStatements[];
  verdicts: AttemptVerdict[];
  showVerdicts: boolean[];
  isStudent: boolean;
  selected: number;
  select: (attempt: number) => void;
}) {
  const { recording, statements, verdicts, selected, select } = props;
  const { ref, width } = useElementSize();
  const { profile } = recording;
  const attempts = recording.score?.attempts ?? [];
  if (profile.length < 2) return null;
  const fromS = profile[0][0];
  // The silhouette is thinned, and may end before the last attempt does.
  const toS = Math.max(profile[profile.length - 1][0], attempts.at(-1)?.endS ?? 0);
  const altitudes = profile.map(([, altitude]) => altitude);
  const low = Math.min(...altitudes);
  const high = Math.max(...altitudes);
  const x = (atS: number) => ((atS - fromS) / (toS - fromS)) * width;
  const y = (altitude: number) => H - 6 - ((altitude - low) / Math.max(1, high - low)) * (H - 22);
  const crowded = attempts.some(
    ({ startS }, i) => i > 0 && x(startS) - x(attempts[i - 1].startS) < BLOCK_PX - 3,
  );
  const parts = recording.score?.flight?.parts ?? [];
  const outline = profile.map(([t, altitude]) => `${x(t).toFixed(1)},${y(altitude).toFixed(1)}`).join(' ');
  return (
    <nav
      ref={ref}
      className="strip"
      // By keys and by numbers the same is reached.
      data-equivalent
      aria-label="Attempts in order"
      style={{ height: H + (parts.length > 0 ? PARTS_PX : 6) }}
    >
      {width > 0 && (
        <svg width={width} height={H} aria-hidden="true">
          <polygon points={`0,${H} ${outline} ${width},${H}`} fill="var(--hill)" />
        </svg>
      )}
      {width > 0 &&
        attempts.map((attempt, i) => {
          const shown = props.showVerdicts[i];
          const demonstration = statements[i].help === 'demonstration';
          const wide = Math.max(
            crowded ? LEAST_PX : 30,
            x(attempt.endS) - x(attempt.startS) - (crowded ? 1 : 3),
          );
          const mark = shown && wide >= MARK_PX ? markOf(attempt, verdicts[i]) : '';
          const graded = (props.isStudent ? statements[i].selfGrade : statements[i].grade) !== null;
          const name = blockName(wide, i + 1, maneuverShort(attempt.maneuver, attempt.variant));
          return (
            <button
              // biome-ignore lint/suspicious/noArrayIndexKey: an attempt is its place in the flight
              key={i}
              type="button"
              className="strip-block"
              data-demonstration={demonstration || undefined}
              data-graded={graded || undefined}
              aria-current={i === selected || undefined}
              aria-label={`${attemptName(attempt)}, attempt ${i + 1}${demonstration ? ', demonstration' : graded ? ', graded' : ''}${shown ? `, ${VERDICT_WORDS[verdicts[i]].toLowerCase()}` : ''}`}
              title={`${i + 1}. ${attemptName(attempt)}${demonstration ? ', demonstration' : ''}`}
              style={{ left: Math.min(x(attempt.startS), width - wide), width: wide }}
              onClick={() => select(i)}
            >
              <span className="strip-line" />
              <span className="strip-mark">{mark}</span>
              <span className="strip-name">{name}</span>
            </button>
          );
        })}
      {width > 0 && <DayParts parts={parts} x={x} />}
    </nav>
  );
});

const PARTS_PX = 22;
/** About what a letter of a part's name takes. */
const LETTER_PX = 7.2;

/** The parts of the day under the blocks, each as long as it took; a name where there is room for it. */
function DayParts({ parts, x }: { parts: FlightScore['parts']; x: (atS: number) => number }) {
  return (
    <ol className="strip-parts" style={{ top: H }} aria-label="Parts of the flight">
      {parts.map(({ name, startS, endS }) => {
        const width = x(endS) - x(startS);
        const label = partName(name);
        return (
          <li
            key={`${name} ${startS}`}
            data-part={name}
            title={label}
            style={{ left: x(startS), width: Math.max(1, width - 1.5) }}
          >
            <span className={label.length * LETTER_PX < width ? undefined : 'hidden'}>{label}</span>
          </li>
        );
      })}
    </ol>
  );
}

/** Not to standard, or the judges are not of one mind. */
const markOf = (attempt: AttemptScore, verdict: AttemptVerdict): string =>
  verdict === 'unsatisfactory' ? '●' : attempt.strict !== attempt.examiner ? '○' : '';
