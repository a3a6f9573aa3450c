import { ValidateBy, type ValidationOptions } from 'class-validator';
import { isInstant } from '@kanzel/core';

/**
 * An instant with its zone. Week and ordinal dates and times without a zone are refused: nobody could say when they were.
 * Example: "2026-11-26T08:30:00Z".
 */
export function IsInstant(options?: ValidationOptions): PropertyDecorator {
  return ValidateBy(
    {
      name: 'isInstant',
      validator: {
        validate: (value: unknown) => typeof value === 'string' && isInstant(value),
        defaultMessage: () => '$property must be an instant with its zone, as 2026-11-26T08:30:00Z',
      },
    },
    options,
  );
}
