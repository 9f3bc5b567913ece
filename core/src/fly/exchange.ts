/**
 * The exchange of controls, in three positive steps: whoever gives says so, whoever takes says so, and the giver says
 * it once more. The controls change hands at the second step. The synthetic instructor answers by itself after a
 * moment; the student answers with the key.
 */

export type Holder = 'student' | 'instructor';

export interface Exchange {
  giver: Holder;
  /** Steps said so far: 1 to 3. */
  step: 1 | 2 | 3;
  /** When the last step was said, s. */
  atS: number;
}

const GIVES = 'You have the controls.';
const TAKES = 'I have the controls.';

/** A moment to hear the other one out. */
const ANSWER_S = 1;
/** The last word stands this long. */
const STANDS_S = 2.5;

const speakerOf = ({ giver, step }: Exchange): Holder =>
  step === 2 ? (giver === 'student' ? 'instructor' : 'student') : giver;

/** What was said last, and by whom. */
export const wordOf = (exchange: Exchange): { by: Holder; says: string } => ({
  by: speakerOf(exchange),
  says: exchange.step === 2 ? TAKES : GIVES,
});

/** Whether the student's key is waited for. */
export const awaitsStudent = (exchange: Exchange): boolean =>
  exchange.step < 3 && speakerOf({ ...exchange, step: (exchange.step + 1) as 2 | 3 }) === 'student';

export const beginExchange = (giver: Holder, atS: number): Exchange => ({ giver, step: 1, atS });

/** The student's key: the next step, where it is the student's to say. */
export function studentAnswers(exchange: Exchange, atS: number): Exchange {
  return awaitsStudent(exchange) ? { ...exchange, step: (exchange.step + 1) as 2 | 3, atS } : exchange;
}

/** Time goes by: the instructor answers, and what is done is forgotten. */
export function exchangeAfter(exchange: Exchange, nowS: number): Exchange | null {
  const sinceS = nowS - exchange.atS;
  if (exchange.step === 3) return sinceS > STANDS_S ? null : exchange;
  if (awaitsStudent(exchange) || sinceS < ANSWER_S) return exchange;
  return { ...exchange, step: (exchange.step + 1) as 2 | 3, atS: nowS };
}

/** Who has the controls once this much has been said. */
export const holderAfter = ({ giver, step }: Exchange): Holder =>
  step === 1 ? giver : giver === 'student' ? 'instructor' : 'student';
