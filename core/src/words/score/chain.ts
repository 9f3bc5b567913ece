/** The chain in words: which parameter was out of tolerance first, and what followed. */
import type { ChainLink } from '../../scoring/schema.ts';
import { clockAt, type FigureWords, figuresIn, type Units } from '../figures.ts';
import { PARAMETER_NAMES } from '../names.ts';
import { openedAt, type Said, say } from '../say.ts';

/** The peak as an instructor says it: "52° of bank", "162 ft low", "12 kt fast". It opens its moment. */
export function linkSaid(link: ChainLink, units: Units): Said {
  if (link.asWritten) return [{ text: link.asWritten.says, figure: true, atS: link.peakS }];
  return openedAt(peakSaid(link, figuresIn(units)), link.peakS);
}

function peakSaid({ parameter, peak, target, between }: ChainLink, f: FigureWords): Said {
  const size = Math.abs(peak);
  const whole = (target ?? 0) + peak;
  switch (parameter) {
    case 'bank':
      return say`${f.deg(whole)} of bank`;
    case 'altitude':
      return say`${f.ft(size)} ${peak < 0 ? 'low' : 'high'}`;
    case 'airspeed':
      return between
        ? say`${f.speed(whole)}, ${between} its tolerance`
        : say`${f.speed(size)} ${peak < 0 ? 'slow' : 'fast'}`;
    case 'rollout-heading':
      return say`rolled out ${f.deg(size)} ${peak < 0 ? 'left' : 'right'} of the heading`;
    case 'turn-rate':
      return say`${f.degPerS(whole, 1)}`;
    case 'heading':
      return say`${f.deg(size)} ${peak < 0 ? 'left' : 'right'}`;
    case 'floor':
      return say`${f.ft(size)} below the floor`;
    case 'altitude-loss':
      return say`${f.ft(size)} lost`;
    case 'coordination':
      return say`ball ${f.g(size)} out`;
    case 'vertical-speed':
      return say`${f.fpm(size)} ${peak < 0 ? 'below' : 'above'} the target`;
  }
}

/** The peak with the parameter's name before it, unless it names itself. */
export const linkTitle = (link: ChainLink, units: Units): Said =>
  link.parameter === 'rollout-heading'
    ? linkSaid(link, units)
    : say`${PARAMETER_NAMES[link.parameter]}: ${linkSaid(link, units)}`;

/** Height and speed that went together by the nose alone are one thing, within so many seconds. */
const ONE_NOSE_S = 10;

/** The two links that the nose moved together: the height names it, and the speed is its effect. */
function byTheNose(chain: readonly ChainLink[]): { height: ChainLink; speed: ChainLink } | undefined {
  const [first, second] = chain;
  if (!second) return undefined;
  const pair = [first, second];
  const height = pair.find(({ parameter }) => parameter === 'altitude');
  const speed = pair.find(({ parameter }) => parameter === 'airspeed');
  const traded =
    height && speed && height.cause === 'pitch' && Math.sign(height.peak) !== Math.sign(speed.peak);
  return traded && Math.abs(height.startS - speed.startS) <= ONE_NOSE_S ? { height, speed } : undefined;
}

/** A heading, and what stands below or behind it. */
export interface Headed {
  head: Said;
  rest: Said;
}

/** Times are counted from the attempt's start; null where nothing was out of tolerance. */
export function chainSaid(chain: readonly ChainLink[], startS: number, units: Units): Headed | null {
  if (chain.length === 0) return null;
  const at = (link: ChainLink): Said => say`${linkSaid(link, units)} at ${clockAt(link.peakS, startS)}`;
  const then = (links: readonly ChainLink[]): Said =>
    links.reduce<Said>((sum, link) => say`${sum}, then ${at(link)}`, []);
  const nose = byTheNose(chain);
  if (nose) {
    const { height, speed } = nose;
    return {
      head: say`The nose ${height.peak < 0 ? 'dropped' : 'came up'}`,
      rest: say`${at(height)}, ${linkSaid(speed, units)} with it${then(chain.slice(2, 4))}`,
    };
  }
  const [first, ...rest] = chain;
  const named =
    first.parameter === 'rollout-heading'
      ? at(first)
      : say`${PARAMETER_NAMES[first.parameter].toLowerCase()}, ${at(first)}`;
  return { head: say`First out of tolerance`, rest: say`${named}${then(rest.slice(0, 3))}` };
}
