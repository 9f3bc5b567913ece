/** The form that a short code is typed into. */
import { shortCodeSchema } from '@keel/core';
import { useForm } from '@mantine/form';

export const useCodeForm = () =>
  useForm({
    initialValues: { code: '' },
    validate: { code: (code) => (shortCodeSchema.safeParse(code).success ? null : 'Four to eight digits') },
  });
