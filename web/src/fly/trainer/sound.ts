/** An engine note that follows the revolutions, and a warner: two oscillators, made when somebody asks for sound. */
export interface Sound {
  follow(rpm: number, throttle: number, warning: boolean): void;
  engine(on: boolean): void;
  warner(on: boolean): void;
  close(): void;
}

/** Firings a revolution of a four-cylinder four-stroke. */
const FIRINGS = 2;
const WARNER_HZ = 860;

export function openSound(): Sound {
  const context = new AudioContext();
  const engine = context.createOscillator();
  engine.type = 'sawtooth';
  const dull = context.createBiquadFilter();
  dull.type = 'lowpass';
  const engineGain = context.createGain();
  engineGain.gain.value = 0;
  engine.connect(dull).connect(engineGain).connect(context.destination);
  const warner = context.createOscillator();
  warner.type = 'square';
  warner.frequency.value = WARNER_HZ;
  const warnerGain = context.createGain();
  warnerGain.gain.value = 0;
  warner.connect(warnerGain).connect(context.destination);
  engine.start();
  warner.start();
  const on = { engine: true, warner: true };
  const set = (param: AudioParam, value: number) => param.setTargetAtTime(value, context.currentTime, 0.06);
  return {
    follow(rpm, throttle, warning) {
      set(engine.frequency, Math.max(8, (rpm / 60) * FIRINGS));
      set(dull.frequency, 180 + 700 * throttle);
      set(engineGain.gain, on.engine ? 0.05 + 0.07 * throttle : 0);
      set(warnerGain.gain, on.warner && warning ? 0.05 : 0);
    },
    engine(value) {
      on.engine = value;
    },
    warner(value) {
      on.warner = value;
    },
    close() {
      context.close();
    },
  };
}
