import { classValidatorResolver } from '@hookform/resolvers/class-validator';
import {
  useForm,
  type DefaultValues,
  type FieldValues,
  type Path,
  type RegisterOptions,
} from 'react-hook-form';

/** What a field is told besides its name. */
interface FieldOptions<T extends FieldValues> {
  /** Said under the field while it is right. */
  readonly help?: string | undefined;
  /** Said in place of the rule's own words. */
  readonly problem?: string | undefined;
  /** Makes the value of what was typed. */
  readonly setValueAs?: RegisterOptions<T>['setValueAs'];
}

/**
 * A form whose values are checked by the rules of a class with class-validator's annotations: of a body of the
 * contract, or of the form's own where it asks for other things than the body holds. Problems are said at their
 * fields once it was tried to send, and from then on as they are put right.
 */
export function useBodyForm<T extends FieldValues>(body: new () => T, defaultValues: DefaultValues<T>) {
  const form = useForm<T>({
    resolver: classValidatorResolver(body),
    defaultValues,
    reValidateMode: 'onChange',
  });
  const { isDirty } = form.formState;
  const problemOf = (name: Path<T>): string | null => {
    // Also of a field within a part of the body, such as details.email.
    const { error } = form.getFieldState(name, form.formState);
    return error === undefined ? null : sentence(error.message ?? 'must be changed');
  };
  return {
    ...form,
    isDirty,
    problemOf,
    /** What a text field needs. */
    field: (name: Path<T>, { help, problem, setValueAs }: FieldOptions<T> = {}) => {
      const wrong = problemOf(name);
      return {
        ...form.register(name, setValueAs === undefined ? undefined : { setValueAs }),
        error: wrong !== null,
        helperText: wrong === null ? help : (problem ?? wrong),
      };
    },
  };
}

/** The rules say "must not be blank"; a field says it as a sentence. */
const sentence = (message: string): string =>
  message.charAt(0).toUpperCase() + message.slice(1) + (/[.!?]$/.test(message) ? '' : '.');
