/** The words of the steep-turn card. */

export const STEEP_TURN_CHECKS: readonly string[] = [
  'Altitude above the floor, and room below cloud and airspace',
  'A field to glide to',
  'Engine: temperatures and pressures, carburettor heat as needed',
  'Fuel: enough, on the right tank',
  'Belts tight, nothing loose in the cabin',
  'Lights on; call on the practice frequency',
  'Clear the area: 90° each way, left first, then keep looking',
];

export const STEEP_TURN_CAUTIONS: readonly string[] = [
  'If the stall warning sounds, ease the pull at once, then shallow the bank. A stall in a skidding turn can become a spin.',
  'If the nose drops and the speed rises in a steepening bank: power back, wings level, then ease out.',
  'Weight and balance within limits before you go. Not alone before you are signed off for it.',
  'The airplane’s handbook, local rules and your instructor come first. Nothing here is a flight instrument.',
];

export function steepTurnSteps(card: {
  headingDeg: number;
  bankDeg: number;
  leadDeg: number;
  power: { maneuverRpm: number; levelRpm: number; unit: string } | null | undefined;
}): string[] {
  const heading = String(card.headingDeg).padStart(3, '0');
  const added = card.power ? card.power.maneuverRpm - card.power.levelRpm : 0;
  const power =
    added > 0 ? `, about ${added} ${card.power?.unit} more, and leave it` : ', a little power, and leave it';
  return [
    `Pick a far point on ${heading}°; trimmed, on altitude and speed for ten seconds`,
    'Look, then roll slowly: four to five seconds to the bank',
    `Past 30° begin to pull${power}`,
    `Stop the roll at ${card.bankDeg}° with a touch of opposite aileron; eyes on the horizon`,
    'Altitude by pull, or by two degrees of bank; small, early, one at a time',
    `Begin the roll-out ${card.leadDeg}° before the point; let the pull go as the wings come level`,
    'Then the other way, as briefed',
  ];
}
