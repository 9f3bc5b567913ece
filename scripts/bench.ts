/**
 * `npm run bench`: reading and scoring an hour of flight at 10 Hz, against papaparse alone on the same text in the
 * same run, the peak memory of a process that does it above one that does nothing, the flight model against real
 * time, three hours of flight at Debrief in headless Chromium, coach against debrief, and the confusion table of the synthetic pilots
 * (`--seeds N` flights a case, 20 if left out, which takes about ten minutes on two cores). `--only hour|confusion|debrief`
 * leaves the rest out; `--logs FOLDER` compares the wind of real IGC logs with the drift of circles.
 */

import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import { text as collect } from 'node:stream/consumers';
import { fileURLToPath } from 'node:url';
import {
  airframeFor,
  beginFlight,
  coachRows,
  demonstrationLegs,
  describeInput,
  findAirplane,
  findStandard,
  flyLesson,
  flyManeuver,
  InputError,
  median,
  openLessonCoach,
  readRecording,
  readRecordingCsv,
  STEP_HZ,
  scoreRecording,
  stepFlight,
  targetCard,
  trimFlight,
  writeRecordingCsv,
} from '@keel/core';
import Papa from 'papaparse';
import { agreementCases, agreementLines, agreementOf } from './lib/agreement.ts';
import { type Confusion, cases, confusionLines, confusionOf } from './lib/confusion.ts';
import { debriefBench } from './lib/debrief-bench.ts';
import { fieldLines, habitLines } from './lib/field-lines.ts';
import { type LiveFigures, liveBench } from './lib/live-bench.ts';
import { pagesBench } from './lib/pages-bench.ts';
import { sensorLines } from './lib/sensors-bench.ts';
import { eventLoopBench, largeSchoolBench } from './lib/server-bench.ts';
import { soared, soaredLine } from './lib/soaring.ts';
import { soundLines } from './lib/sound-bench.ts';
import { answerUsage } from './lib/usage.mjs';
import { flightTallies, tallyLines } from './signed/flights.ts';
import { comparedAll, signedLines } from './signed/lines.ts';

const ROUNDS = 15;
/** Until the compiler has settled. */
const WARM_UP = 6;
const airplane = findAirplane('cairn-4')!;
const standard = findStandard('faa-private')!;

/** Hours of steep-turn pairs at 10 Hz, every channel recorded. */
function hoursOfFlight(hours: number): string {
  const card = targetCard({ airplane, standard, maneuver: 'steep-turn', groundFt: 1900, weightLb: 2300 });
  const { recording } = flyLesson({
    airplane,
    weightLb: 2300,
    groundFt: 1900,
    legs: Array.from({ length: 30 * hours }, (_, i) =>
      demonstrationLegs(card, { habit: i % 2 === 0 ? 'none' : 'steep-turn/overbank' }),
    ).flat(),
  });
  const rows = 36_000 * hours;
  if (recording.timeS.length < rows) throw new Error(`only ${recording.timeS.length} rows were flown`);
  const channels = Object.fromEntries(
    Object.entries(recording.channels).map(([name, v]) => [name, v.slice(0, rows)]),
  );
  return writeRecordingCsv({ ...recording, timeS: recording.timeS.slice(0, rows), channels });
}

const seconds = (work: () => unknown): number => {
  const began = process.hrtime.bigint();
  work();
  return Number(process.hrtime.bigint() - began) / 1e9;
};

/** Done twice, the second time measured: it then pays for what its own kind leaves behind, not for another's. */
const secondsOfSecond = (work: () => unknown): number => {
  work();
  return seconds(work);
};

const score = (recording: ReturnType<typeof readRecordingCsv>) =>
  scoreRecording(recording, { standard, airplane, weightLb: 2300, groundFt: 1900 });
const readAndScore = (text: string) => score(readRecordingCsv(text));

/** Largest resident memory, MB, of a fresh process in one of its modes. */
function peakMb(mode: 'idle' | 'score', file: string): number {
  const self = fileURLToPath(import.meta.url);
  const { stdout, stderr, status } = spawnSync(process.execPath, [self, mode, file], {
    encoding: 'utf8',
  });
  if (status !== 0) throw new Error(stderr);
  return Number(stdout);
}

