/** A video beside the lanes: aligned by one tap, it follows the cursor, the cursor follows it, and a finding starts it earlier. */
import { act, fireEvent, screen } from '@testing-library/react';
import { useState } from 'react';
import { draw } from '../../testing/render.tsx';
import { FlightVideo } from './FlightVideo.tsx';
import { closeVideo, openVideo, showInVideo } from './open-videos.ts';

const recording = { id: 'a flight', score: { flight: { takeoffList: [{ atS: 420 }] } } } as never;
const file = new File(['x'.repeat(12)], 'cabin.mp4', { type: 'video/mp4' });

/** jsdom plays nothing: what the element would do is put in its place. */
const element = () => document.querySelector('video') as HTMLVideoElement;
function playable(video: HTMLVideoElement): void {
  let [at, paused] = [0, true];
  Object.defineProperties(video, {
    duration: { value: 1800 },
    currentTime: {
      get: () => at,
      set: (s: number) => {
        at = s;
      },
    },
    paused: { get: () => paused },
    play: {
      value: async () => {
        paused = false;
        fireEvent.play(video);
      },
    },
    pause: {
      value: () => {
        paused = true;
        fireEvent.pause(video);
      },
    },
  });
}

function Page() {
  const [cursorS, setCursorS] = useState(500);
  return (
    <>
      <FlightVideo recording={recording} cursorS={cursorS} setCursorS={setCursorS} />
      <output>{cursorS.toFixed(1)}</output>
      <button type="button" onClick={() => setCursorS(600)}>
        to 600
      </button>
    </>
  );
}
const cursor = () => screen.getByRole('status').textContent;

beforeEach(() => {
  URL.createObjectURL = () => 'blob:video';
  URL.revokeObjectURL = () => undefined;
  localStorage.clear();
  closeVideo('a flight');
});

test('one tap at lift-off aligns it; each moves the other; the alignment outlives the page', async () => {
  const user = draw(<Page />);
  expect(screen.getByText(/nothing of it is uploaded/)).toBeTruthy();
  act(() => openVideo('a flight', file));
  playable(element());
  element().currentTime = 100;
  await user.click(screen.getByRole('button', { name: /^Lift-off, 7:00/ }));
  expect(cursor()).toBe('420.0');
  await user.click(screen.getByRole('button', { name: 'to 600' }));
  expect(element().currentTime).toBeCloseTo(280, 5);
  await act(async () => {
    element().currentTime = 300;
    await element().play();
  });
  expect(cursor()).toBe('620.0');
  await act(async () => element().pause());
  await user.click(screen.getByRole('button', { name: 'Video +0.1 s' }));
  await user.click(screen.getByRole('button', { name: 'to 600' }));
  expect(element().currentTime).toBeCloseTo(280.1, 5);
  await user.click(screen.getByRole('button', { name: 'Close the video' }));
  act(() => openVideo('a flight', file));
  expect(screen.queryByText(/Pause the video where/)).toBeNull();
});

test('a finding starts it five seconds earlier, once it is aligned', async () => {
  const user = draw(<Page />);
  act(() => openVideo('a flight', file));
  playable(element());
  act(() => showInVideo(700));
  expect(element().currentTime).toBe(0);
  await user.click(screen.getByRole('button', { name: /cursor’s moment/ }));
  await act(async () => showInVideo(700));
  expect(element().currentTime).toBe(195);
  expect(element().paused).toBe(false);
  // The cursor stood at 500 where the video began: at 2,400 it is over.
  await act(async () => element().pause());
  await act(async () => showInVideo(2400));
  expect([element().paused, element().currentTime]).toEqual([true, 195]);
});

test('moved by its own bar while it stands, it takes the cursor with it; sent for the cursor, it does not', async () => {
  const user = draw(<Page />);
  act(() => openVideo('a flight', file));
  playable(element());
  await user.click(screen.getByRole('button', { name: /cursor’s moment/ }));
  act(() => {
    element().currentTime = 40;
    fireEvent.seeked(element());
  });
  expect(cursor()).toBe('540.0');
  await user.click(screen.getByRole('button', { name: 'to 600' }));
  act(() => {
    fireEvent.seeked(element());
  });
  expect([cursor(), element().currentTime]).toEqual(['600.0', 100]);
});

test('what cannot be played is said', () => {
  draw(<Page />);
  act(() => openVideo('a flight', file));
  fireEvent.error(element());
  expect(screen.getByRole('alert').textContent).toMatch(/cannot play cabin.mp4/);
});
