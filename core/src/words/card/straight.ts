/** What the cards of straight flight say: level, climbing, descending, gliding, and changing speed and flaps. */
import { type CardWords, line } from './facts.ts';
import { carburettorCaution, changeOrder, flapCaution, heatThen, steadyEntry, vaNote } from './shared.ts';

export const straightAndLevel: CardWords = {
  purpose: 'The base of everything: one speed, one power and one trim that belong together, eyes outside.',
  steps: (facts) => {
    const { card, f } = facts;
    const [slow] = card.powerTable;
    return [
      steadyEntry(facts, true),
      'See where the horizon cuts the cowling: that picture is this speed',
      'Wings level by the horizon on both sides. Use a point far ahead for the heading',
      slow
        ? line`Slow to ${f.speed(slow.kias)}: ${changeOrder(facts)}. About ${facts.powerOf(slow.power)} holds it`
        : line`Slow by ${f.speed(20)}: ${changeOrder(facts)}`,
      'Back to cruise: add power, hold the nose as it rises, trim as the speed settles',
      'Trim the pressure away once the speed has settled. Ten seconds hands off shows whether it is trimmed',
    ];
  },
  usualFaults: () => [
    'Chasing the needles instead of holding the picture',
    'Flying with the trim instead of trimming the pressure away',
    'One wing low, held with rudder: the heading creeps',
  ],
  cautions: (facts) => [vaNote(facts), 'Look outside for about nine tenths of the time.'],
};

export const climb: CardWords = {
  purpose: 'The way out after takeoff and in a go-around: the speed that clears what is ahead.',
  steps: (facts) => [
    steadyEntry(facts, false),
    line`${facts.pitchFirst ? 'Nose up, full power, right rudder' : 'Full power and right rudder, nose up with it'}. Trim for ${facts.entrySpeed('climb speed')}`,
    'Hold speed with pitch: change a degree or two, then wait',
    'Every 500 ft lower the nose or turn a little, and look ahead',
    line`Start to level off ${facts.f.ft(facts.card.levelOff?.leadFt ?? 50)} before the altitude: nose down, let the speed build, cruise power, trim`,
  ],
  usualFaults: () => [
    'Chasing the speed: too large a change of pitch',
    'Right rudder forgotten: the heading drifts left',
    'Levelling off late, then pushing',
  ],
  cautions: (facts) => [
    vaNote(facts),
    'Watch the engine temperatures in a long climb. A shallower climb cools it and shows the sky ahead.',
  ],
};

export const descent: CardWords = {
  purpose: 'The way down to the field at a speed and a rate that you have chosen.',
  steps: (facts) => [
    steadyEntry(facts, false),
    heatThen(
      facts,
      facts.pitchFirst
        ? line`nose down a little, then set ${facts.power()} so that the speed stays. Trim`
        : line`set ${facts.power()}: the nose goes down by itself. Hold the speed, trim`,
    ),
    'Hold the rate with power and the speed with pitch. Change one, wait, then the other',
    'Then glide: power idle, best glide speed, trim. Feel the difference in attitude',
    line`Start to level off ${facts.f.ft(facts.of('leadFt'))} before the altitude: cruise power, nose up with it, trim`,
  ],
  usualFaults: () => [
    'Nose down without reducing power: the speed runs away',
    'Levelling off with pitch alone: the speed decays',
    'Engine not cleared in a long glide',
  ],
  cautions: (facts) => [vaNote(facts), ...carburettorCaution(facts)],
};

export const bestGlide: CardWords = {
  purpose: 'After an engine failure: the speed that reaches furthest gives you time to think.',
  steps: (facts) => [
    steadyEntry(facts, false),
    line`Power idle. Set the glide attitude, ${facts.entrySpeed('best glide')} within seconds, trim`,
    'Choose a field within reach, into the wind. Turn toward it first, then think',
    'Restart check, touched and said aloud: fuel, pump, heat, mixture, ignition, primer',
    'Say the emergency call and the code aloud. Never send or set them in practice',
    'Lose height with S-turns, a slip or flaps. Clear the engine every 500 ft',
    'Recover at your instructor’s floor at the latest: power, climb, flaps up in stages',
  ],
  usualFaults: () => [
    'Naming the speed and not flying it',
    'Looking for a field before the speed is there',
    'Stretching the glide: slower does not go further',
  ],
  cautions: (facts) => [
    'Your instructor sets the floor for this exercise. Without a field that you can land in, it is never below the floor on this card.',
    'Practice only: turn nothing off, send no call, set no code.',
    ...carburettorCaution(facts),
  ],
};

export const configurationChange: CardWords = {
  purpose: 'Part of every approach: slow down and extend flaps while holding altitude.',
  steps: (facts) => [
    steadyEntry(facts, true),
    `Change speed by ${changeOrder(facts)}. With more power the nose wants up: push, then trim down. With less: hold, then trim up`,
    facts.card.airplaneFlaps.length > 0
      ? 'Flaps one stage at a time. The airplane wants to rise: hold the nose, add power for the drag, then trim'
      : 'This airplane has no flaps: change the power in steps instead',
    facts.card.power
      ? line`With all flaps out, about ${facts.power()} holds it level`
      : 'Find the power that holds it level',
    'Flaps up one stage at a time. It wants to sink: a little back pressure, then speed, then trim',
  ],
  usualFaults: () => [
    'Ballooning: the nose not held as the flaps go out',
    'Two stages at once',
    'Trimming before the speed has settled',
  ],
  cautions: (facts) => [
    ...facts.card.airplaneFlaps.flatMap((_, i) => flapCaution(facts, i + 1)),
    vaNote(facts),
  ],
};

export const trimDemonstration: CardWords = {
  purpose: 'Trim holds the speed and power makes it climb or descend: nobody has to pull for height.',
  steps: (facts) => {
    const added = facts.card.variant === 'power-added';
    const at = facts.entrySpeed('the speed');
    return [
      steadyEntry(facts, true),
      line`Hands off for ten seconds: it stays at ${at}`,
      line`${added ? 'Increase' : 'Reduce'} power to ${facts.power()} and touch nothing else. Leave trim and stick; keep the ball centered with rudder`,
      `The nose goes ${added ? 'up' : 'down'} and the speed ${added ? 'falls' : 'rises'} first. It swings, and the swings die away`,
      line`After a minute it is at about ${at} again, ${added ? 'climbing' : 'descending'}. The trim held the speed; the power made the ${added ? 'climb' : 'descent'}`,
      'Set the power as before: it does the same the other way and levels off',
    ];
  },
  usualFaults: () => [
    'A hand that helps: stick or trim moved',
    'Not waiting for the second swing',
    'A wing not kept level: it spirals instead of swinging',
  ],
  cautions: (facts) => [
    vaNote(facts),
    line`Guard the controls. Take them at the floor, ${facts.f.ft(facts.card.entry.floorFt)}, or if bank passes ${facts.f.deg(20)}; then repeat.`,
  ],
};
