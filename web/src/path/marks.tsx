/** How standings are drawn: the keel as a mark in a cell, and the chance of the next attempt on a line with its interval. */
import { type Matrix, type PathSkill, STANDINGS, type StandingWord } from '@keel/core';
import { numberText } from '../parts/format.ts';

export const STANDING_ORDER: readonly StandingWord[] = [
  'not flown',
  'shown',
  'guided',
  'rusty',
  'holding',
  'ready',
];

export const percent = (share: number): string => `${numberText(100 * share)} %`;
export const chanceText = (chance: PathSkill['chance']): string =>
  chance
    ? `${percent(chance.p)}, between ${percent(chance.low)} and ${percent(chance.high)}`
    : 'no estimate yet';

/** The mark of a word: told apart by its shape, never by colour alone. */
export function StandingMark({ standing, size = 18 }: { standing: StandingWord; size?: number }) {
  const line = <line x1="1" x2="17" y1="5" y2="5" stroke="currentColor" strokeWidth="1.6" />;
  const keel = (fill: string) => (
    <path d="M4 6.5h10l-5 8z" fill={fill} stroke="currentColor" strokeWidth="1.4" strokeLinejoin="round" />
  );
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 18 18"
      aria-hidden="true"
      className={`mark-${standing.replace(' ', '-')}`}
    >
      {standing === 'not flown' && <circle cx="9" cy="9" r="1.3" fill="var(--band-edge)" />}
      {standing === 'shown' && (
        <circle cx="9" cy="9" r="4" fill="none" stroke="currentColor" strokeWidth="1.4" />
      )}
      {standing === 'guided' && (
        <>
          {line}
          {keel('none')}
        </>
      )}
      {standing === 'holding' && (
        <>
          {line}
          {keel('none')}
          <path d="M9 6.5h5l-5 8z" fill="currentColor" />
        </>
      )}
      {standing === 'ready' && (
        <>
          {line}
          {keel('currentColor')}
        </>
      )}
      {standing === 'rusty' && (
        <>
          {line}
          {keel('none')}
          <line x1="3" x2="15" y1="15" y2="7" stroke="var(--below)" strokeWidth="2" />
        </>
      )}
    </svg>
  );
}

const WIDTH = 120;
const EDGE = 8;
const at = (share: number): number => EDGE + share * (WIDTH - 2 * EDGE);

/** The chance on a line from never to always: the keel hangs at it, the tint is its 80 % interval, the tall tick is what ready asks. */
export function ChanceLine({ chance, label }: { chance: PathSkill['chance']; label: string }) {
  return (
    <svg
      width={WIDTH}
      height="26"
      viewBox={`0 0 ${WIDTH} 26`}
      role="img"
      aria-label={`${label}: ${chanceText(chance)}`}
    >
      <title>{chanceText(chance)}</title>
      <line x1={at(0)} x2={at(1)} y1="11" y2="11" stroke="var(--band-edge)" strokeWidth="1.5" />
      {[0, 0.5, 1].map((tick) => (
        <line
          key={tick}
          x1={at(tick)}
          x2={at(tick)}
          y1="8"
          y2="14"
          stroke="var(--band-edge)"
          strokeWidth="1.5"
        />
      ))}
      <line x1={at(0.8)} x2={at(0.8)} y1="4" y2="18" stroke="var(--quiet)" strokeWidth="1.5" />
      {chance && (
        <>
          <rect
            x={at(chance.low)}
            y="7"
            width={Math.max(2, at(chance.high) - at(chance.low))}
            height="8"
            fill="var(--spruce)"
            opacity="0.28"
          />
          <path d={`M${at(chance.p) - 6} 11h12l-6 10z`} fill="var(--spruce)" />
        </>
      )}
    </svg>
  );
}

export interface Cell {
  standing: StandingWord;
  chance: PathSkill['chance'];
  recent: PathSkill['recent'];
}

/** A cell as it crosses the wire, in words. */
export function cellOf(sent: Matrix['students'][number]['cells'][number]): Cell {
  if (!sent) return { standing: 'not flown', chance: null, recent: null };
  const [word, chance, recent] = sent;
  return {
    standing: STANDINGS[word],
    chance: chance && { p: chance[0], low: chance[1], high: chance[2] },
    recent: recent && { mean: recent[0], spread: recent[1] },
  };
}

/** The keel averaged over the last attempts: its height is their mean margin, the bar their spread, the tint the band. */
export function CellKeel({ cell }: { cell: Cell }) {
  const { recent, standing } = cell;
  if (!recent) return <StandingMark standing={standing} size={20} />;
  // At the edge the margin is nought; half of the band used is 0.7.
  const y = (margin: number): number => 11 - 7 * Math.max(-1, Math.min(1, margin / 0.9));
  return (
    <svg
      width="34"
      height="22"
      viewBox="0 0 34 22"
      aria-hidden="true"
      className={`mark-${standing.replace(' ', '-')}`}
    >
      <rect x="0" y="0" width="34" height="11" fill="var(--band)" />
      <line x1="0" x2="34" y1="11" y2="11" stroke="var(--band-edge)" />
      <line
        x1="26"
        x2="26"
        y1={y(recent.mean + recent.spread)}
        y2={y(recent.mean - recent.spread)}
        stroke="currentColor"
        strokeWidth="3"
        opacity="0.35"
      />
      <line x1="20" x2="32" y1={y(recent.mean)} y2={y(recent.mean)} stroke="currentColor" strokeWidth="2" />
      <g transform="translate(0 2)">
        <StandingMark standing={standing} size={17} />
      </g>
    </svg>
  );
}
