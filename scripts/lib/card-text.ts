/** A target card for a terminal. */
import { cardSaid, speedIn, type TargetCard, toleranceSaid } from '@keel/core';

const number = (value: number) => value.toLocaleString('en-US', { maximumFractionDigits: 1 });
const heading = (deg: number) => String(deg).padStart(3, '0');

export function cardText(card: TargetCard): string {
  const { entry, turn, power, speedUnit } = card;
  const said = cardSaid(card);
  const speed = (kias: number | null) =>
    kias === null ? '—' : `${Math.round(speedIn(kias, speedUnit))} ${speedUnit}`;
  const line = (name: string, value: string) => `  ${name.padEnd(21)} ${value}`;
  const list = (title: string, items: string[]) =>
    items.length === 0 ? [] : ['', title, ...items.map((item, i) => `  ${i + 1}. ${item}`)];
  return [
    `${card.title}, ${card.variant}: ${card.airplane} at ${number(card.weightLb)} lb, standard ${card.standard}`,
    ...(said.offToday ? [`  ${said.offToday}`] : []),
    line(
      'enter at',
      `${number(entry.altitudeFt)} ft (floor ${number(entry.floorFt)}), heading ${heading(entry.headingDeg)}`,
    ),
    line('airspeed', `${speed(entry.airspeedKias)} (${said.airspeedWhy})`),
    line('window', entry.windowKias ? entry.windowKias.map(speed).join(' to ') : 'none'),
    line('bank', `${card.bankDeg}°, load factor ${card.loadFactor}`),
    line('stall', `${speed(card.stallKias.level)} level, ${speed(card.stallKias.inBank)} in the bank`),
    line('V_A', speed(card.vaKias)),
    ...(power
      ? [
          line(
            'power',
            `${power.maneuverRpm} ${power.unit}${power.levelRpm === null ? '' : ` (level ${power.levelRpm})`}, ${power.from}`,
          ),
        ]
      : []),
    ...(turn
      ? [
          line(
            'turn',
            `${turn.rateDegPerS} °/s, radius ${number(turn.radiusFt)} ft, ${turn.secondsFor360} s, roll out at ${heading(turn.rollOutHeadingDeg)}`,
          ),
        ]
      : []),
    ...card.flaps.map((flap) =>
      line(`flaps ${flap.deg}°`, `at ${speed(flap.atKias)}, never above ${speed(flap.below)}`),
    ),
    ...said.figures
      .filter(({ value }) => value !== null)
      .map(({ label, value, unit, note }) =>
        line(
          label.toLowerCase(),
          `${unit === 'kias' ? speed(value as number) : `${value} ${unit}`.trim()}${note ? ` (${note})` : ''}`,
        ),
      ),
    ...list('Checks', said.checks),
    ...list('In order', said.steps),
    ...list('Watch for', said.watchFor),
    ...list(
      card.tolerancesFrom ? `Tolerances (${card.tolerancesFrom})` : 'Tolerances',
      card.tolerances.map((row) => toleranceSaid(row, card)),
    ),
    ...list('Cautions', said.cautions),
    ...list('Assumed', said.assumed),
    ...list(
      'Not worked out',
      Object.entries(said.missing).map(([what, why]) => `${what}: ${why}`),
    ),
  ].join('\n');
}
