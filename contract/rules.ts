import { IsOptional, ValidateBy, ValidateIf } from 'class-validator';
import { nameKey } from '../core/names';
import { isDay, isInstant, isZone } from '../core/time';

/** A name of which something can be read, so that it can be found and signed in with. */
export const IsName = (): PropertyDecorator =>
  rule('isName', (value) => typeof value === 'string' && nameKey(value) !== '', 'must not be blank');

export const IsDay = (): PropertyDecorator => rule('isDay', isDay, 'must be a day such as 2026-12-01');

export const IsInstant = (): PropertyDecorator =>
  rule('isInstant', isInstant, 'must be an ISO instant in UTC, such as 2026-09-14T08:02:11.000Z');

export const IsZone = (): PropertyDecorator =>
  rule('isZone', isZone, 'must be a time zone such as Europe/London');

/** May be missing, and is then as it was; but null is no value of it. */
export const MayBeMissing = (): PropertyDecorator =>
  ValidateIf((_body, value: unknown) => value !== undefined);

/** May be missing, and may be null. */
export const MayBeNull = (): PropertyDecorator => IsOptional();

function rule(name: string, validate: (value: unknown) => boolean, message: string): PropertyDecorator {
  return ValidateBy({ name, validator: { validate, defaultMessage: () => message } });
}
