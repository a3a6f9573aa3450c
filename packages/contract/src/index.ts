export * from './deed.ts';
export * from './bodies.ts';
export * from './loading-bodies.ts';
export * from './paper-bodies.ts';
export * from './plan-bodies.ts';
export * from './requests.ts';
export * from './responses.ts';
export { EVENTS, LIVE_PATH } from './events.ts';
export * from './validate.ts';
