/**
 * How the property tests draw their cases: the same ones on every run, so that a tree that is green stays green.
 * `KEEL_SEED=random` or a number draws others, `KEEL_RUNS` more of them: that is how to look for what was missed.
 */
import fc from 'fast-check';

const { KEEL_SEED = '20261126', KEEL_RUNS = '100' } = process.env;

fc.configureGlobal({
  numRuns: Number(KEEL_RUNS),
  ...(KEEL_SEED === 'random' ? {} : { seed: Number(KEEL_SEED) }),
});
