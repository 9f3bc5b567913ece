/** A sentence of a receiver, with the sum that ends it: the exclusive or of its letters. */
export const sentence = (body: string): string => {
  const sum = [...body].reduce((all, letter) => all ^ letter.charCodeAt(0), 0);
  return `$${body}*${sum.toString(16).toUpperCase().padStart(2, '0')}`;
};
