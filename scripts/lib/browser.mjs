/** Debian's Chromium, driven by Playwright: the same for the end-to-end tests and the pictures. */
import { ensureChromium } from './debian.mjs';

export const CHROMIUM_ARGS = [
  '--no-sandbox',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--no-first-run',
  '--disable-quic',
];

/** Where Chromium is, installed if need be. */
export const chromiumPath = (log = console.log) => ensureChromium(log);
