/** The core's version: part of every stored score, so that a verdict says what worked it out. */
export const CORE_VERSION = '0.10.6';
