/** What is said of input that cannot be used: what is wrong with it, and what would be right. */
import type { Coded } from '../coded.ts';
import { type InputCode, type InputCodes, InputError } from '../errors.ts';
import { findRoom } from '../maneuvers/registry.ts';

const GPX = 'a GPX 1.1 file was expected';
const oneOf = (what: string, known: string) => `${what}: must be one of ${known}`;
const json = JSON.stringify;
const title = (maneuver: string) => findRoom(maneuver)?.title.toLowerCase() ?? maneuver;

/** Why a bank is the most that a maneuver is flown at. */
const MOST_BANK: Record<string, string> = {
  'slow-flight': 'the school’s limit in slow flight',
  'stall-demonstration': 'the bank in which it is shown',
  'standard-rate-turn': 'more turns faster than three degrees a second',
  'steep-turn': 'parachute rules begin beyond it, and no primary student goes there',
  'power-on-stall': 'the standard’s limit of a turning stall',
  'power-off-stall': 'the standard’s limit of a turning stall',
};
const DATE_ORDER = { ymd: 'year month day', dmy: 'day month year', mdy: 'month day year' };

const WORDS: { readonly [Code in InputCode]: (params: InputCodes[Code]) => string } = {
  shape: (p) => `${p.what}: ${p.path || 'the file'}: ${p.issue}`,
  range: (p) => `${p.name} ${p.value} ${p.unit}: must be from ${p.low} to ${p.high} ${p.unit}`,
  maneuver: (p) => oneOf(`maneuver ${json(p.id)}`, p.known),
  'fly/lesson': (p) => oneOf(`lesson ${json(p.id)}`, p.known),
  'fly/too-long': (p) => `the last row is at ${p.endS} s: at most ${p.mostS} s are flown`,
  'fly/habit': (p) => `habit ${json(p.habit)}: must be none or one of ${p.known}`,
  'fly/habit-unrecorded': (p) => `habit ${p.habit}: cannot be flown (no channel records it)`,
  'balance/station': (p) => `loading: ${p.airplane} has no station ${p.station}; it has ${p.known}`,
  'standard/name': (p) => `standard ${p.standard}: ${p.row}: ${oneOf(`${p.what} ${json(p.name)}`, p.known)}`,
  'card/variant': (p) => oneOf(`variant ${json(p.variant)} of ${p.maneuver}`, p.known),
  'card/configuration': (p) =>
    p.known
      ? oneOf(`configuration ${json(p.configuration)} of ${p.maneuver}`, p.known)
      : `configuration ${json(p.configuration)} of ${p.maneuver}: its flaps are not a choice`,
  'card/bank': (p) =>
    `bank ${p.bankDeg}° for ${title(p.maneuver)}: at most ${p.mostDeg}° (${MOST_BANK[p.maneuver]})`,
  'plan/ids': () => 'items: each needs an id of its own',
  'airplane/no-power': (p) =>
    `${p.airplane}: its file has no power for level flight, so that it cannot be flown; add a cruise table`,
  'airplane/no-trim': (p) =>
    `${p.airplane} cannot be trimmed at ${Math.round(p.kias)} KIAS and ${Math.round(p.altitudeFt)} ft with ${p.flapsDeg}° of flap: choose another speed or altitude`,
  'file/not-text': () =>
    'not a text file; UTF-8 text with columns such as time_s,alt_ft,ias_kt,hdg_deg was expected',
  'igc/not-igc': (p) => `not an IGC file (${p.why})`,
  'igc/none-valid': (p) =>
    `all ${p.left} positions are marked as not valid (V); some with a fix (A) were expected`,
  'fixes/few': (p) => `${p.what} has ${p.count} timed positions; at least ${p.least} were expected`,
  'gpx/entities': () => 'it declares a document type or entities; a GPX 1.1 file has none',
  'gpx/long-tag': (p) => `an element’s tag is longer than ${p.most} characters; ${GPX}`,
  'gpx/ends-early': () => 'it ends before its elements are closed; a whole GPX 1.1 file was expected',
  'gpx/malformed': (p) => `not well-formed XML (${p.why}); ${GPX}`,
  'gpx/refused': (p) => `${p.why}; ${GPX}`,
  'gpx/no-root': () => `no <gpx> element; ${GPX}`,
  'gpx/no-points': () => 'no <trkpt> in it; a GPX 1.1 track was expected',
  'file/gzip': () => 'it begins like a gzipped file, and cannot be unpacked: it may have broken off',
  'file/too-large': (p) => `unpacked it is larger than ${p.mostMb} MB; a flight was expected`,
  'sensors/version': (p) => `keelpath-sensors: ${p.version}; version 1 was expected`,
  'sensors/header': (p) => `${p.key}: ${p.value}; ${p.known} was expected`,
  'sensors/start': (p) => `started_utc: ${p.value}; a time in ISO 8601 was expected`,
  'sensors/no-time': () => 'no column t_ms; a sensor log’s rows begin with their milliseconds',
  'sensors/too-long': (p) => `more than ${p.most} rows; a flight was expected`,
  'sensors/no-positions': () =>
    'no positions in it: without them nothing can be scored. Was the device allowed to use its location?',
  'gpx/place': (p) => `${p.which}: lat ${p.latDeg}, lon ${p.lonDeg}; degrees were expected`,
  'gpx/time': (p) =>
    `${p.which}: ${p.time ? `<time> ${p.time}` : 'no <time>'}; a time in ISO 8601 was expected`,
  'gpx/elevation': (p) => `${p.which}: <ele> ${p.elevation}; metres were expected`,
  'track/no-places': () =>
    'no positions were recorded (lat_deg, lon_deg): there is no track to write; take the CSV',
  'table/none': () =>
    'no table was found in the first lines; a row of column names and, below it, rows of numbers were expected',
  'table/column': (p) => `there is no column "${p.column}"; the header has ${p.known}`,
  'table/unit': (p) => `${p.column}: ${p.channel} cannot be in ${p.unit}; choose another unit`,
  'table/twice': (p) => `two columns are called ${p.channel}; keep one`,
  'table/no-times': () => 'no row has a time that can be read; choose another column or kind of time',
  'times/seconds': (p) => `a time of ${p.timeS} s; seconds of a flight were expected`,
  'times/too-long': (p) =>
    `it lasts ${p.hours} h, from ${p.firstS} s to ${p.lastS} s; 48 h at the most were expected: split it, or correct its times`,
  'times/year': () => 'it began before 1980 or after 2100; correct the date',
  'csv/empty': () => 'the file holds no data; a header row such as time_s,alt_ft,ias_kt,hdg_deg was expected',
  'csv/quote': () => 'a quoted cell is not closed properly',
  'csv/version': (p) => `this is version ${p.version} of the recording format; version 1 was expected`,
  'csv/date': (p) => `date is "${p.date}"; write it as 2026-05-31`,
  'csv/range': (p) => `${p.key} is "${p.value}"; a number from ${p.min} to ${p.max} was expected`,
  'csv/columns': (p) => `the header has ${p.count} columns; at most ${p.most} were expected`,
  'csv/column-twice': (p) => `column "${p.name}" stands twice (columns ${p.first} and ${p.second}); keep one`,
  'csv/no-time': () => 'there is no time column; time_s (seconds) or utc (ISO 8601) was expected',
  'csv/no-data': () => 'there is a header row but no data after it; rows of numbers were expected',
  'row/no-time': () => 'the time is empty; every row needs one',
  'row/time-order': (p) =>
    `${p.timeS === p.lastTimeS ? 'the same time stands twice' : 'the time goes back'} (${p.timeS} s after ${p.lastTimeS} s); rows must be in time order, each later than the one before`,
  'row/utc': (p) => `"${p.cell}" is not an ISO 8601 time; write it as 2026-05-31T09:30:00.0Z`,
  'row/cells': (p) =>
    `the row has ${p.cells} cells, the header has ${p.expected}; give every row as many (an empty cell is fine)`,
  'row/number': (p) =>
    `"${p.cell}" is not a number; a decimal such as 4500.5 or an empty cell was expected${p.comma ? ' (the decimal sign is a point)' : ''}`,
  'row/impossible': (p) => `${p.value} is not possible here; a value from ${p.min} to ${p.max} was expected`,
  'cell/number': (p) => `"${p.cell}" is not a number`,
  'cell/impossible': (p) =>
    `${p.cell} is ${p.value} ${p.unit} of ${p.label}, which cannot be; check the column’s unit`,
  'cell/time': (p) => `"${p.cell}" is not a time of this kind; choose another column or kind of time`,
  'cell/date': (p) =>
    `"${p.cell}" is not a day in the order ${DATE_ORDER[p.kind]}; choose another order or column`,
  'cell/landings': (p) => `${p.cell}: a number of landings was expected`,
  'cell/day': (p) => `${p.cell}: a day was expected as 2026-03-14`,
  'cell/duration': (p) => `${p.cell}: a time was expected, as 1:05 or 1.1 hours, up to a day`,
  'needs/altitude': () =>
    'no altitude was recorded; a column alt_ft (or gps_alt_ft) with values was expected',
  'needs/track': () =>
    'neither ias_kt with hdg_deg nor lat_deg with lon_deg was recorded; one of these pairs was expected',
  'needs/rate': (p) =>
    `there is a row only every ${p.stepS.toFixed(1)} s; a row at least every 2 s (0.5 Hz) was expected`,
  'controls/no-time': () => 'a column time_s was expected in the header',
  'controls/unknown': (p) => `unknown; ${p.known} were expected`,
  'controls/cells': (p) => `${p.cells} cells; ${p.expected} were expected, as in the header`,
  'controls/time': () => 'a time in seconds was expected',
  'controls/range': (p) => `${p.cell}: a number from ${p.low} to ${p.high} was expected`,
  'controls/none': () => 'at least one row of control positions was expected',
  'controls/order': (p) => `${p.timeS}: later than the row before was expected`,
  'path/syllabus': (p) => `syllabus ${json(p.id)}: there is none of this name`,
  'path/skill': (p) => `attempts.${p.index}.skill: ${p.skill} is not a skill of ${p.syllabus}`,
  'gate/born': (p) => `${p.gate} depends on the date of birth alone: enter that`,
  'gate/no-day': () => 'enter the day on which the document was issued',
  'gate/day-to-come': (p) => `${p.date} is still to come: a document is entered once it is issued`,
  'gate/ends-before': (p) =>
    `it would expire on ${p.endsOn}, before it begins on ${p.date}: check the two dates`,
  'gate/no-end': () => 'enter the day on which it expires',
  'gate/not-ready': (p) =>
    `${p.skills}: not to standard by what was flown. To confirm it, write a sentence that says what you saw`,
  'week/stretch': (p) => `“${p.part}” is not a time range: write it as 9:00 to 12:30.`,
  'log/no-table': () => 'a table with a row of column names and at least one flight was expected',
  'log/too-many': (p) => `more than ${count(p.most)} lines: send it in parts`,
  'people/no-names': () =>
    'a row of column names with “name” and “email” in it was expected, and a line for each person',
  'balances/no-names': () =>
    'a row of column names with “student” in it was expected, and a line for each student',
  'people/nobody': () => 'there is nobody under the row of column names',
  'people/too-many': (p) => `more than ${count(p.most)} people: send them in parts`,
};

