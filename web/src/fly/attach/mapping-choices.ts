/** The mapping dialog's choices, one a column, and the mapping that they come to. */
import {
  CHANNELS,
  type ChannelName,
  DATE_KINDS,
  isChannel,
  type Mapping,
  type TableHead,
  TIME_KINDS,
  unitsOf,
} from '@keel/core';

/** What a column may be besides a channel. */
export const NOTHING = 'nothing';
export const TIME = 'time';
export const DATE = 'date';

export interface Choice {
  as: string;
  unit: string;
  flip: boolean;
}

/** Signs differ from maker to maker for these alone. */
export const SIGNED: ChannelName[] = [
  'bank_deg',
  'pitch_deg',
  'lat_g',
  'aileron',
  'elevator',
  'rudder',
  'trim',
  'vs_fpm',
];

export const choicesFrom = (head: TableHead, mapping: Partial<Mapping>): Choice[] =>
  head.columns.map((column) => {
    if (column === mapping.time?.column) return { as: TIME, unit: mapping.time.kind, flip: false };
    if (column === mapping.date?.column) return { as: DATE, unit: mapping.date.kind, flip: false };
    const own = mapping.channels?.find((one) => one.column === column);
    return own ? { as: own.channel, unit: own.unit, flip: own.flip } : { as: NOTHING, unit: '', flip: false };
  });

/** @param zone the school’s, in which a column of local times is read */
export function mappingFrom(head: TableHead, choices: readonly Choice[], zone: string): Mapping | string {
  const at = (as: string) => choices.findIndex((choice) => choice.as === as);
  const [time, date] = [at(TIME), at(DATE)];
  if (time < 0) return 'Choose the column with the time.';
  const channels = choices.flatMap(({ as, unit, flip }, i) =>
    isChannel(as) ? [{ column: head.columns[i], channel: as, unit, flip }] : [],
  );
  const has = (name: ChannelName) => channels.some(({ channel }) => channel === name);
  const twice = channels.find(({ channel }, i) => channels.findIndex((one) => one.channel === channel) !== i);
  if (twice) return `Two columns are the ${CHANNELS[twice.channel].label}; keep one.`;
  if (!has('alt_ft') && !has('gps_alt_ft')) return 'Choose the column with the altitude.';
  if (!(has('ias_kt') && has('hdg_deg')) && !(has('lat_deg') && has('lon_deg')))
    return 'Choose airspeed and heading, or latitude and longitude.';
  return {
    time: {
      column: head.columns[time],
      kind: choices[time].unit as Mapping['time']['kind'],
      ...(isLocal(head.columns[time], choices[time].unit) && { zone }),
    },
    ...(date >= 0 && {
      date: { column: head.columns[date], kind: choices[date].unit as NonNullable<Mapping['date']>['kind'] },
    }),
    channels,
  };
}

/** A time of day whose column says that it is the local one. */
export const isLocal = (column: string, kind: string): boolean =>
  kind === 'clock' && /local|lcl/i.test(column);

/** The units, or kinds of time, that a choice can be in; the first is taken. */
export function unitChoices(as: string): { value: string; label: string }[] {
  if (as === TIME) return TIME_KINDS.map(({ kind, says }) => ({ value: kind, label: says }));
  if (as === DATE) return DATE_KINDS.map(({ kind, says }) => ({ value: kind, label: says }));
  return isChannel(as) ? unitsOf(as).map((unit) => ({ value: unit, label: unit })) : [];
}
