/** The microphone as a sensor: figures of the engine and of the stall warning, and nothing else of what it hears. */
import type { HeardSecond, LearnedHorn, Listening } from '@keel/core';
import type { CabinOptions } from './cabin-worklet.ts';
import worklet from './cabin-worklet.ts?worker&url';

/** All that engine and horn need; a browser that cannot gives its own. */
const RATE_HZ = 8000;
const LEARNED_WITHIN_MS = 6000;
/** What makes a voice clear takes an engine away. */
const AS_IT_IS = { echoCancellation: false, noiseSuppression: false, autoGainControl: false } as const;
/** A browser that filters all the same: nothing heard is sure then. */
const FILTERED_QUALITY = 0.4;

interface Cabin {
  close: () => void;
}

export const canHear = (): boolean =>
  typeof AudioWorkletNode !== 'undefined' && Boolean(navigator.mediaDevices);

async function microphone(): Promise<MediaStream> {
  return navigator.mediaDevices.getUserMedia({ audio: AS_IT_IS }).catch(() => {
    throw new Error('The microphone is not allowed here. Allow it in the browser’s settings.');
  });
}

/** Asks for the microphone, and lets it go again. @throws Error with what to tell */
export async function askForMicrophone(): Promise<void> {
  for (const track of (await microphone()).getTracks()) track.stop();
}

/** What was asked for, and what the browser does all the same. */
function givenRaw(track: MediaStreamTrack | undefined): boolean {
  const { echoCancellation, noiseSuppression, autoGainControl } = track?.getSettings() ?? {};
  return !echoCancellation && !noiseSuppression && !autoGainControl;
}

/** @param told figures, and whether the browser gives the sound as it is */
async function open(options: CabinOptions, told: (figures: unknown, raw: boolean) => void): Promise<Cabin> {
  const stream = await microphone();
  const [track] = stream.getAudioTracks();
  const raw = givenRaw(track);
  try {
    const context = await joined(stream, options, (figures) => told(figures, raw));
    return {
      close: () => {
        track?.stop();
        void context.close();
      },
    };
  } catch {
    track?.stop();
    throw new Error('This browser does not let the sound be worked out.');
  }
}

/** Not every browser joins a microphone to another rate than its own: that is taken then. */
async function joined(
  stream: MediaStream,
  options: CabinOptions,
  told: (figures: unknown) => void,
  own = false,
): Promise<AudioContext> {
  const context = new AudioContext(own ? {} : { sampleRate: RATE_HZ });
  try {
    await context.audioWorklet.addModule(worklet);
    const node = new AudioWorkletNode(context, 'cabin', {
      numberOfOutputs: 0,
      channelCount: 1,
      channelCountMode: 'explicit',
      processorOptions: options,
    });
    node.port.onmessage = ({ data }) => told(data);
    context.createMediaStreamSource(stream).connect(node);
  } catch (error) {
    void context.close();
    if (own) throw error;
    return joined(stream, options, told, true);
  }
  // One that waits for a tap begins with it; nothing else waits for that.
  void context.resume();
  return context;
}

/** @throws Error with what to tell, where nothing can be heard */
export function hearCabin(
  listening: Listening,
  heard: (second: HeardSecond, raw: boolean) => void,
): Promise<Cabin> {
  return open({ listening }, (figures, raw) => {
    const second = figures as HeardSecond;
    heard(raw ? second : { ...second, quality: Math.min(second.quality, FILTERED_QUALITY) }, raw);
  });
}

/** Two seconds of a sounding warning. @returns null where no tone stands out. @throws Error with what to tell */
export async function learnWarning(): Promise<LearnedHorn | null> {
  let learn: (learned: LearnedHorn | null) => void = () => undefined;
  const learned = new Promise<LearnedHorn | null>((resolve) => {
    learn = resolve;
  });
  const cabin = await open({ listening: null }, (figures) => learn(figures as LearnedHorn | null));
  try {
    return await Promise.race([learned, nothingHeard()]);
  } finally {
    cabin.close();
  }
}

const nothingHeard = (): Promise<never> =>
  new Promise((_, reject) => {
    setTimeout(() => reject(new Error('The microphone gave nothing.')), LEARNED_WITHIN_MS);
  });
