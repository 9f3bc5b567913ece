import { attitudeSeen, LOOKS } from './look-around.ts';

const near = (seen: { pitchDeg: number; bankDeg: number }, pitchDeg: number, bankDeg: number) => {
  expect(seen.pitchDeg).toBeCloseTo(pitchDeg, 6);
  expect(seen.bankDeg).toBeCloseTo(bankDeg, 6);
};

test('ahead nothing changes', () => {
  for (const pitchDeg of [-20, 0, 12])
    for (const bankDeg of [-45, 0, 30])
      near(attitudeSeen({ pitchDeg, bankDeg }, LOOKS.ahead), pitchDeg, bankDeg);
});

test('square to the left a bank to the left is a nose pointing down, to the right one pointing up', () => {
  near(attitudeSeen({ pitchDeg: 0, bankDeg: -30 }, { yawDeg: -90, upDeg: 0 }), -30, 0);
  near(attitudeSeen({ pitchDeg: 0, bankDeg: -30 }, { yawDeg: 90, upDeg: 0 }), 30, 0);
});

test('square to the side the nose raised is a horizon that leans', () => {
  // To the right the nose is at the left edge of the view, and that edge is up: a head that leans to the right.
  near(attitudeSeen({ pitchDeg: 10, bankDeg: 0 }, { yawDeg: 90, upDeg: 0 }), 0, 10);
  near(attitudeSeen({ pitchDeg: 10, bankDeg: 0 }, { yawDeg: -90, upDeg: 0 }), 0, -10);
});

test('straight back everything is the other way about, and eyes lowered see the ground', () => {
  near(attitudeSeen({ pitchDeg: 10, bankDeg: 20 }, { yawDeg: 180, upDeg: 0 }), -10, -20);
  near(attitudeSeen({ pitchDeg: 0, bankDeg: 0 }, { yawDeg: 0, upDeg: -38 }), -38, 0);
});
