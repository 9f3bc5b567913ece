/** The trainer's flight, in a thread of its own: the picture may stutter, the physics does not. */
import {
  type Assistance,
  errorWords,
  openTrainer,
  type SharedAxis,
  type StudentInput,
  type Trainer,
  type TrainerOptions,
  writeRecordingCsv,
} from '@keel/core';

export type ToFlight =
  | { kind: 'open'; options: TrainerOptions }
  | { kind: 'input'; input: Partial<StudentInput> }
  | { kind: 'assist'; assistance: Partial<Assistance> }
  /** Airplane seconds for each second of the clock; 0 pauses. */
  | { kind: 'pace'; pace: number }
  /** The axis that the instructor flies with the student, or none. */
  | { kind: 'share'; axis: SharedAxis | null }
  /** Without a word, as in an examination. */
  | { kind: 'alone'; is: boolean }
  | { kind: 'exchange' | 'show' | 'reset' | 'passStep' }
  | { kind: 'finish'; date: string };

export type FromFlight =
  | {
      kind: 'ready';
      lanes: Trainer['lanes'];
      demonstration: Trainer['demonstration'];
      card: Trainer['card'];
      pattern: Trainer['pattern'];
    }
  | { kind: 'state'; snapshot: ReturnType<Trainer['snapshot']> }
  | { kind: 'finished'; csv: string; instructorFlew: { startS: number; endS: number }[] }
  | { kind: 'failed'; message: string };

const TICK_MS = 16;
/** After a stall of the machine the flight goes on from where it was, not from where it would be. */
const LONGEST_TICK_S = 0.1;

let trainer: Trainer | undefined;
let pace = 0;
let lastMs = performance.now();

const tell = (message: FromFlight): void => postMessage(message);

function tick(): void {
  const nowMs = performance.now();
  const seconds = Math.min(LONGEST_TICK_S, (nowMs - lastMs) / 1000);
  lastMs = nowMs;
  if (!trainer) return;
  if (pace > 0) trainer.advance(seconds * pace);
  tell({ kind: 'state', snapshot: trainer.snapshot() });
}

function open(options: TrainerOptions): void {
  try {
    trainer = openTrainer(options);
  } catch (error) {
    tell({ kind: 'failed', message: errorWords(error) });
    return;
  }
  const { lanes, demonstration, card, pattern } = trainer;
  tell({ kind: 'ready', lanes, demonstration, card, pattern });
  setInterval(tick, TICK_MS);
}

addEventListener('message', ({ data }: MessageEvent<ToFlight>) => {
  switch (data.kind) {
    case 'open':
      open(data.options);
      break;
    case 'input':
      trainer?.input(data.input);
      break;
    case 'assist':
      trainer?.assist(data.assistance);
      break;
    case 'share':
      trainer?.share(data.axis);
      break;
    case 'alone':
      trainer?.alone(data.is);
      break;
    case 'pace':
      pace = data.pace;
      break;
    case 'finish': {
      pace = 0;
      if (!trainer) return;
      const { recording, instructorFlew } = trainer.finish(data.date);
      tell({ kind: 'finished', csv: writeRecordingCsv(recording), instructorFlew });
      break;
    }
    default:
      trainer?.[data.kind]();
  }
});
