/** The whole attempt, small: its altitude, its phases, and a frame around what is enlarged beneath. */
import type { AttemptScore, KeelTrace, Story } from '@keel/core';

const HEIGHT = 46;
const NAMES = 18;

interface Props {
  attempt: AttemptScore;
  trace: KeelTrace;
  story: Story;
  width: number;
  left: number;
  right: number;
}

export function StoryWhole({ attempt, trace: { timeS }, story, width, left, right }: Props) {
  const altitude = story.lanes.find(({ name }) => name === 'altitude')?.values;
  const { around } = story;
  if (!altitude || !around) return null;
  const [fromS, toS] = [timeS[0], timeS[timeS.length - 1]];
  const x = (atS: number) => left + ((atS - fromS) / (toS - fromS)) * (width - left - right);
  const measured = altitude.filter((value) => value !== null);
  const [low, high] = [Math.min(...measured), Math.max(...measured)];
  const y = (ft: number) => 6 + (1 - (ft - low) / Math.max(50, high - low)) * (HEIGHT - 12);
  const line = timeS
    .map((atS, i) => (altitude[i] === null ? '' : `${x(atS).toFixed(1)},${y(altitude[i]).toFixed(1)}`))
    .filter(Boolean)
    .join(' ');
  return (
    <svg className="story-whole" width={width} height={HEIGHT + NAMES} aria-hidden="true">
      <polyline points={line} />
      {attempt.phases.map(({ name, startS, endS }) => (
        <g key={`${name} ${startS}`}>
          <line x1={x(startS)} x2={Math.max(x(startS), x(endS) - 3)} y1={HEIGHT} y2={HEIGHT} />
          {x(endS) - x(startS) > 6.5 * name.length + 8 && (
            <text x={(x(startS) + x(endS)) / 2} y={HEIGHT + 14} textAnchor="middle">
              {name}
            </text>
          )}
        </g>
      ))}
      <rect x={x(around.fromS)} width={x(around.toS) - x(around.fromS)} y="1" height={HEIGHT - 3} />
    </svg>
  );
}
