/** Shows a logbook as the server answered it; undefined asks for it anew. */
import type { Logbook } from '@keel/core';

export type KeepLogbook = (next: Logbook | undefined) => void;
