/** In a test of a component a style sheet is nothing. Registered as a loader of Node.js by `scripts/lib/page.mjs`. */
export async function load(url, context, next) {
  return url.endsWith('.css') ? { format: 'module', source: '', shortCircuit: true } : next(url, context);
}
