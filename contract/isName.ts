import { ValidateBy } from 'class-validator';
import { nameKey } from '../core/names';

/** A name of which something can be read, so that it can be found and signed in with. */
export const IsName = (): PropertyDecorator =>
  ValidateBy({
    name: 'isName',
    validator: {
      validate: (value: unknown) => typeof value === 'string' && nameKey(value) !== '',
      defaultMessage: () => 'must not be blank',
    },
  });
