/** The trainer's sound: off until asked for, engine and warner each muted by themselves. */
import type { Word } from '@keel/core';
import { Menu } from '@mantine/core';
import { IconVolume, IconVolumeOff } from '@tabler/icons-react';
import { useEffect, useRef, useState } from 'react';
import { useOwnSettings } from '../../frame/own-settings.ts';
import { openSound, type Sound } from './sound.ts';
import type { TrainerLink } from './use-trainer.ts';

interface SoundState {
  on: boolean;
  engine: boolean;
  warner: boolean;
  /** What the coach says is spoken, by the browser’s own voice, and shown. */
  spoken: boolean;
  shown: boolean;
  set: (part: Partial<Pick<SoundState, 'on' | 'engine' | 'warner' | 'spoken' | 'shown'>>) => void;
}

/** Speaks a word once, when it is said; what is about safety does not wait for the end of another. */
function useSpoken(word: Word | null): void {
  const said = useRef('');
  const key = word && `${word.id} ${word.fromS}`;
  useEffect(() => {
    if (!word || key === null || said.current === key || !('speechSynthesis' in globalThis)) return;
    said.current = key;
    if (word.level === 'safety') speechSynthesis.cancel();
    speechSynthesis.speak(new SpeechSynthesisUtterance(word.says));
  }, [word, key]);
}

/** Off until asked for: browsers let nobody make noise unasked, and neither does a lesson. */
export function useSound(trainer: TrainerLink, paused: boolean): SoundState {
  const sound = useRef<Sound | null>(null);
  const [state, setState] = useState({ on: false, engine: true, warner: true, shown: true });
  const [{ spoken = false }, change] = useOwnSettings();
  const { snapshot } = trainer;
  useEffect(() => {
    if (!state.on) return;
    sound.current = openSound();
    return () => {
      sound.current?.close();
      sound.current = null;
    };
  }, [state.on]);
  useEffect(() => {
    sound.current?.engine(state.engine && !paused);
    sound.current?.warner(state.warner && !paused);
    if (snapshot)
      sound.current?.follow(snapshot.reading.rpm, snapshot.input.throttle, snapshot.reading.stall_warn > 0);
  }, [snapshot, state, paused]);
  useSpoken(spoken && !paused ? (snapshot?.coach.word ?? null) : null);
  const set: SoundState['set'] = ({ spoken: next, ...part }) => {
    setState((before) => ({ ...before, ...part }));
    if (next !== undefined) void change({ spoken: next });
  };
  return { ...state, spoken, set };
}

export function SoundMenu({ sound }: { sound: SoundState }) {
  return (
    <Menu position="top-end" closeOnItemClick={false}>
      <Menu.Target>
        <button type="button" aria-label="Sound">
          {sound.on ? <IconVolume size={18} /> : <IconVolumeOff size={18} />}
        </button>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Item onClick={() => sound.set({ on: !sound.on })}>
          {sound.on ? 'Sound off' : 'Sound on'}
        </Menu.Item>
        <Menu.Item disabled={!sound.on} onClick={() => sound.set({ engine: !sound.engine })}>
          {sound.engine ? 'Mute the engine' : 'Hear the engine'}
        </Menu.Item>
        <Menu.Item disabled={!sound.on} onClick={() => sound.set({ warner: !sound.warner })}>
          {sound.warner ? 'Mute the stall warning' : 'Hear the stall warning'}
        </Menu.Item>
        <Menu.Divider />
        <Menu.Item onClick={() => sound.set({ spoken: !sound.spoken })}>
          {sound.spoken ? 'Mute the coach' : 'Speak what the coach says'}
        </Menu.Item>
        <Menu.Item onClick={() => sound.set({ shown: !sound.shown })}>
          {sound.shown ? 'Hide what the coach says' : 'Show what the coach says'}
        </Menu.Item>
      </Menu.Dropdown>
    </Menu>
  );
}
