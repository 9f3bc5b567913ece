/** The form that a short code is typed into. */
import { shortCodeSchema } from '@keel/core';
import { useFields } from '../parts/use-fields.ts';

export const useCodeForm = () =>
  useFields({
    initialValues: { code: '' },
    validate: { code: (code) => (shortCodeSchema.safeParse(code).success ? null : 'Four to eight digits') },
  });
