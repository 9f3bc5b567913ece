/** Hears a cabin beside the page: whole seconds become figures here, and no sound leaves it. */
import { type Listening, learnHorn, soundListener } from '@keel/core';

/** The platform's own, which its usual types leave out. */
declare const sampleRate: number;
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare function registerProcessor(
  name: string,
  made: new (options: { processorOptions: CabinOptions }) => AudioWorkletProcessor,
): void;

/** What is listened for, or null: a stall warning is learned from the next two seconds. */
export interface CabinOptions {
  listening: Listening | null;
}

const LEARNED_FROM_S = 2;

class Cabin extends AudioWorkletProcessor {
  private readonly piece: Float32Array;
  private readonly figures: (piece: Float32Array) => unknown;
  private filled = 0;

  constructor({ processorOptions: { listening } }: { processorOptions: CabinOptions }) {
    super();
    this.piece = new Float32Array(sampleRate * (listening ? 1 : LEARNED_FROM_S));
    this.figures = listening
      ? soundListener(sampleRate, listening)
      : (piece) => learnHorn(piece, sampleRate) ?? null;
  }

  process([[samples]]: Float32Array[][]): boolean {
    if (!samples) return true;
    const room = this.piece.length - this.filled;
    this.piece.set(samples.subarray(0, room), this.filled);
    this.filled += Math.min(samples.length, room);
    if (this.filled < this.piece.length) return true;
    this.port.postMessage(this.figures(this.piece));
    this.piece.set(samples.subarray(room));
    this.filled = Math.max(0, samples.length - room);
    return true;
  }
}

registerProcessor('cabin', Cabin);
