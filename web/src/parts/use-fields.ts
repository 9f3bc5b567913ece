/** The fields of a form; the first that is refused when it is sent is brought into sight, with the keyboard in it. */
import { type UseFormInput, type UseFormReturnType, useForm } from '@mantine/form';
import { showFirstError } from './form-errors.ts';

// biome-ignore lint/suspicious/noExplicitAny: the library’s own bound for what a form’s values may be
export function useFields<Values extends Record<string, any>>(
  options: UseFormInput<Values>,
): UseFormReturnType<Values> {
  const form = useForm<Values>(options);
  return {
    ...form,
    onSubmit: (send, refused) =>
      form.onSubmit(send, (errors, values, event) => {
        refused?.(errors, values, event);
        showFirstError(event?.currentTarget ?? document);
      }),
  };
}
