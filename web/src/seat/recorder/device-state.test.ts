import { deviceWords } from './device-state.ts';

test('battery and room are said, and warn where they would not last', () => {
  expect(deviceWords({ battery: 0.82, charging: false, freeBytes: 5e9 }, 'fixed')).toEqual([
    { text: 'battery 82 %', warns: false },
    { text: 'room for more than 10 h', warns: false },
  ]);
  expect(deviceWords({ battery: 0.3, charging: false, freeBytes: 50e6 }, 'fixed')).toEqual([
    { text: 'battery 30 %', warns: true },
    { text: 'room for 2 h', warns: true },
  ]);
});

test('the knee’s positions take little room; a charging battery warns of nothing', () => {
  const said = deviceWords({ battery: 0.1, charging: true, freeBytes: 50e6 }, 'knee');
  expect(said.map(({ warns }) => warns)).toEqual([false, false]);
});

test('what the browser does not say is not said', () => {
  expect(deviceWords({ battery: null, charging: false, freeBytes: null }, 'fixed')).toEqual([]);
});
