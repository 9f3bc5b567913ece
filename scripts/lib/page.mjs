/** A page for the tests of components: a document without a browser, and nothing to draw with. */
import { register } from 'node:module';
import globalJsdom from 'global-jsdom';

register('./no-styles.mjs', import.meta.url);
globalJsdom(undefined, { url: 'http://keel.test/', pretendToBeVisual: true });
globalThis.IS_REACT_ACT_ENVIRONMENT = true;

// What a document without a screen does not have.
class Nothing {
  observe() {}
  unobserve() {}
  disconnect() {}
}
globalThis.ResizeObserver = Nothing;
globalThis.IntersectionObserver = Nothing;
window.matchMedia = (media) => ({
  matches: media.includes('reduce'),
  media,
  addEventListener() {},
  removeEventListener() {},
  addListener() {},
  removeListener() {},
});
HTMLElement.prototype.scrollIntoView = () => undefined;