function compare(file: string): void {
  const text = readFileSync(file, 'utf8');
  const [parse, reading, scoring, whole]: number[][] = [[], [], [], []];
  let attempts = 0;
  for (let round = 0; round < ROUNDS + WARM_UP; round++) {
    const papa = secondsOfSecond(() => Papa.parse(text));
    let [read, scored] = [0, 0];
    const all = secondsOfSecond(() => {
      const began = process.hrtime.bigint();
      const recording = readRecordingCsv(text);
      read = Number(process.hrtime.bigint() - began) / 1e9;
      scored = seconds(() => {
        attempts = score(recording).attempts.length;
      });
    });
    if (round < WARM_UP) continue;
    parse.push(papa);
    reading.push(read);
    scoring.push(scored);
    whole.push(all);
  }
  const [papaS, readS, scoreS, wholeS] = [parse, reading, scoring, whole].map(median);
  const line = (name: string, value: number, unit: string, digits = 3) =>
    console.log(`${name}: ${value.toFixed(digits)} ${unit}`);
  line('recording rows', 36_000, 'rows', 0);
  line('recording size', text.length / 1e6, 'MB', 2);
  line('attempts scored', attempts, 'attempts', 0);
  line('papaparse alone', papaS, 's');
  line('read and score', wholeS, 's');
  line('read and score against papaparse alone', wholeS / papaS, 'times', 2);
  line('of which the text to columns', readS, 's');
  line('everything after that', scoreS, 's');
  line('everything after that against papaparse alone', scoreS / papaS, 'times', 2);
  const idle = peakMb('idle', file);
  const busy = peakMb('score', file);
  line('peak memory idle', idle, 'MB', 0);
  line('peak memory reading and scoring, above idle', busy - idle, 'MB', 0);
}

/** A command on a flight of eighty seconds, as a person calls it: the whole process, and an empty one beside it. */
function command(folder: string): void {
  const { recording } = flyManeuver({
    airplane,
    maneuver: 'steep-turn',
    weightLb: 2300,
    recorder: { rateHz: 5 },
  });
  const file = join(folder, 'eighty.csv');
  writeFileSync(file, writeRecordingCsv(recording));
  const process_ = (args: string[]) => () => spawnSync(process.execPath, args, { stdio: 'ignore' });
  const score = process_(['scripts/command.cjs', 'score', file]);
  // Made once and kept.
  score();
  const rounds = Array.from({ length: 9 }, () => [seconds(score), seconds(process_(['-e', '0']))]);
  console.log(
    `score of one maneuver, ${recording.timeS.at(-1)!.toFixed(0)} s: ${median(rounds.map(([s]) => s)).toFixed(3)} s`,
  );
  console.log(`of which Node.js alone: ${median(rounds.map(([, s]) => s)).toFixed(3)} s`);
}

/** The flight model alone on one core: an hour of a steep-turning airplane in light turbulence. */
function flightModel(): void {
  const airframe = airframeFor(airplane, airplane.maxWeightLb);
  const trimmed = trimFlight(airframe, { altitudeFt: 5000, kias: 90, bankDeg: 30 });
  const hours: number[] = [];
  for (let round = 0; round < 5; round++) {
    const flight = beginFlight(airframe, trimmed, { turbulence: 'light' }, round);
    hours.push(
      seconds(() => {
        for (let i = 0; i < 3600 * STEP_HZ && flight.state.altitudeM > 0; i++) stepFlight(flight);
      }) / flight.state.timeS,
    );
  }
  console.log(`flight model, times real time: ${(1 / median(hours)).toFixed(0)} times`);
  const took = seconds(() => flyManeuver({ airplane, maneuver: 'slow-flight', variant: 'landing' }));
  console.log(`slow flight flown by a pilot and recorded: ${took.toFixed(3)} s`);
}

