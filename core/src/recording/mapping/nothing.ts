/** Words that loggers write where they have no value. */
const NOTHING = /^\s*(-{1,3}([:/.-]-{1,3})*|n\/?a|nan|null|none|inv(alid)?)?\s*$/i;

/** Whether a cell holds no value: empty, or a word for it. */
export const isNothing = (cell: string): boolean => NOTHING.test(cell);
