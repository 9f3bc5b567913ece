/** `npm run -s standing -- HISTORY.json [--on DAY]`: what a history of attempts says of each skill, without server or database. */
import { describeInput, historySchema, InputError, readHistory, standingReason } from '@keel/core';
import { type Command, jsonOf, parseOptions, Refusal } from './lib/cli.ts';

const USAGE = `npm run -s standing -- HISTORY.json [--on DAY|ISO-INSTANT] [--format table|json]`;

export const standing: Command = (args) => {
  const { values, positionals } = parseOptions(args, {
    on: { type: 'string' },
    format: { type: 'string', default: 'table' },
    help: { type: 'boolean', default: false },
  });
  if (values.help) return `${USAGE}\n`;
  if (positionals.length !== 1) throw new Refusal(`one history file was expected: ${USAGE}`);
  if (values.format !== 'json' && values.format !== 'table')
    throw new Refusal(`--format ${values.format}: table or json was expected`);
  const on = values.on ?? new Date().toISOString().slice(0, 10);
  if (!/^\d{4}-\d\d-\d\d(T.*)?$/.test(on) || Number.isNaN(Date.parse(on)))
    throw new Refusal(
      `--on ${on}: a day or an instant was expected, such as 2026-03-14 or 2026-03-14T10:30:00Z`,
    );
  const [file] = positionals;
  const history = jsonOf(file, historySchema, 'a history of attempts');
  try {
    const report = inWords(readHistory(history, on));
    return `${values.format === 'json' ? JSON.stringify(report, null, 2) : table(report)}\n`;
  } catch (error) {
    if (error instanceof InputError) throw new Refusal(describeInput(error, file));
    throw error;
  }
};

/** Reasons are words where they are printed. */
function inWords({ skills, forecast, ...report }: ReturnType<typeof readHistory>) {
  return {
    ...report,
    skills: skills.map((skill) => ({ ...skill, why: skill.why.map(standingReason) })),
    forecast: 'why' in forecast ? { ...forecast, why: standingReason(forecast.why) } : forecast,
  };
}

const percent = (share: number): string => `${Math.round(100 * share)} %`;

function table({ on, skills, forecast }: ReturnType<typeof inWords>): string {
  const width = Math.max(5, ...skills.map(({ skill }) => skill.length));
  const lines = skills.map(({ skill, standing: word, chance, trend, why }) => {
    const said = chance
      ? `${percent(chance.p)} (${percent(chance.low)} to ${percent(chance.high)})`
      : 'no chance said';
    return `${skill.padEnd(width)}  ${word.padEnd(9)}  ${said.padEnd(22)}  ${trend.padEnd(7)}  ${why.join('; ')}`;
  });
  const last =
    'pace' in forecast
      ? `about ${forecast.lessons.low} to ${forecast.lessons.high} more lessons at this pace`
      : `no forecast: ${forecast.why}`;
  return [`as of ${on}; chance of the next unaided attempt, with its 80 % interval`, ...lines, last].join(
    '\n',
  );
}
