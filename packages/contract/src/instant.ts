import { ValidateBy, type ValidationOptions } from 'class-validator';
import { isDay, isInstant } from '@kanzel/core';

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

/** A day that exists: one beyond its month, compared as it is written, would never be over. Example: "2026-11-26". */
export function IsDay(options?: ValidationOptions): PropertyDecorator {
  return ValidateBy(
    {
      name: 'isDay',
      validator: {
        validate: (value: unknown) => typeof value === 'string' && isDay(value),
        defaultMessage: () => '$property must be a day, as 2026-12-08',
      },
    },
    options,
  );
}