const count = (n: number) => n.toLocaleString('en-US');

export const inputWords = <Code extends InputCode>({
  code,
  params,
}: Pick<InputError<Code>, 'code' | 'params'>) => WORDS[code](params);

/** What was caught, in words: refused input by its code, anything else by its own message. */
export const errorWords = (error: unknown): string =>
  error instanceof InputError ? inputWords(error) : error instanceof Error ? error.message : String(error);

/** A message quotes what stands in a file, which may be anything. */
const MOST_LINES = 20;

/** One line: `file, line 12, column 3 (alt_ft): …`, with what is known. */
export function describeInput(error: InputError, fileName: string): string {
  const { line, column, columnName } = error.place;
  const where = [fileName];
  if (line !== undefined) where.push(`line ${line}`);
  if (column !== undefined) where.push(`column ${column}${columnName ? ` (${columnName})` : ''}`);
  const words = inputWords(error)
    .split('\n', MOST_LINES)
    .map((part) => part.trim());
  return `${where.join(', ')}: ${words.join(' ')}`;
}

/** What is wrong with a cell of a table of flights or people. */
const CELLS: Record<string, (params: Record<string, unknown>) => string> = {
  'cell/missing': () => 'is missing',
  'cell/refused': (p) => String(p.issue),
  'person/name': () => 'the name is missing, or too long',
  'person/address': (p) => `“${p.cell}” is not an e-mail address`,
  'person/role': (p) => `“${p.cell}” is not a role: student, instructor or chief`,
  'balance/nobody': (p) => `“${p.cell}” is no student here, or more than one`,
  'balance/twice': (p) => `${p.name} has a line already`,
  'balance/day': (p) => `“${p.cell}” is not a day up to today, such as 2026-06-12`,
  'balance/number': (p) => `“${p.cell}” under “${p.column}” is not a number; hours are such as 42:30 or 42.5`,
  'balance/grade': (p) => `“${p.cell}” under “${p.column}” is not a grade from 1 to 4`,
  'question/maneuver': (p) =>
    `“${p.cell}” is no maneuver here; leave it empty for a question that goes with any`,
  'question/cell': (p) =>
    p.column === 'kind' ? 'the kind is “knowledge” or “risk”' : `“${p.column}” is missing, or too long`,
  'person/twice': (p) => `${p.email} is already in the school, or appears here twice`,
};

export function cellWords({ code, params = {} }: Coded): string {
  const own = CELLS[code];
  return own ? own(params) : inputWords({ code, params } as Pick<InputError, 'code' | 'params'>);
}