async function debrief(): Promise<void> {
  const { scoringS, openS, wholeFlightS, panScriptMs, panLongestMs } = await debriefBench(hoursOfFlight(3));
  console.log(`three hours at 10 Hz, sent, read and scored on the server: ${scoringS.toFixed(1)} s`);
  console.log(`three hours, scored, opened at Debrief: ${openS.toFixed(2)} s`);
  console.log(`three hours, the whole flight unfolded: ${wholeFlightS.toFixed(2)} s`);
  console.log(`panning three hours, script a frame, median: ${panScriptMs.toFixed(1)} ms`);
  console.log(`panning three hours, script a frame, 19 of 20 below: ${panLongestMs.toFixed(1)} ms`);
}

async function school(): Promise<void> {
  const { recording } = flyManeuver({ airplane, maneuver: 'steep-turn', recorder: { rateHz: 5 } });
  const { fillS, lists, peakMb: mb, plans } = await largeSchoolBench(writeRecordingCsv(recording));
  console.log(`400 students, 25,000 lessons, 150,000 attempts made: ${fillS.toFixed(0)} s`);
  for (const [name, ms] of lists) console.log(`${name}, 19 of 20 below: ${ms.toFixed(0)} ms`);
  console.log(`server, largest resident memory: ${mb.toFixed(0)} MB`);
  for (const [name, plan] of plans) console.log(`plan of ${name}:\n${plan}`);
}

async function loop(): Promise<void> {
  const { medianMs, p99Ms, longestMs, asked, tookS } = await eventLoopBench(hoursOfFlight(3));
  console.log(`six kneeboards, ten scores and three hours sent at once: ${tookS.toFixed(1)} s`);
  console.log(`health meanwhile, median of ${asked}: ${medianMs.toFixed(1)} ms`);
  console.log(`health meanwhile, 99 of 100 below: ${p99Ms.toFixed(1)} ms`);
  console.log(`health meanwhile, longest: ${longestMs.toFixed(1)} ms`);
}

/** Real soaring logs in a folder, which the project has none of: the wind against what drifting circles say. */
function soaringLogs(folder: string): void {
  const apart: number[] = [];
  for (const name of readdirSync(folder).filter((file) => /\.igc$/i.test(file))) {
    try {
      const found = soared(readRecording(readFileSync(join(folder, name), 'latin1')));
      console.log(soaredLine(name, found));
      if (!Number.isNaN(found.differenceKt)) apart.push(found.differenceKt);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      console.log(describeInput(error, name));
    }
  }
  console.log(`logs whose wind was compared: ${apart.length} logs`);
  console.log(`wind against drift, median: ${median(apart).toFixed(1)} kt`);
  console.log(`wind against drift, within 3 kt: ${apart.filter((kt) => kt <= 3).length} logs`);
}

/** One process a core, each with every so-manieth case. */
async function confusion(seeds: number): Promise<void> {
  const parts = availableParallelism();
  const self = fileURLToPath(import.meta.url);
  const tables = await Promise.all(
    Array.from({ length: parts }, (_, part) => {
      const args = [self, 'confusion', String(part), String(parts), String(seeds)];
      const child = spawn(process.execPath, args, { stdio: ['ignore', 'pipe', 'inherit'] });
      return collect(child.stdout).then((text) => JSON.parse(text) as [number, Confusion][]);
    }),
  );
  const rows = tables.flat().sort(([a], [b]) => a - b);
  for (const line of confusionLines(rows.map(([, row]) => row))) console.log(line);
}

