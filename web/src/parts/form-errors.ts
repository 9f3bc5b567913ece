/** What a schema refuses, at the fields of a form: nothing is refused in silence. */

interface Issue {
  path: PropertyKey[];
  message: string;
}

const WORDS: [RegExp, string][] = [
  [/expected number, received (undefined|null|string)/, 'Type a number'],
  [/expected number, received NaN/, 'Type a number, such as 30.5'],
  [/expected (string|array|object), received (undefined|null)/, 'This is needed'],
  [/^Too small: expected string/, 'This is needed'],
  [/^Too small: expected number to be >=?(-?[\d.]+)/, '$1 or more'],
  [/^Too big: expected number to be <=?(-?[\d.]+)/, '$1 or less'],
  [/^Invalid ISO date(time)?$/, 'Type a day, such as 3 Apr 2027'],
  [/^Invalid email/, 'Type an address, such as name@school.example'],
];

const plain = (message: string): string => {
  for (const [pattern, words] of WORDS) {
    const found = pattern.exec(message);
    if (found) return words.replace('$1', found[1] ?? '');
  }
  return message;
};

/**
 * Messages under the names of a form's fields. A path that is no field's of its own goes to the field that holds it: an
 * item to its list; `places` names those that a form calls otherwise.
 */
export function formErrors(
  issues: readonly Issue[],
  fields: readonly string[],
  places: Record<string, string> = {},
): Record<string, string> {
  const errors: Record<string, string> = {};
  for (const { path, message } of issues) {
    const names = path.map((_, i) => path.slice(0, path.length - i).join('.')).map((at) => places[at] ?? at);
    const name = names.find((one) => fields.includes(one)) ?? names[0] ?? '';
    errors[name] ??= plain(message);
  }
  return errors;
}

/** Brings the first field that is refused into view, with the keyboard in it. */
export function showFirstError(within: ParentNode = document): void {
  requestAnimationFrame(() => {
    const field = within.querySelector<HTMLElement>('[aria-invalid="true"], [data-error="true"]');
    field?.scrollIntoView({ block: 'center' });
    (field?.matches('input, textarea, button') ? field : field?.querySelector<HTMLElement>('input'))?.focus();
  });
}
