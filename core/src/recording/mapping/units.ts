/** Units in which tables of other makes carry a channel: value × scale + offset is the channel's own unit. */

import { FT_TO_M, KT_TO_MPS, MPH_PER_KT } from '../../units/convert.ts';
import { type ChannelName, channelInfo } from '../columns/channels.ts';

interface Conversion {
  scale: number;
  offset?: number;
  /** How a table's header writes it, lower case. */
  written: readonly string[];
}

const PLAIN: Record<string, Conversion> = { number: { scale: 1, written: [] } };
const KNOWN: Record<string, Record<string, Conversion>> = {
  ft: {
    ft: { scale: 1, written: ['ft', 'feet', 'foot'] },
    m: { scale: 1 / FT_TO_M, written: ['m', 'meter', 'meters', 'metre', 'metres'] },
  },
  kt: {
    kt: { scale: 1, written: ['kt', 'kts', 'knots', 'knot', 'kn'] },
    mph: { scale: 1 / MPH_PER_KT, written: ['mph', 'mi/h'] },
    'km/h': { scale: 1 / (3.6 * KT_TO_MPS), written: ['km/h', 'kmh', 'kph'] },
    'm/s': { scale: 1 / KT_TO_MPS, written: ['m/s', 'mps', 'ms'] },
  },
  'ft/min': {
    'ft/min': { scale: 1, written: ['ft/min', 'fpm', 'ftmin', 'feet/min'] },
    'ft/s': { scale: 60, written: ['ft/s', 'fps'] },
    'm/s': { scale: 60 / FT_TO_M, written: ['m/s', 'mps', 'ms'] },
  },
  deg: {
    deg: { scale: 1, written: ['deg', '°', 'degrees', 'degree'] },
    rad: { scale: 180 / Math.PI, written: ['rad', 'radians'] },
  },
  rpm: { rpm: { scale: 1, written: ['rpm', '1/min'] } },
  inHg: {
    inHg: { scale: 1, written: ['inhg', '"hg', 'in'] },
    hPa: { scale: 1 / 33.8638866667, written: ['hpa', 'mbar', 'mb'] },
    kPa: { scale: 10 / 33.8638866667, written: ['kpa'] },
  },
  '%': {
    '%': { scale: 1, written: ['%', 'pct', 'percent'] },
    'share of 1': { scale: 100, written: ['fraction', 'ratio'] },
  },
  g: {
    g: { scale: 1, written: ['g', 'gs'] },
    'm/s²': { scale: 1 / 9.80665, written: ['m/s2', 'm/s²', 'm/s^2', 'mps2'] },
  },
  '°C': {
    '°C': { scale: 1, written: ['c', '°c', 'degc', 'celsius'] },
    '°F': { scale: 5 / 9, offset: -160 / 9, written: ['f', '°f', 'degf', 'fahrenheit'] },
    K: { scale: 1, offset: -273.15, written: ['k', 'kelvin'] },
  },
  '': {
    'share of 1': { scale: 1, written: [] },
    '%': { scale: 0.01, written: ['%', 'pct', 'percent'] },
  },
};

const conversionsOf = (channel: ChannelName) => KNOWN[channelInfo(channel).unit] ?? PLAIN;

/** Units that a channel can be read in; the first is its own. */
export const unitsOf = (channel: ChannelName): string[] => Object.keys(conversionsOf(channel));

/** @returns undefined for a unit that the channel cannot have. */
export function conversion(
  channel: ChannelName,
  unit: string,
): { scale: number; offset: number } | undefined {
  const found = conversionsOf(channel)[unit];
  return found && { scale: found.scale, offset: found.offset ?? 0 };
}

/** The unit that some words of a header name, for this channel. */
export function unitNamed(channel: ChannelName, words: readonly string[]): string | undefined {
  return Object.entries(conversionsOf(channel)).find(([, { written }]) =>
    words.some((word) => written.includes(word)),
  )?.[0];
}

const WRITTEN = new Set(
  Object.values(KNOWN).flatMap((units) => Object.values(units).flatMap(({ written }) => written)),
);
/** How a header writes what a date or a clock looks like, seconds, and cells without a unit. */
const OTHER =
  /^(y{2,4}[-/.]m{1,2}[-/.]d{1,2}|d{1,2}[-/.]m{1,2}[-/.]y{2,4}|h{1,2}:m{1,2}(:s{1,2})?|s|sec|seconds|ms|min|enum|bool|utc|volts?|amps?|gals?|gph|l|l\/h|psi|bar|lbs?|kg|nm|km)$/;

/** Whether a cell, in brackets or not, is what a header writes for a unit. */
export function isUnitWord(cell: string): boolean {
  const word = cell
    .trim()
    .toLowerCase()
    .replace(/^#\s*/, '')
    .replace(/[()[\]{}]/g, '');
  return WRITTEN.has(word) || OTHER.test(word);
}
