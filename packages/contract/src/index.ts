export * from './bodies.ts';
export * from './requests.ts';
export * from './responses.ts';
export * from './events.ts';
export * from './validate.ts';