/** A hundred flights under way, and what the coach of a lesson costs. */
async function live(): Promise<void> {
  const card = targetCard({ airplane, standard, maneuver: 'steep-turn', weightLb: 2300 });
  const { recording } = flyLesson({
    airplane,
    weightLb: 2300,
    groundFt: 0,
    legs: demonstrationLegs(card, { habit: 'steep-turn/overbank' }),
  });
  const cards = ['level-turn', 'steep-turn', 'slow-flight', 'power-off-stall', 'climb'].map((maneuver) =>
    targetCard({ airplane, standard, maneuver, weightLb: 2300 }),
  );
  const costs = Array.from({ length: ROUNDS }, () => {
    const coach = openLessonCoach(cards, { airplane, where: 'airplane' });
    return seconds(() => {
      for (const row of coachRows(recording)) coach.look(row);
    });
  });
  const flownS = recording.timeS.at(-1)!;
  console.log(
    `coach of a lesson of five cards: ${((1000 * median(costs)) / flownS).toFixed(2)} ms a second of flight`,
  );
  const [header, ...rows] = writeRecordingCsv(recording)
    .split('\n')
    .filter((line) => line !== '' && !line.startsWith('#'));
  const say = ({ servers, acknowledgedMs, screenMs, batches, loadShare, serverShare }: LiveFigures) =>
    [
      `live, ${servers} ${servers === 1 ? 'server' : 'servers'}, 100 flights of two batches a second, two watchers each: ${batches} batches`,
      `  acknowledged, 95th percentile: ${acknowledgedMs.toFixed(0)} ms`,
      `  in the watcher’s stream, 95th percentile: ${screenMs.toFixed(0)} ms`,
      `  of two cores the load itself took ${(100 * loadShare).toFixed(0)} %, the servers ${(100 * serverShare).toFixed(0)} %`,
    ].join('\n');
  for (const servers of [1, 2] as const) console.log(say(await liveBench(header, rows, servers)));
}

/** Every habit in every airplane, with two seeds: where coach and debrief differ, a line each. */
function agreement(): void {
  const cases = agreementCases([1, 2]);
  console.log(`coach against debrief, ${cases.length} flights`);
  const all = agreementOf(cases, ({ airplane: { id }, habit, seed }, words) =>
    console.log(`  ${id}, ${habit}, seed ${seed}: ${words}`),
  );
  console.log(agreementLines(all).join('\n'));
}

const USAGE = `npm run bench -- [--only hour|confusion|debrief|school|loop|live|pages|agreement|signed|field|sensors|sound] [--seeds N] [--logs FOLDER]`;
const { values, positionals } = answerUsage(USAGE, {
  allowPositionals: true,
  options: {
    seeds: { type: 'string', default: '20' },
    only: { type: 'string' },
    logs: { type: 'string' },
  },
});
const [mode, ...rest] = positionals;
if (values.logs !== undefined) {
  soaringLogs(values.logs);
} else if (mode === 'idle' || mode === 'score') {
  if (mode === 'score') readAndScore(readFileSync(rest[0], 'utf8'));
  process.stdout.write(String(process.resourceUsage().maxRSS / 1024));
} else if (mode === 'confusion') {
  const [part, parts, seeds] = rest.map(Number);
  const own = cases().flatMap((one, i) => (i % parts === part ? [[i, confusionOf(one, seeds)]] : []));
  process.stdout.write(JSON.stringify(own));
} else {
  const folder = mkdtempSync(join(tmpdir(), 'keel-bench-'));
  try {
    const { only } = values;
    const wanted = (part: string) => only === undefined || only === part;
    if (wanted('hour')) {
      writeFileSync(join(folder, 'hour.csv'), hoursOfFlight(1));
      compare(join(folder, 'hour.csv'));
      command(folder);
      flightModel();
    }
    if (wanted('debrief')) await debrief();
    if (wanted('school')) await school();
    if (wanted('loop')) await loop();
    if (wanted('live')) await live();
    if (wanted('pages')) await pagesBench();
    if (wanted('agreement')) agreement();
    if (wanted('field')) {
      for (const rateHz of [5, 1]) console.log(fieldLines(200, 100, rateHz).join('\n'));
      console.log(habitLines(3).join('\n'));
    }
    if (wanted('sound')) console.log(soundLines().join('\n'));
    if (wanted('sensors')) console.log(sensorLines(Math.min(10, Number(values.seeds))).join('\n'));
    if (wanted('signed')) {
      console.log(signedLines(comparedAll()).join('\n'));
      console.log(tallyLines(flightTallies([9301, 9302, 9303, 9304])).join('\n'));
    }
    if (wanted('confusion')) await confusion(Number(values.seeds));
  } finally {
    rmSync(folder, { recursive: true });
  }
}
